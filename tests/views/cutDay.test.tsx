import { fireEvent, render, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { barsDue, countBars, noteBar, placeFinding, toggleFinding } from "../../src/core/cut/cutDay";
import { derive } from "../../src/core/derive/derive";
import { applyEdit, type Edit } from "../../src/core/document/edits/edit";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { blankTool } from "../../src/core/library/blank";
import { FINDINGS } from "../../src/core/mould/cutDaySchema";
import { sightOf } from "../../src/views/cut/BarStrip";
import { CutCounts, CutTally } from "../../src/views/cut/CutCounts";
import { DayBar } from "../../src/views/cut/DayBar";
import { DayStrip } from "../../src/views/cut/DayStrip";
import { Findings, ThumbPad } from "../../src/views/cut/Findings";
import { GoOrWait } from "../../src/views/cut/GoOrWait";
import { CUT_DAY_KEYS } from "../../src/views/keys/screens";
import { BenchProvider } from "../../src/views/parts/bench";
import { EMPTY_BENCH } from "../support/bench";

const ON = "2026-11-27";
const plan = newPlan("Cut day", 1);
const done = (p: Plan, edit: Edit): Plan => {
  const tried = applyEdit(p, edit);
  if (!tried.ok) throw new Error(tried.reason);
  return tried.document;
};
const due = (p: Plan) => barsDue(p, computeMasses(p)!);
const noFaces = new Map();

describe("the bar in hand", () => {
  it("every finding stands under a key of its own, none of them a thumb's or an arrow's", () => {
    const keys = Object.values(CUT_DAY_KEYS).flatMap((k) => [...k.keys] as string[]);
    expect(new Set(keys).size).toBe(keys.length);
    const pressed: string[] = [];
    render(<Findings bar={null} onToggle={(what) => pressed.push(what)} />);
    const all = screen.getAllByRole("button");
    for (const b of all) fireEvent.click(b);
    expect(pressed).toEqual([...FINDINGS]);
    all.forEach((b, i) => {
      expect(b.querySelector("kbd")!.textContent!.toLowerCase()).toBe(CUT_DAY_KEYS[FINDINGS[i]].keys[0]);
    });
  });

  it("a finding with places says how many, and stands as a pin on the face; a tap gives the place", () => {
    let held = done(plan, toggleFinding(plan, due(plan)[0], "air", ON));
    held = done(held, placeFinding(held, due(held)[0], "air", [0.25, 0.5], ON));
    held = done(held, placeFinding(held, due(held)[0], "air", [0.75, 0.1], ON));
    const bar = due(held)[0];
    render(<Findings bar={bar.noted} onToggle={() => {}} />);
    expect(screen.getByRole("button", { name: /^air, 2 places/ }).getAttribute("aria-pressed")).toBe("true");
    const onTap = vi.fn();
    const { container } = render(
      <DayBar sight={sightOf(bar.loaf, bar.leaf)} faces={noFaces} number={1} bar={bar.noted} onTap={onTap} />,
    );
    expect([...container.querySelectorAll("span.pointer-events-none")].map((p) => p.textContent)).toEqual(["A", "A"]);
    const box = screen.getByTestId("day-bar");
    box.getBoundingClientRect = () => ({ left: 10, top: 20, width: 200, height: 100 }) as DOMRect;
    const tap = (clientX: number, clientY: number) =>
      fireEvent(box, new MouseEvent("pointerup", { bubbles: true, clientX, clientY }));
    tap(60, 95);
    expect(onTap).toHaveBeenCalledWith([0.25, 0.25]);
    tap(500, 500);
    expect(onTap).toHaveBeenLastCalledWith([1, 0]);
  });

  it("what it should weigh stands by it, and where it goes is pressed once and again", () => {
    const held = done(plan, noteBar(plan, due(plan)[0], { massG: 120, fate: "keep" }, ON));
    const onFate = vi.fn();
    render(<CutCounts count={countBars(due(held))} bar={due(held)[0]} onFate={onFate} />);
    expect(screen.getByText(/g planned, fresh; 1 weighed, 120 g in the mean where \d+ g were planned/)).toBeTruthy();
    expect(screen.getByRole("button", { name: /^keep it a year/ }).getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(screen.getByRole("button", { name: /^a sample/ }));
    expect(onFate).toHaveBeenCalledWith("sample");
  });
});

describe("the loaf", () => {
  it("shows each bar in the order of the cuts with its note; the first that has not come is next", () => {
    let held = done(plan, noteBar(plan, due(plan)[0], { isAsPredicted: true, massG: 131 }, ON));
    held = done(held, toggleFinding(held, due(held)[1], "ash", ON));
    const bars = due(held);
    const chosen: number[] = [];
    render(<DayStrip bars={bars} sights={[]} faces={noFaces} at={1} first={2} onChoose={(i) => chosen.push(i)} />);
    const list = within(screen.getByRole("list", { name: /^Bars in the order/ })).getAllByRole("button");
    expect(list).toHaveLength(bars.length);
    expect(list[0].textContent).toMatch(/^1 131 g.*as predicted$/);
    expect(list[1].textContent).toMatch(/ash on top/);
    expect(list[1].getAttribute("aria-current")).toBe("true");
    expect(list[2].textContent).toMatch(/next/);
    expect(list[3].textContent).toMatch(/to cut/);
    fireEvent.click(list[3]);
    expect(chosen).toEqual([3]);
    render(<CutTally count={countBars(bars)} />);
    expect(screen.getByTestId("cut-count").textContent).toBe("2 of 10 bars, 1 as predicted. ash on top in 1");
  });

  it("the thumb says go or wait, with the hour until which it waits", () => {
    const finishedAt = new Date(Date.now() - 20 * 3_600_000).toISOString();
    const of = (thumb: 1 | 2 | 3 | 4 | null): Plan => ({
      ...plan,
      record: { ...plan.record, startedAt: finishedAt, finishedAt, cutDay: { thumb, pressed: [], bars: [] } },
    });
    const { after } = derive({ ...plan, pourOn: "2026-11-28" }).dates!;
    document.documentElement.dataset.alive = "";
    let bench = EMPTY_BENCH;
    const said = (p: Plan) => {
      const { container, unmount } = render(
        <BenchProvider bench={bench}>
          <GoOrWait plan={p} after={after} planHref="/x" />
        </BenchProvider>,
      );
      const text = container.textContent!;
      unmount();
      return text;
    };
    expect(said(of(null))).toMatch(/Press a thumb on the loaf first/);
    expect(said(of(2))).toMatch(/^Thumb 2 of 4, dents, 20 h after the pour: wait until about/);
    expect(said(of(4))).toMatch(/go, by the cutting plan\. It is firm/);
    // A cutter that takes no soap as firm as that is said, with those of the studio that are known to.
    const wires = (hardest: 1 | 2 | 3 | 4 | null): Plan => {
      const p = of(3);
      return { ...p, cutting: { ...p.cutting, cutter: { ...p.cutting.cutter, name: "Ten wires", hardest } } };
    };
    const none = "None of your cutters is known to take it.";
    expect(said(wires(2))).toContain(`a print: too firm for Ten wires, which cuts up to thumb 2. ${none}`);
    expect(said(wires(3))).toMatch(/: go, by/);
    const tool = (name: string, hardest: 4 | null) => ({
      document: { name, notes: "", spec: { ...blankTool("cutter"), hardest } },
    });
    bench = { ...EMPTY_BENCH, tools: [tool("Wire", 4), tool("Old wire", null), tool("Ten wires", 4)] } as never;
    expect(said(wires(2))).toContain("thumb 2. Wire takes it: lay the cuts out for that in the cutting plan.");
    const onSet = vi.fn();
    render(<ThumbPad thumb={2} onSet={onSet} />);
    const pads = screen.getAllByRole("button");
    expect(pads.map((p) => p.textContent)).toEqual(["1sinks in", "2dents", "3a print", "4nothing"]);
    fireEvent.click(pads[2]);
    fireEvent.click(pads[1]);
    expect(onSet.mock.calls).toEqual([[3], [null]]);
  });
});
