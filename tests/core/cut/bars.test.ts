import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { curedMassG, waterInCupG } from "../../../src/core/batter/masses";
import { barCount, barsOf, barsOfMould, barWords, decorationCounts } from "../../../src/core/cut/bars";
import { ordersOf } from "../../../src/core/cut/order";
import { plannedCut } from "../../../src/core/cut/planned";
import { derive } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Mould, Plan } from "../../../src/core/document/schema";
import { UNTRIMMED } from "../../../src/core/mould/cutSchema";
import { between } from "../../support/between";

const plan = newPlan("Bars", 1);
const slab: Mould = {
  ...plan.moulds[0],
  id: "m1",
  name: "Slab",
  kind: "slab",
  lengthMm: 400,
  widthMm: 300,
  heightMm: 40,
};
const ofSlab = (cutInto: Mould["cutInto"], more: Partial<Plan> = {}): Plan => ({
  ...plan,
  moulds: [{ ...slab, cutInto }],
  ...more,
});
const applied = (p: Plan, edit: Parameters<typeof applyEdit>[1]): Plan => {
  const done = applyEdit(p, edit);
  if (!done.ok) throw new Error(done.reason);
  return done.document;
};

describe("bars", () => {
  it("slab -> loaves -> bars: four loaves of 75 mm across a slab of 400 x 300 mm give 64 bars of 24.5 mm with a wire of 0.5", () => {
    const p = ofSlab({ loaves: 4, along: "width" });
    const b = barsOfMould(p.moulds[0], p);
    expect(b).toMatchObject({ loaves: 4, loafLengthMm: 400, loafWidthMm: 75, perLoaf: 16, bars: 64 });
    expect(barWords(b)).toBe("64 bars: 4 loaves of 16");
    expect(b.barShare * 64).toBeCloseTo(24.5 / 25, 9);
  });

  it("cut the other way the loaves are as long as the slab is wide", () => {
    const p = ofSlab({ loaves: 4, along: "length" });
    expect(barsOfMould(p.moulds[0], p)).toMatchObject({ loafLengthMm: 300, loafWidthMm: 100, perLoaf: 12, bars: 48 });
  });

  it("a tray to a grid: strips of 60 mm, pieces of 80 mm", () => {
    const p = ofSlab({ loaves: 5, along: "width" }, { barThicknessMm: 79.6 });
    expect(barsOfMould(p.moulds[0], p).bars).toBe(25);
  });

  it("decorations count the bars of all moulds, loaves included", () => {
    const p = ofSlab(
      { loaves: 4, along: "width" },
      { decorations: [{ id: "d1", name: "star", place: "on-top", perBar: 2 }] },
    );
    expect(decorationCounts(p)[0].pieces).toBe(128);
    const two = { ...p, moulds: [...p.moulds, { ...plan.moulds[0], id: "m2" }] };
    expect(decorationCounts(two)[0].pieces).toBe(128 + 20);
    expect(barCount(two)).toBe(74);
    expect(derive(p).weighUp.some((i) => i.words === "128 × star")).toBe(true);
  });

  it("a loaf that is not cut into loaves has the bars of its length", () => {
    fc.assert(
      fc.property(between(60, 900), between(8, 50), (lengthMm, thick) => {
        const p = { ...plan, barThicknessMm: thick, moulds: [{ ...plan.moulds[0], lengthMm }] };
        expect(barCount(p)).toBe(barsOf(lengthMm, p).middlesMm.length);
        const { masses } = derive(p);
        if (masses) expect(plannedCut(p, masses, p.moulds[0].id)!.up.bars.length).toBe(barCount(p));
      }),
    );
  });
});

describe("an order of bars", () => {
  const ordered = (bars: number, curedBarG: number, thick = 25): Plan => ({
    ...plan,
    barThicknessMm: thick,
    batters: [{ ...plan.batters[0], size: { basis: "order", bars, curedBarG, dueOn: null } }],
  });

  it("says what a bar of today's thickness cures to, and at which thickness the order fits", () => {
    const p = ordered(40, 120);
    const { masses } = derive(p);
    const [order] = ordersOf(p, masses!);
    // One bar of 25 mm of 250 mm of a filling of 1496 g.
    expect(order.barWetG).toBeCloseTo(149.6, 0);
    const [cup] = masses!.portions;
    const share = curedMassG(cup.finishedG, waterInCupG(cup, masses!.batters[0]), 10) / cup.finishedG;
    expect(order.barCuredG).toBeCloseTo(149.6 * share, 0);
    expect(order.thicknessMm).toBeCloseTo((25 * 120) / order.barCuredG, 6);
    const notice = derive(p).notices.find((n) => n.message.includes("are ordered"))!;
    const cut = applied(p, notice.fix!.edit);
    expect(derive(cut).notices.some((n) => n.message.includes("are ordered"))).toBe(false);
  });

  it("says the fillings and batches, and adds the moulds with one press", () => {
    const p = ordered(40, 128.6);
    const [order] = derive(p).orders;
    expect(order).toMatchObject({ perFilling: 10, fillings: 4, batches: 4 });
    const notice = derive(p).notices.find((n) => n.message.includes("fillings of Loaf"))!;
    expect(notice.message).toMatch(
      /^40 bars take 4 fillings of Loaf, 10 bars each; this batch has one mould: 3 more, or 4 batches\.$/,
    );
    const grown = applied(p, notice.fix!.edit);
    expect(grown.moulds).toHaveLength(4);
    const d = derive(grown);
    expect(d.notices.some((n) => n.message.includes("fillings of Loaf"))).toBe(false);
    for (const m of d.masses!.moulds) expect(m.levelMm).toBeLessThanOrEqual(70);
  });
});

describe("bars as the cuts are laid out", () => {
  const cutting = (steps: Plan["cutting"]["moulds"][number]["steps"]): Plan["cutting"] => ({
    ...plan.cutting,
    moulds: [{ mouldId: plan.moulds[0].id, kerfMm: 0, heightStepMm: null, shows: "length", steps }],
  });
  const step = (id: string, ofId: string | null, axis: "length" | "height", count: number) =>
    ({
      ...{ id, ofId, pieces: null, axis, ...UNTRIMMED },
      division: { kind: "parts", count },
    }) as const;

  it("a loaf that is split level and cut into eight has sixteen, each with its decorations", () => {
    const split: Plan = {
      ...plan,
      cutting: cutting([step("k1", null, "height", 2), step("k2", "k1", "length", 8)]),
      decorations: [{ id: "d1", name: "star", place: "on-top", perBar: 2 }],
    };
    const [bars] = derive(split).mouldBars;
    expect(bars).toMatchObject({ bars: 16, loaves: 1, endMm: 0 });
    expect(bars.barShare * 16).toBeCloseTo(1, 9);
    expect(barWords(bars)).toBe("16 bars");
    expect(decorationCounts(split)[0].pieces).toBe(32);
    expect(derive(split).weighUp.some((i) => i.words === "32 × star")).toBe(true);
  });

  it("a slab is cut into its loaves before its bars, across or along, also where nothing is laid out", () => {
    for (const [along, perLoaf] of [
      ["width", 16],
      ["length", 12],
    ] as const) {
      const p = ofSlab({ loaves: 4, along });
      const noWire = { ...p, cutting: { ...p.cutting, cutter: { ...p.cutting.cutter, kerfMm: 0 } } };
      const cut = plannedCut(noWire, derive(noWire).masses!, p.moulds[0].id)!;
      expect(cut.up.bars.length).toBe(4 * perLoaf);
      expect(cut.cutting.shows).toBe(along === "width" ? "length" : "width");
      expect(cut.up.misfits).toEqual([]);
    }
  });
});
