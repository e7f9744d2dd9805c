import { fireEvent, render, screen, within } from "@testing-library/react";
import fc from "fast-check";
import { describe, expect, it, vi } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { ClockChart } from "../../src/views/sheet/clock/ClockChart";
import { AXIS, LEFT, nameLines, RIGHT, scaleOf } from "../../src/views/sheet/clock/scale";

const base = newPlan("Clock", 1);
const plan: Plan = {
  ...base,
  portions: base.portions.map((p, i) => (i === 1 ? { ...p, name: "Midnight Blueberry" } : p)),
};
const { timeline, instructions, colours } = derive(plan);
const turn = { portionId: "p2", latestS: 600, words: "stripes instead of drops" };

function Chart(more: Partial<Parameters<typeof ClockChart>[0]>) {
  return (
    <ClockChart
      {...{ plan, timeline: timeline!, instructions, chances: null, turnBacks: [turn as never] }}
      {...{ palette: colours.map((c) => c.fresh), widthPx: 900, zoom: { fromS: 0, toS: timeline!.horizonS } }}
      {...{ onZoom: vi.fn(), selected: null, onSelect: vi.fn(), ...more }}
    />
  );
}

describe("the ribbons of the pour clock", () => {
  it("wide, the moment to turn back is said at its line; narrow, below the chart, where it has room", () => {
    const words = `turn back by 10:00 if Midnight Blueberry runs: ${turn.words}`;
    const { rerender, container } = render(<Chart />);
    expect(within(container).getByText(words).closest("svg")).toBeTruthy();
    expect(screen.queryByTestId("clock-mark")).toBeNull();
    rerender(<Chart widthPx={350} />);
    expect(screen.getByTestId("clock-mark").textContent).toBe(words);
    expect(container.querySelector("svg")!.textContent).not.toContain("turn back");
    // Out of sight, it is not said; without one, the tightest cup is.
    rerender(<Chart widthPx={350} zoom={{ fromS: 0, toS: 300 }} />);
    expect(screen.queryByText(/turn back/)).toBeNull();
    const { critical } = timeline!;
    const hasLimit = critical !== null && critical.slackS !== null;
    rerender(<Chart widthPx={350} turnBacks={[]} zoom={{ fromS: 0, toS: 40_000 }} />);
    expect(screen.queryByText(/too thick for its (last|planned) step from/) !== null).toBe(hasLimit);
  });

  it("each cup's whole name stands with it; a press on a step takes it", () => {
    const onSelect = vi.fn();
    const { container } = render(<Chart onSelect={onSelect} />);
    const names = [...container.querySelectorAll("text > title")].map((t) => t.textContent);
    expect(names).toEqual(plan.portions.map((p) => p.name));
    const own = [...container.querySelectorAll("rect > title")];
    expect(own.length).toBeGreaterThan(3);
    fireEvent.click(own[0].parentElement!);
    expect(onSelect).toHaveBeenCalledTimes(1);
    expect(timeline!.steps.map((s) => s.id)).toContain(onSelect.mock.calls[0][0]);
  });

  it("is read along by arrow keys, and looked at closer by plus and minus", () => {
    const onZoom = vi.fn();
    render(<Chart onZoom={onZoom} />);
    const chart = screen.getByRole("application");
    fireEvent.keyDown(chart, { key: "ArrowRight" });
    const lines = () => chart.querySelectorAll("line.stroke-ink").length;
    expect(lines()).toBe(1);
    fireEvent.keyDown(chart, { key: "Escape" });
    expect(lines()).toBe(0);
    fireEvent.keyDown(chart, { key: "+" });
    const [{ fromS, toS }] = onZoom.mock.calls[0];
    expect(toS - fromS).toBeCloseTo(0.6 * timeline!.horizonS, 6);
  });

  it("the times at its top keep apart however narrow it is", () => {
    fc.assert(
      fc.property(fc.integer({ min: 280, max: 1600 }), fc.integer({ min: 60, max: 20_000 }), (widthPx, spanS) => {
        const { everyS } = scaleOf(widthPx, { fromS: 0, toS: spanS });
        const apartPx = ((widthPx - LEFT - RIGHT) * everyS) / spanS;
        expect(apartPx).toBeGreaterThan(everyS === 3600 ? 0 : 51);
      }),
    );
    expect(AXIS).toBeGreaterThan(11);
  });

  it("a long name takes two lines, between its words; only what two do not hold is cut, with dots", () => {
    expect(nameLines("Ink")).toEqual(["Ink"]);
    expect(nameLines("Midnight Blueberry")).toEqual(["Midnight", "Blueberry"]);
    expect(nameLines("Bluebellwoods")).toEqual(["Bluebellwood", "s"]);
    expect(nameLines("The palest of all the greens")).toEqual(["The palest", "of all the…"]);
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 40 }), (name) => {
        for (const line of nameLines(name)) expect(line.length).toBeLessThanOrEqual(12);
      }),
    );
  });
});
