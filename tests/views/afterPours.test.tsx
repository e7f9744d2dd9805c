import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { byUrgency, careAfter } from "../../src/core/derive/afterPours";
import type { BenchEvent } from "../../src/core/document/logSchema";
import { newPlan } from "../../src/core/document/newPlan";
import { afterBench } from "../../src/core/document/record";
import type { Plan } from "../../src/core/document/schema";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import AfterPours from "../../src/views/after/AfterPours";
import { nightWords } from "../../src/views/parts/care";

const NOW = Date.parse("2026-11-24T16:00:00Z");
const at = (min: number) => new Date(NOW + 60_000 * min).toISOString();
const pouredAt = (title: string, min: number): Plan => {
  const base = newPlan(title, 1);
  return afterBench(
    { ...base, practice: { ...base.practice, ash: "spritz", cover: "once", gel: "gel" } },
    { kind: "started", id: "s", at: at(min - 12), by: "" },
    { kind: "finished", id: "f", at: at(min), by: "" },
  );
};
let stored: { id: string; version: number; updatedAt: string; document: Plan }[];
let isAway = false;

beforeEach(() => {
  isAway = false;
  vi.spyOn(Date, "now").mockReturnValue(NOW);
  vi.stubGlobal("EventSource", class extends EventTarget {});
  stored = [pouredAt("Late", -5), pouredAt("Early", -90), pouredAt("Middle", -60)].map((document, i) => ({
    ...{ id: `b${i}`, version: 1, updatedAt: at(0), document },
  }));
  vi.stubGlobal("fetch", async (path: string, init?: { body?: string }) => {
    if (isAway) throw new TypeError("away");
    const own = stored.find((b) => path.includes(b.id))!;
    if (init?.body) own.document = afterBench(own.document, JSON.parse(init.body) as BenchEvent);
    return new Response(JSON.stringify(own), { status: 200 });
  });
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const shown = () => render(<AfterPours first={stored} settings={DEFAULT_SETTINGS} openedMs={NOW} />);
const asked = (title: string) => within(screen.getByRole("region", { name: title })).getByRole("heading").textContent;
const press = (key: string) => act(() => void fireEvent.keyDown(window, { key }));

describe("several batches after their pour", () => {
  it("the two most urgent stand side by side, the rest in a line below", () => {
    const all = byUrgency(
      stored.flatMap((b) => careAfter(b.id, b.document) ?? []),
      NOW,
    );
    expect(all.map((s) => s.title)).toEqual(["Early", "Middle", "Late"]);
    expect(careAfter("x", newPlan("Planned", 1))).toBeNull();
    shown();
    expect(screen.getAllByRole("region").map((r) => r.getAttribute("aria-label"))).toEqual(["Early", "Middle"]);
    expect(screen.getByRole("list", { name: "Due later" }).textContent).toMatch(/^LateMist the top/);
  });

  it("each is answered by its own keys, and the answer is taken back", async () => {
    shown();
    expect(asked("Early")).toBe("Mist the top");
    await press("1");
    await waitFor(() => expect(asked("Early")).not.toBe("Mist the top"));
    expect(asked("Middle")).toBe("Mist the top");
    await press("7");
    await waitFor(() => expect(asked("Middle")).not.toBe("Mist the top"));
    expect(stored.map((b) => b.document.record.care.length)).toEqual([0, 1, 1]);
    await press("u");
    await waitFor(() => expect(asked("Middle")).toBe("Mist the top"));
    expect(stored.map((b) => b.document.record.care.length)).toEqual([0, 1, 0]);
  });

  it("an answer that is not acknowledged is not taken for given", async () => {
    shown();
    isAway = true;
    await press("1");
    await waitFor(() => expect(screen.getByRole("alert").textContent).toMatch(/does not answer/));
    expect(asked("Early")).toBe("Mist the top");
  });

  it("what can wait for the morning says so where it falls into the night", () => {
    const hour = (h: number) => new Date(2026, 10, 25, h).getTime();
    expect(nightWords("uncover", hour(3))).toMatch(/morning/);
    expect(nightWords("cut", hour(23))).toMatch(/morning/);
    expect(nightWords("uncover", hour(9))).toBe("");
    expect(nightWords("gel", hour(3))).toBe("");
  });
});
