import { act, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { type Rescues, rescuesOf } from "../../src/core/derive/rescues";
import { BenchProvider } from "../../src/views/parts/bench";
import { RescueView } from "../../src/views/pour/RescueView";
import type { RescueAnswer, RescueJob } from "../../src/workers/rescueProtocol";
import { EMPTY_BENCH } from "../support/bench";
import { runningPour } from "../support/runningPour";

const { plan, nowS } = runningPour("drop", 0.4);
const found = rescuesOf(plan, { nowS, seed: 3, draws: 100, tools: [] })!;

/** A worker that answers when it is told to. */
class Held {
  static last: Held;
  onmessage: ((e: MessageEvent<RescueAnswer>) => void) | null = null;
  jobs: RescueJob[] = [];
  isEnded = false;
  constructor() {
    Held.last = this;
  }
  postMessage(job: RescueJob) {
    this.jobs.push(job);
  }
  terminate() {
    this.isEnded = true;
  }
  answer(data: RescueAnswer) {
    act(() => this.onmessage?.({ data } as MessageEvent<RescueAnswer>));
  }
}
beforeEach(() => vi.stubGlobal("Worker", Held));
afterEach(() => vi.unstubAllGlobals());

function shown(at = nowS, canTakeBack = true) {
  const heard: string[] = [];
  const view = (s: number) => (
    <BenchProvider bench={EMPTY_BENCH}>
      <RescueView
        plan={plan}
        nowS={s}
        canTakeBack={canTakeBack}
        onLayOut={(r) => heard.push(`lay out ${r.words}`)}
        onTakeBack={() => heard.push("take back")}
        onLeave={() => heard.push("leave")}
      />
    </BenchProvider>
  );
  const { rerender, unmount } = render(view(at));
  const answer = (rescues: Rescues | null) => Held.last.answer({ kind: "rescues", rescues, afterMs: 1 });
  return { heard, answer, later: (s: number) => rerender(view(s)), unmount };
}
const press = (key: string) => fireEvent.keyDown(window, { key });

it("says that it is at work, then shows every way with its chance and cost; a digit lays that one out", () => {
  const { heard, answer, unmount } = shown();
  expect(screen.getByRole("status").textContent).toContain("Working out what else these cups can do");
  press("1");
  expect(heard).toEqual([]);
  answer(found);
  expect(Held.last.jobs[0]).toMatchObject({ nowS, tools: [] });
  for (const r of found.list) expect(screen.getAllByText(r.words, { exact: false }).length).toBeGreaterThan(0);
  expect(screen.getByRole("heading", { level: 3, name: found.list[0].words })).toBeTruthy();
  press(String(found.list.length));
  press("w");
  press("u");
  expect(heard).toEqual([`lay out ${found.list.at(-1)!.words}`, "leave", "take back"]);
  fireEvent.click(screen.getByRole("button", { name: /Lay it out/ }));
  expect(heard.at(-1)).toBe(`lay out ${found.list[0].words}`);
  unmount();
  expect(Held.last.isEnded).toBe(true);
});

it("says how long there is to decide; one whose time is past is refused, the others keep their keys and numbers", () => {
  const { heard, answer, later } = shown();
  answer(found);
  expect(screen.getByText("Time to decide: a moment…")).toBeTruthy();
  const [first, second] = found.list;
  const latestS = { ...Object.fromEntries(found.list.map((r) => [r.id, null])), [first.id]: nowS + 75 };
  Held.last.answer({ kind: "latest", latestS });
  expect(screen.getByText("1:15 to decide")).toBeTruthy();
  later(nowS + 80);
  expect(screen.getByRole<HTMLButtonElement>("button", { name: /Too late since/ }).disabled).toBe(true);
  press("1");
  expect(heard).toEqual([]);
  expect(screen.getByRole("status").textContent).toContain(`Too late for it: ${first.words}`);
  press("2");
  expect(heard).toEqual([`lay out ${second.words}`]);
});

it("nothing left to pour, nothing likely, nothing seen to take back: each is said or not offered", () => {
  const { answer, heard } = shown(nowS, false);
  answer({ ...found, list: [], isLump: true });
  expect(screen.getByText(/pressed into the mould in lumps/)).toBeTruthy();
  expect(screen.queryByText(/Not running after all/)).toBeNull();
  press("u");
  expect(heard).toEqual([]);
  answer(null);
  expect(screen.getByText(/Nothing is left to pour/)).toBeTruthy();
});
