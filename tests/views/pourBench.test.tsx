import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { derive } from "../../src/core/derive/derive";
import type { BenchEvent } from "../../src/core/document/logSchema";
import { newPlan } from "../../src/core/document/newPlan";
import { afterBench } from "../../src/core/document/record";
import type { Plan } from "../../src/core/document/schema";
import type { Lane } from "../../src/core/prepare/bench";
import { meanwhile } from "../../src/core/prepare/meanwhile";
import { DOLLOPS, dollopTrace, PIPING_WINDOW } from "../../src/core/techniques/traceWindow";
import type { OpenBatch } from "../../src/views/parts/useBatch";
import { NowPanel } from "../../src/views/pour/NowPanel";
import { type Open, QuestionPad } from "../../src/views/pour/PourPads";
import { actsOf } from "../../src/views/pour/pourActs";
import { usePour } from "../../src/views/pour/usePour";
import { Waiting } from "../../src/views/pour/Waiting";
import { WordsPad } from "../../src/views/pour/WordsPad";
import { ClockTable } from "../../src/views/sheet/clock/ClockTable";

const START = Date.parse("2026-11-24T18:00:00Z");
const at = (s: number) => new Date(START + 1000 * s).toISOString();
beforeEach(() => void vi.useFakeTimers({ now: START }));
afterEach(() => void vi.useRealTimers());

const begin: BenchEvent = { kind: "started", id: "s0", at: at(0), by: "" };
const done = (...ids: string[]): BenchEvent[] =>
  ids.map((stepId, i) => ({ kind: "stepDone", id: `d${stepId}`, at: at(10 * i + 10), by: "", stepId, isLast: false }));
const two = (plan: Plan): Plan => ({ ...plan, practice: { ...plan.practice, people: 2 } });
const stepIds = (plan: Plan) => derive(plan).timeline!.steps.map((s) => s.id);
/** A plan of which all is done that stands before a step. */
const upTo = (plan: Plan, id: string): Plan => {
  const ids = stepIds(plan);
  return afterBench(plan, begin, ...done(...ids.slice(0, ids.indexOf(id))));
};

let noted: { kind: string; by?: string; stepId?: string; isLast?: boolean; trace?: number }[] = [];
function Bench({ first, lane, isLearner = false }: { first: Plan; lane: Lane | null; isLearner?: boolean }) {
  const [plan, setPlan] = useState(first);
  const [open, setOpen] = useState<Open>(null);
  const happen = (what: object, by = "") => {
    const event = { ...what, id: `n${noted.length}`, at: new Date(Date.now()).toISOString(), by } as BenchEvent;
    noted.push(event as (typeof noted)[number]);
    setPlan((p) => afterBench(p, event));
    return event.id;
  };
  const pour = usePour({ plan, happen } as unknown as OpenBatch, Date.now(), lane);
  if (!pour.current) return <p>{pour.isOn ? "nothing here" : "over"}</p>;
  const voice = { can: false, isOn: false, toggle: () => {} };
  const acts = actsOf({ pour, voice, setOpen, toScale: () => {}, onAsk: () => {} });
  return (
    <NowPanel
      plan={plan}
      pour={pour}
      range={{ low: 1400, mid: 1700, high: 2100 }}
      isLearner={isLearner}
      acts={acts}
      scale={null}
      pad={open?.kind === "pad" && <QuestionPad pad={open.pad} plan={plan} pour={pour} onOpen={setOpen} />}
    />
  );
}
/** Says something of the step at hand. */
function Speaker({ first }: { first: Plan }) {
  const happen = (what: object, by = "") => {
    noted.push({ ...what, by } as (typeof noted)[number]);
    return "n1";
  };
  const pour = usePour({ plan: first, happen } as unknown as OpenBatch, Date.now());
  return (
    <button type="button" onClick={() => pour.say("a lump in the cup")}>
      say it
    </button>
  );
}
const shown = (first: Plan, lane: Lane | null = null, isLearner = false) => {
  noted = [];
  vi.setSystemTime(START + 1000 * (first.record.events.at(-1)?.atS ?? 0));
  render(<Bench first={first} lane={lane} isLearner={isLearner} />);
};
const now = () => screen.getByTestId("instruction").textContent;
const press = (name: RegExp | string) => act(() => void fireEvent.click(screen.getByRole("button", { name })));

describe("two at the bench", () => {
  const plan = two(newPlan("Two", 1));
  const split = upTo(plan, "colour:p3");

  it("one device for both shows what each does, and says either done with its own key", () => {
    shown(split);
    expect(now()).toBe("Colour Brass");
    expect(screen.getByTestId("beside").textContent).toBe("Colour Ink");
    const beside = screen.getByRole("region", { name: "Meanwhile, who pours" });
    act(() => void fireEvent.click(within(beside).getByRole("button")));
    expect(noted).toMatchObject([{ kind: "stepDone", stepId: "colour:p2", isLast: false }]);
    expect(now()).toBe("Colour Brass");
  });

  it("a device for one shows that one's steps, says who noted them, and what the other must do first", () => {
    shown(split, "pourer");
    expect(now()).toBe("Colour Ink");
    press(/^Done/);
    expect(noted).toMatchObject([{ stepId: "colour:p2", by: "pourer" }]);
    expect(now()).toMatch(/^Pour Moon/);
    expect(screen.queryByTestId("beside")).toBeNull();
  });

  it("who helps waits for who pours where a step hangs on it", () => {
    shown(afterBench(plan, begin, ...done("lye:b1")), "helper");
    expect(now()).toMatch(/^Weigh out Ink/);
    expect(screen.getByText(/Wait for the other: first/).textContent).toMatch(/Blend to/);
  });

  it("a lane with nothing left says so while the other goes on; the pour ends with the last step of both", () => {
    const ids = stepIds(plan);
    shown(afterBench(plan, begin, ...done(...ids.filter((id) => id !== "colour:p3"))), "pourer");
    expect(screen.getByText("nothing here")).toBeTruthy();
    expect(noted).toEqual([]);
  });

  it("where two devices each did a last but one, the pour is closed all the same", () => {
    shown(afterBench(plan, begin, ...done(...stepIds(plan))), "pourer");
    expect(noted).toMatchObject([{ kind: "finished" }]);
    expect(screen.getByText("over")).toBeTruthy();
  });
});

describe("what is said of a step", () => {
  const plan: Plan = { ...newPlan("Words", 1), stepWords: { "colour:p3": "all of the small jar" } };

  it("the maker's own words stand with it; the reason only for who learns", () => {
    shown(upTo(plan, "colour:p3"));
    expect(screen.getByText("“all of the small jar”")).toBeTruthy();
    expect(screen.queryByText(/^Why:/)).toBeNull();
  });
  it("why it is done here", () => {
    shown(upTo(plan, "colour:p3"), null, true);
    expect(screen.getByText(/^Why: Light before dark/)).toBeTruthy();
  });
  it("own words are set and taken out in the table of the clock", () => {
    const said: string[][] = [];
    const { timeline } = derive(plan);
    render(
      <ClockTable
        plan={plan}
        timeline={timeline!}
        chances={null}
        selected={null}
        onSelect={() => {}}
        onWords={(...what) => said.push(what)}
      />,
    );
    const field = screen.getByRole("textbox", { name: "Own words to colouring Brass" });
    expect((field as HTMLInputElement).value).toBe("all of the small jar");
    fireEvent.change(field, { target: { value: "" } });
    expect(said).toEqual([["colour:p3", ""]]);
  });
});

describe("free words", () => {
  it("are typed and noted with Enter; empty ones are not, and Escape leaves", () => {
    const said: string[] = [];
    let left = 0;
    render(<WordsPad of="Ink" onNote={(w) => said.push(w)} onLeave={() => left++} />);
    const input = screen.getByRole("textbox", { name: /of Ink/ });
    expect(document.activeElement).toBe(input);
    const form = screen.getByRole("form", { name: "In your own words" });
    fireEvent.submit(form);
    expect(said).toEqual([]);
    fireEvent.change(input, { target: { value: "  the spoon slipped, a blob at 40 mm " } });
    fireEvent.submit(form);
    expect(said).toEqual(["the spoon slipped, a blob at 40 mm"]);
    fireEvent.keyDown(input, { key: "Escape" });
    expect(left).toBe(1);
  });

  it("stand in the record of the cup at hand, change nothing of the clock, and are taken back", () => {
    const plan = upTo(newPlan("Words", 1), "colour:p3");
    noted = [];
    render(<Speaker first={plan} />);
    press("say it");
    expect(noted).toMatchObject([{ kind: "deviation", what: "other", portionId: "p3", note: "a lump in the cup" }]);
  });
});

describe("a piped top", () => {
  const base = newPlan("Piped", 1);
  const rest = base.portions.find((p) => p.takesRest)!;
  const plan: Plan = { ...base, portions: base.portions.map((p) => (p === rest ? { ...p, pipingPct: 12 } : p)) };
  const waiting = upTo(plan, `pipe:${rest.id}`);

  it("says when it stands, how long that is, and what to do meanwhile; time runs", () => {
    shown(waiting);
    const region = screen.getByRole("region", { name: "Waiting" });
    const [, minute] = /minute (\d+)/.exec(screen.getByTestId("stands-at").textContent!)!;
    expect(Number(minute)).toBeGreaterThan(10);
    expect(screen.getByTestId("stands-at").textContent).toContain("(23 to ");
    const steps = derive(waiting, 300).timeline!.steps;
    const todo = meanwhile(waiting, steps, steps.find((s) => s.kind === "pipe")!, 1000);
    expect(
      within(region)
        .getAllByRole("listitem")
        .map((li) => li.textContent),
    ).toEqual(todo);
    const left = () => /\d+:\d\d/.exec(region.textContent!)![0];
    const before = left();
    act(() => void vi.advanceTimersByTime(90_000));
    expect(left()).not.toBe(before);
  });

  it("a dollop that keeps its shape ends the wait; one that runs flat is no news to a clock that expects it", () => {
    shown(waiting);
    press(/A trial dollop/);
    press(/runs flat/);
    const [flat] = noted;
    expect(flat.kind).toBe("traceCheck");
    expect(flat.trace).toBeLessThan(2.2);
    press(/A trial dollop/);
    press(/keeps its shape/);
    expect(noted[1].trace).toBeGreaterThanOrEqual(PIPING_WINDOW.low);
    expect(screen.queryByRole("region", { name: "Waiting" })).toBeNull();
  });

  it("what a dollop says lies in its own range, and stays where it was expected in it", () => {
    for (const d of DOLLOPS) {
      expect(dollopTrace(d, 0)).toBe(d.low);
      expect(dollopTrace(d, 5)).toBe(d.high);
      expect(dollopTrace(d, (d.low + d.high) / 2)).toBe((d.low + d.high) / 2);
    }
  });

  it("a wait whose range is not known yet shows none", () => {
    const derived = derive(waiting, 300);
    const current = derived.timeline!.steps.find((s) => s.kind === "pipe")!;
    const pour = { derived, current, nowS: 300 } as unknown as ReturnType<typeof usePour>;
    render(<Waiting plan={waiting} pour={pour} waitS={600} range={null} onDollop={() => {}} />);
    expect(screen.getByTestId("stands-at").textContent).toBe(`${rest.name} stands at about minute 15`);
  });
});
