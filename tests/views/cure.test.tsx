import { fireEvent, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { cureOf } from "../../src/core/derive/cure";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { followed } from "../../src/data/demo/history";
import { poured } from "../../src/data/demo/parts";
import { dryingOption } from "../../src/views/cure/dryingOption";
import { KeepBar } from "../../src/views/cure/KeepBar";
import { Tests } from "../../src/views/cure/Tests";
import { Weighings } from "../../src/views/cure/Weighings";
import type { Inks } from "../../src/views/parts/Chart";
import { renderHeld } from "../support/heldBatch";

const TODAY = "2026-11-27";
const cut = poured(newPlan("Cure", 3), "2026-10-25", 1, 4, "", { unmoulded: "2026-10-26", cut: "2026-10-27" });
const cured = followed(cut, TODAY, { thumb: 3, weighedOn: [0, 7, 14, 21] });
const INKS = {
  ink: "#1",
  muted: "#2",
  rule: "#3",
  leaf: "#4",
  leafWash: "#5",
  cut: "#6",
  amber: "#7",
  font: "F",
} as Inks;

describe("the cure", () => {
  it("is none before the pour; after it the day comes from the formula, then from what was weighed", () => {
    const none = newPlan("Planned", 1);
    expect(cureOf(none, derive(none).masses, derive(none).dates)).toBeNull();
    const of = (p: Plan) => {
      const { masses, dates } = derive(p);
      return cureOf(p, masses, dates)!;
    };
    const [before, after] = [of(cut), of(cured)];
    expect(before.cutOn).toBe("2026-10-27");
    expect(before.drying.isWeighed).toBe(false);
    expect(after.drying.isWeighed).toBe(true);
    const width = (c: typeof after) => c.drying.readyDay.high - c.drying.readyDay.low;
    expect(width(after)).toBeLessThan(width(before));
    expect(after.readyOn.low <= after.readyOn.best && after.readyOn.best <= after.readyOn.high).toBe(true);
    expect(before.lookOn).toBeNull();
    expect(after.lookOn).toBe("2026-11-27");
    // What a bar weighed on the day of the cut counts as its first weighing.
    const later = followed(cut, TODAY, { thumb: 3, weighedOn: [7] });
    expect(of(later).drying.curve[0].mass).toBeGreaterThan(100);
  });

  it("the chart has a shape for every bar, the band, and the three days by their words", () => {
    const { masses, dates } = derive(cured);
    const cure = cureOf(cured, masses, dates)!;
    const option = dryingOption(cure, cured.record.cure.weighings, TODAY, { label: "g", of: (g) => g }, INKS) as {
      series: {
        name?: string;
        symbol: string;
        data: [number, number][];
        markLine?: { data: { label: { formatter: string } }[] };
      }[];
      tooltip: { renderMode: string };
    };
    const bars = option.series.filter((s) => s.name?.startsWith("bar"));
    expect(bars.map((b) => b.data.length)).toEqual([4, 4, 4]);
    expect(new Set(bars.map((b) => b.symbol)).size).toBe(3);
    expect(option.tooltip.renderMode).toBe("richText");
    const [low, high, mean] = option.series;
    low.data.forEach(([, v], i) => {
      expect(mean.data[i][1]).toBeGreaterThanOrEqual(v - 0.02);
      expect(v + high.data[i][1]).toBeGreaterThanOrEqual(mean.data[i][1] - 0.02);
    });
    expect(mean.markLine!.data.map((d) => d.label.formatter)).toEqual(["levels off", "you set", "today"]);
  });
});

describe("what is put down", () => {
  it("a weighing goes into the row of its day, the next mark stands ready, a second one of that day replaces it", () => {
    const held = renderHeld(cured, (batch) => <Weighings batch={batch} today={TODAY} marks={["1", "5"]} />);
    const put = (mass: string) => {
      fireEvent.change(screen.getByLabelText(/^weighs/), { target: { value: mass } });
      fireEvent.click(screen.getByRole("button", { name: "Put it down" }));
    };
    put("131");
    expect(held.plan.record.cure.weighings.at(-1)).toMatchObject({ on: TODAY, bar: "1", massG: 131 });
    expect((screen.getByLabelText("Mark of the bar") as HTMLInputElement).value).toBe("5");
    put("132");
    fireEvent.change(screen.getByLabelText("Mark of the bar"), { target: { value: "1" } });
    put("130.5");
    const today = held.plan.record.cure.weighings.filter((w) => w.on === TODAY);
    expect(today.map((w) => [w.bar, w.massG]).sort()).toEqual([
      ["1", 130.5],
      ["5", 132],
    ]);
    const row = within(screen.getByRole("table", { name: "Weighings" }))
      .getByText("Fri 27 Nov")
      .closest("tr")!;
    expect(row.textContent).toMatch(/131 g|130\.5 g/);
    fireEvent.click(within(row).getByRole("button", { name: "Take away: bar 1 on 2026-11-27" }));
    expect(held.plan.record.cure.weighings.filter((w) => w.on === TODAY)).toHaveLength(1);
  });

  it("a weighing without a mass, or of a day to come, is answered and not kept", () => {
    const before = cured.record.cure.weighings.length;
    const held = renderHeld(cured, (batch) => <Weighings batch={batch} today={TODAY} marks={["1"]} />);
    fireEvent.click(screen.getByRole("button", { name: "Put it down" }));
    expect(screen.getByRole("alert").textContent).toBe("say what the bar weighs");
    fireEvent.change(screen.getByLabelText(/^weighs/), { target: { value: "130" } });
    fireEvent.change(screen.getByLabelText(/^on/), { target: { value: "2026-12-24" } });
    fireEvent.click(screen.getByRole("button", { name: "Put it down" }));
    expect(screen.getByRole("alert").textContent).toBe("this day is still to come");
    expect(held.plan.record.cure.weighings).toHaveLength(before);
  });

  it("a look at the bar that is kept, in three answers and words; then the next one is months away", () => {
    const held = renderHeld(cured, (batch) => <KeepBar batch={batch} today={TODAY} lookOn={TODAY} bars={[5]} />);
    expect(screen.getByText("Look at it now.")).toBeTruthy();
    const button = screen.getByRole("button", { name: "Put this look down" }) as HTMLButtonElement;
    expect(button.disabled).toBe(true);
    fireEvent.click(screen.getByRole("button", { name: "good" }));
    fireEvent.click(screen.getByRole("button", { name: "faded" }));
    fireEvent.click(screen.getByRole("button", { name: "a few spots" }));
    fireEvent.click(screen.getByRole("button", { name: "a few spots" }));
    fireEvent.click(button);
    expect(held.plan.record.cure.looks).toEqual([
      expect.objectContaining({ on: TODAY, scent: 3, colour: "faded", spots: null, note: "" }),
    ]);
    expect(screen.getByRole("list", { name: /^Looks/ }).textContent).toBe("27 Nov 2026: scent good, colour faded");
  });

  it("own tests stand in own words and are taken away again; nothing is called safe", () => {
    const held = renderHeld(cured, (batch) => <Tests batch={batch} today={TODAY} />);
    expect(held.container.textContent).toMatch(/does not say that a bar is safe/);
    fireEvent.click(screen.getByRole("button", { name: "Put it down" }));
    expect(held.plan.record.cure.tests).toEqual([]);
    fireEvent.change(screen.getByLabelText("What was tested, and what it showed"), { target: { value: "zap: none" } });
    fireEvent.click(screen.getByRole("button", { name: "Put it down" }));
    expect(held.plan.record.cure.tests).toEqual([expect.objectContaining({ on: TODAY, words: "zap: none" })]);
    fireEvent.click(screen.getByRole("button", { name: "Take away the test of 2026-11-27" }));
    expect(held.plan.record.cure.tests).toEqual([]);
  });
});
