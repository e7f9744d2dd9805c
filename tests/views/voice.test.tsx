import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { useVoice } from "../../src/views/pour/useVoice";

const spoken: string[] = [];
let tones = 0;
beforeEach(() => {
  spoken.length = 0;
  tones = 0;
  localStorage.clear();
  vi.stubGlobal(
    "SpeechSynthesisUtterance",
    class {
      constructor(readonly text: string) {}
    },
  );
  vi.stubGlobal("speechSynthesis", { cancel: () => {}, speak: (u: { text: string }) => spoken.push(u.text) });
  vi.stubGlobal(
    "AudioContext",
    class {
      currentTime = 0;
      destination = {};
      createOscillator = () => ({
        frequency: {},
        connect: (to: unknown) => to,
        start: () => tones++,
        stop: () => {},
      });
      createGain = () => ({ gain: {}, connect: () => {} });
      close = async () => {};
    },
  );
});
afterEach(() => vi.unstubAllGlobals());
const voice = (words: string | null, leftS: number | null) =>
  renderHook(({ w, s }: { w: string | null; s: number | null }) => useVoice(w, s), {
    initialProps: { w: words, s: leftS },
  });

it("says nothing until it is asked to; then every new step once, and it is remembered", () => {
  const { result, rerender } = voice("Pour the lye", null);
  expect(spoken).toEqual([]);
  act(() => result.current.toggle());
  rerender({ w: "Blend to emulsion", s: null });
  rerender({ w: "Blend to emulsion", s: null });
  expect(spoken).toEqual(["Pour the lye", "Blend to emulsion"]);
  voice("Weigh out Ink", null);
  expect(spoken.at(-1)).toBe("Weigh out Ink");
  act(() => result.current.toggle());
  rerender({ w: "Colour Ink", s: null });
  expect(spoken).not.toContain("Colour Ink");
});

it("a tone sounds once when a step has 15 s left in its window, and none without the voice", () => {
  const { result, rerender } = voice("Pour Ink", 40);
  rerender({ w: "Pour Ink", s: 10 });
  expect(tones).toBe(0);
  act(() => result.current.toggle());
  rerender({ w: "Pour Ink", s: 8 });
  rerender({ w: "Pour Ink", s: 3 });
  expect(tones).toBe(1);
  rerender({ w: "Pour Brass", s: 50 });
  rerender({ w: "Pour Brass", s: 14 });
  expect(tones).toBe(2);
});

it("where the browser cannot speak it is not offered", () => {
  vi.stubGlobal("speechSynthesis", undefined);
  const { result } = voice("Pour Ink", 3);
  expect(result.current.can).toBe(false);
  act(() => result.current.toggle());
  expect(result.current.isOn).toBe(false);
});
