import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { cutUp, loafBlock, volumeMm3 } from "../../../src/core/cut/leaves";
import { cutToolsFor, cuttersAtHand, layOutCut, plannedCut } from "../../../src/core/cut/planned";
import { boxOverMm, facing, judgeCutting, proposeCuts } from "../../../src/core/cut/propose";
import { waysToCut } from "../../../src/core/cut/ways";
import { cutWords, kindsOf, offWords, proposalWords } from "../../../src/core/cut/words";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { blankTool } from "../../../src/core/library/blank";
import { type Cutter, OPEN_CUTTING, type Planer, type WantedBars } from "../../../src/core/mould/cutSchema";
import { cutMarks } from "../../../src/core/print/cutMarks";
import { sayer } from "../../../src/core/units/sayer";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const soap = { wetGPerMm3: 1e-3, curedGPerMm3: 0.87e-3 };
const wire: Cutter = {
  ...{ name: "Wire", kerfMm: 0.4, throatMm: null, pitchMm: null },
  ...{ heightStepMm: null, hardest: null },
};
const anything: WantedBars = OPEN_CUTTING.wanted;
const loaf = loafBlock({ lengthMm: 250, widthMm: 90 }, 65.5);
const best = (wanted: Partial<WantedBars>, cutter = wire, of = loaf, planer: Planer | null = null) =>
  proposeCuts(of, { ...anything, ...wanted }, [{ cutter, planer }], soap);
const anyHow = { kerfMm: 0.4, heightStepMm: null, planer: null };

describe("ways to cut a loaf", () => {
  it("the best is the best of all that can be tried, cut out one by one, on 100 random loaves", () => {
    const small = fc.record({
      lengthMm: between(60, 85),
      widthMm: between(40, 60),
      levelMm: between(25, 50),
      kerfMm: between(0.2, 1),
      pitchMm: fc.option(between(15, 40), { freq: 4 }),
      thickMm: fc.option(between(15, 40)),
      curedG: fc.option(between(40, 160)),
      boxMm: fc.option(fc.constant([95, 68, 27] as [number, number, number])),
      bars: fc.option(fc.integer({ min: 1, max: 20 })),
      skimMm: fc.constantFrom(0, 1.5),
      skimFloorMm: fc.constantFrom(0, 1),
      heightStepMm: fc.option(fc.constantFrom(2.5, 5, 10)),
      planer: fc.option(fc.constant<Planer>({ name: "Planer", passMm: 1, widthMm: 110 })),
    });
    fc.assert(
      fc.property(small, ({ lengthMm, widthMm, levelMm, kerfMm, pitchMm, heightStepMm, planer, ...asked }) => {
        const block = loafBlock({ lengthMm, widthMm }, levelMm);
        const by = { cutter: { ...wire, kerfMm, pitchMm, heightStepMm }, planer };
        const wanted: WantedBars = { ...anything, ...asked };
        const { list, tried } = proposeCuts(block, wanted, [by], soap);
        const all = [...waysToCut(block, wanted, by)];
        expect(tried).toBe(all.length);
        const costs = all.flatMap(({ cutting, pattern }) => {
          const judged = judgeCutting(block, cutting, pattern, by, wanted, soap);
          return judged ? [judged.cost] : [];
        });
        if (costs.length === 0) {
          expect(list).toEqual([]);
          return;
        }
        expect(list[0].cost).toBeCloseTo(Math.min(...costs), 9);
        for (const [i, p] of list.entries()) {
          if (i > 0) expect(p.cost).toBeGreaterThan(list[i - 1].cost - 1e-9);
          expect(p.wasteG.trim + p.wasteG.leftOver + p.wasteG.wire).toBeCloseTo(
            p.wasteShare * volumeMm3(block) * soap.wetGPerMm3,
            6,
          );
        }
      }),
      { seed: 5, numRuns: tries(100) },
    );
  });

  it("sums of one direction at a time are what is cut out", () => {
    for (const heightStepMm of [null, 5])
      for (const way of waysToCut(
        loaf,
        { ...anything, thickMm: 25, skimMm: 1.5 },
        { cutter: { ...wire, heightStepMm }, planer: null },
      )) {
        const { bars } = cutUp(loaf, way.cutting);
        expect(bars.length).toBe(way.bars);
        expect(bars.reduce((sum, b) => sum + volumeMm3(b), 0)).toBeCloseTo(way.barsMm3, 3);
        if (way.bars > 200) break;
      }
  });

  it("by hand: even bars of 24.5 without a sliver, rather than nine of 25 and a rest", () => {
    const { list } = best({ thickMm: 25, thickTolMm: 1 });
    expect(list[0]).toMatchObject({ pattern: "across", offMm: 0 });
    // 250 less nine wires of 0.4, in ten parts.
    expect(list[0].sizeMm[0]).toBeCloseTo(24.64, 9);
    expect(list[0].up.leftOverMm3).toBe(0);
    expect(list[0].wasteShare).toBeCloseTo((9 * 0.4) / 250, 9);
    expect(proposalWords(list[0], sayer())).toEqual({ title: "10 bars, 24.6 mm", detail: "bars across" });
    expect(new Set(list.map((p) => p.pattern)).size).toBe(5);
  });

  it("what was asked for goes before what is lost: weight, box, and the bars that are owed", () => {
    const heavy = best({ curedG: 120, curedTolG: 4 }).list[0];
    expect(Math.abs(heavy.curedG - 120)).toBeLessThan(4.5);
    const boxed = best({ boxMm: [95, 68, 24.4], thickMm: 25 }).list[0];
    expect(boxed.boxOverMm).toBe(0);
    expect(boxed.sizeMm[0]).toBeLessThanOrEqual(24.4);
    const many = best({ thickMm: 25, bars: 40 });
    expect(many.list[0].short).toBeGreaterThan(0);
    expect(offWords(many.list[0], sayer()).join()).toMatch(/bars short/);
    expect(boxOverMm([25, 66, 90], [95, 68, 24])).toBe(1);
  });

  it("a cutter of fixed wires gives its pitch; a block that is larger than its throat is not cut by it", () => {
    const multi = best({ thickMm: 25 }, { ...wire, pitchMm: 25 }).list[0];
    expect(multi.sizeMm[0]).toBeCloseTo(24.6, 9);
    // Level and along cuts have the loaf's 90 mm across the wire at least.
    const low = best({ thickMm: 25 }, { ...wire, throatMm: 70 }).list;
    for (const p of low) expect(p.cutting.steps.every((s) => s.axis !== "height")).toBe(true);
    expect(best({}, { ...wire, throatMm: 40 }).list).toEqual([]);
  });

  it("by hand: a wire whose height goes in steps of 5 splits 65.5 mm at 35, and skims what lies above 60", () => {
    const stepped = { ...wire, heightStepMm: 5 };
    const halved = (cutter: Cutter) => {
      const { cutting } = [...waysToCut(loaf, { ...anything, thickMm: 25 }, { cutter, planer: null })].find(
        ({ cutting: c, bars }) => bars === 10 && c.steps.map((x) => x.axis).join() === "height,length",
      )!;
      return judgeCutting(loaf, cutting, "level", { cutter, planer: null }, { ...anything, thickMm: 25 }, soap)!;
    };
    const level = halved(stepped);
    // 65.5 less the wire halved is 32.55: the wire is set to 35, and 30.1 are left above it.
    expect(kindsOf(level.up.bars).map((k) => k.bar.size.height)).toEqual([
      expect.closeTo(35, 9),
      expect.closeTo(30.1, 9),
    ]);
    expect(cutWords(level.up, { ...level.cutting, planer: null }, sayer())[0]).toBe(
      "level: 2 pieces of 35 mm and 30.1 mm (wire at 35 mm)",
    );
    expect(proposalWords(level, sayer()).title).toBe("10 bars, 35 mm and 30.1 mm");
    const [skimmed] = best({ thickMm: 25, skimMm: 1.5 }, stepped).list;
    expect(cutWords(skimmed.up, { ...skimmed.cutting, planer: null }, sayer())[0]).toBe(
      "level: skim 5.1 mm (wire at 60 mm)",
    );
    // Even halves are worth more than halves of 35 and 30.1.
    expect(halved(wire).cost).toBeLessThan(level.cost);
    // Blocks that are cut across first are turned: their halves are even.
    const turned = best({ thickMm: 25 }, stepped).list.find((p) => p.pattern === "on-side")!;
    expect(new Set(turned.up.bars.map((b) => b.size.height.toFixed(6))).size).toBe(1);
  });

  it("what a planer takes costs no wire, and is said in passes", () => {
    const planer: Planer = { name: "Planer", passMm: 0.8, widthMm: 95 };
    const wanted = { thickMm: 25, skimMm: 1.5, skimFloorMm: 0.5 };
    const [planed] = best(wanted, { ...wire, heightStepMm: 5 }, loaf, planer).list;
    expect(planed.planer).toBe(planer);
    expect(planed.up.trimMm3).toBeCloseTo(250 * 90 * 2, 6);
    expect(planed.wasteShare).toBeLessThan(best(wanted).list[0].wasteShare);
    expect(cutWords(planed.up, { ...planed.cutting, planer }, sayer())[0]).toBe(
      "level: plane 0.5 mm off the floor in 1 pass, then plane 1.5 mm off the top in 2 passes",
    );
    expect(best({ thickMm: 25 }, wire, loaf, planer).list[0].planer).toBeNull();
    // A loaf that is too large for the wire is planed all the same.
    expect(best(wanted, { ...wire, throatMm: 70 }, loaf, planer).list.length).toBeGreaterThan(0);
    expect(best(wanted, { ...wire, throatMm: 70 }).list).toEqual([]);
  });

  it("a level split shows the level face; halves lie on their side", () => {
    const { list } = best({ thickMm: 25 });
    for (const p of list) expect(p.cutting.shows).toBe(facing(kindsOf(p.up.bars)[0].bar));
    expect(facing({ at: loaf.at, size: { length: 60, width: 90, height: 30 } })).toBe("height");
    expect(facing({ at: loaf.at, size: { length: 24, width: 90, height: 65 } })).toBe("length");
    const guests = list.find((p) => p.pattern === "guest")!;
    expect(kindsOf(guests.up.bars).map((k) => k.count)).toEqual([guests.up.bars.length - 4, 4]);
    expect(proposalWords(guests, sayer()).title).toMatch(/full, 4 guest/);
    expect(cutWords(guests.up, anyHow, sayer()).at(-1)).toMatch(/^along: each of 2 into 2 of [\d.]+ mm$/);
  });
});

describe("the cuts of a batch", () => {
  const plan = newPlan("Cut", 1);
  const masses = computeMasses(plan)!;
  const [mould] = plan.moulds;

  it("are the plan's own bars until a way is laid out, which is undone like any edit", () => {
    const plain = plannedCut(plan, masses, mould.id)!;
    expect(plain.isLaidOut).toBe(false);
    expect(plain.up.bars[0].size.length).toBe(plan.barThicknessMm);
    const grams = plain.up.bars.length * volumeMm3(plain.up.bars[0]) * plain.soap.wetGPerMm3;
    expect(grams).toBeLessThan(masses.moulds[0].pouredG);
    const [p] = proposeCuts(
      plain.loaf,
      { ...anything, thickMm: 25 },
      [{ cutter: plan.cutting.cutter, planer: null }],
      plain.soap,
    ).list;
    const laid = applyEdit(plan, layOutCut(plan, mould.id, p));
    if (!laid.ok) throw new Error(laid.reason);
    expect(readPlan(laid.document).ok).toBe(true);
    const cut = plannedCut(laid.document, masses, mould.id)!;
    expect(cut.isLaidOut).toBe(true);
    expect(cut.up.bars.map((b) => b.size)).toEqual(p.up.bars.map((b) => b.size));
    expect(Math.abs(laid.document.barThicknessMm - p.sizeMm[0])).toBeLessThan(0.051);
    const back = applyEdit(laid.document, laid.inverse);
    expect(back.ok && back.document).toEqual(plan);
    // A second way takes the place of the first.
    const again = applyEdit(laid.document, layOutCut(laid.document, mould.id, p));
    expect(again.ok && again.document.cutting.moulds).toHaveLength(1);
  });

  it("cutters are the studio's own; the batch's joins them once somebody has set it", () => {
    const row = (id: string, name: string, pitchMm: number | null) => ({
      id,
      document: {
        name,
        notes: "",
        spec: { kind: "cutter" as const, kerfMm: 0.4, throatMm: 110, pitchMm, heightStepMm: null, hardest: null },
      },
    });
    const spoon = { id: "t9", document: { name: "Spoon", notes: "", spec: blankTool("spoon") } };
    const names = (of: Plan, tools: Parameters<typeof cuttersAtHand>[1]) => cuttersAtHand(of, tools).map((c) => c.name);
    expect(names(plan, [spoon])).toEqual(["Single wire"]);
    const tools = [spoon, row("t1", "Wire", null), row("t2", "Ten wires", 25)];
    expect(names(plan, tools)).toEqual(["Wire", "Ten wires"]);
    const set: Plan = { ...plan, cutting: { ...plan.cutting, cutter: { ...plan.cutting.cutter, kerfMm: 1 } } };
    expect(names(set, tools)).toEqual(["Single wire", "Wire", "Ten wires"]);
    const taken: Plan = { ...plan, cutting: { ...plan.cutting, cutter: cuttersAtHand(plan, tools)[1] } };
    expect(names(taken, tools)).toEqual(["Wire", "Ten wires"]);
    // Each way knows its cutter, and lays it out with the cuts.
    const { loaf: block, soap: of } = plannedCut(plan, masses, mould.id)!;
    const { list } = proposeCuts(
      block,
      { ...anything, thickMm: 24.6, thickTolMm: 0.01 },
      cutToolsFor(plan, [tools[2]], block).tools,
      of,
    );
    expect(list[0].cutter.name).toBe("Ten wires");
    const laid = applyEdit(plan, layOutCut(plan, mould.id, list[0]));
    expect(laid.ok && laid.document.cutting.cutter.pitchMm).toBe(25);
  });

  it("a loaf that a thumb calls too hard for a cutter is not cut by it; a planer wide enough skims it", () => {
    const cutter = (name: string, hardest: Cutter["hardest"]) => ({
      document: { name, notes: "", spec: { ...blankTool("cutter"), hardest } as never },
    });
    const planer = (widthMm: number) => ({
      document: { name: `To ${widthMm}`, notes: "", spec: { kind: "planer" as const, passMm: 1, widthMm } },
    });
    const tools = [cutter("Soft", 2), cutter("Any", null), cutter("Firm", 4), planer(80), planer(120)];
    const { loaf: block, soap: of } = plannedCut(plan, masses, mould.id)!;
    const at = (thumb: 1 | 2 | 3 | 4 | null): Plan => ({
      ...plan,
      record: { ...plan.record, cutDay: { ...plan.record.cutDay, thumb } },
    });
    const names = (thumb: Parameters<typeof at>[0]) => {
      const found = cutToolsFor(at(thumb), tools, block);
      return [found.tools.map((t) => t.cutter.name), found.tooHardFor.map((c) => c.name)];
    };
    expect(names(null)).toEqual([["Soft", "Any", "Firm"], []]);
    expect(names(2)).toEqual([["Soft", "Any", "Firm"], []]);
    expect(names(3)).toEqual([["Any", "Firm"], ["Soft"]]);
    for (const t of cutToolsFor(plan, tools, block).tools) expect(t.planer?.name).toBe("To 120");
    expect(cutToolsFor(plan, tools.slice(0, 4), block).tools[0].planer).toBeNull();
    // What planes is laid out with the cuts, and the batch's own goes first.
    const wanted = { ...anything, thickMm: 25, skimMm: 2 };
    const [p] = proposeCuts(block, wanted, cutToolsFor(plan, tools, block).tools, of).list;
    const laid = applyEdit(plan, layOutCut(plan, mould.id, p));
    if (!laid.ok) throw new Error(laid.reason);
    expect(laid.document.cutting.planer?.name).toBe("To 120");
    expect(readPlan(laid.document).ok).toBe(true);
    expect(cutToolsFor(laid.document, [planer(200)], block).tools[0].planer?.name).toBe("To 120");
  });

  it("nothing poured, nothing cut; the marks stand where the wire goes, true to scale", () => {
    const empty = { ...plan, operations: [] };
    expect(plannedCut(empty, computeMasses(empty)!, mould.id)).toBeNull();
    const { up } = plannedCut(plan, masses, mould.id)!;
    const drawing = cutMarks(
      "Cuts",
      up.cuts.map(({ step, ...c }) => ({ axis: step.axis, ...c })),
      sayer(),
    );
    const heavy = drawing.lines.filter((l) => l.thicknessMm === 0.5);
    expect(heavy.map((l) => l.from[0] - 12)).toEqual(up.cuts[0].atMm);
    expect(drawing.widthMm).toBe(250 + 24);
  });
});
