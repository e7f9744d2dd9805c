import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { cutUp, loafBlock, volumeMm3 } from "../../../src/core/cut/leaves";
import { cuttersAtHand, layOutCut, plannedCut } from "../../../src/core/cut/planned";
import { boxOverMm, facing, judgeCutting, proposeCuts, waysToCut } from "../../../src/core/cut/propose";
import { cutWords, kindsOf, offWords, proposalWords } from "../../../src/core/cut/words";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { blankTool } from "../../../src/core/library/blank";
import { type Cutter, OPEN_CUTTING, type WantedBars } from "../../../src/core/mould/cutSchema";
import { cutMarks } from "../../../src/core/print/cutMarks";
import { sayer } from "../../../src/core/units/sayer";

const soap = { wetGPerMm3: 1e-3, curedGPerMm3: 0.87e-3 };
const wire: Cutter = { name: "Wire", kerfMm: 0.4, throatMm: null, pitchMm: null };
const anything: WantedBars = OPEN_CUTTING.wanted;
const loaf = loafBlock({ lengthMm: 250, widthMm: 90 }, 65.5);
const best = (wanted: Partial<WantedBars>, cutter = wire, of = loaf) =>
  proposeCuts(of, { ...anything, ...wanted }, [cutter], soap);

describe("ways to cut a loaf", () => {
  it("the best is the best of all that can be tried, cut out one by one, on 200 random loaves", () => {
    const small = fc.record({
      lengthMm: fc.double({ min: 60, max: 100, noNaN: true }),
      widthMm: fc.double({ min: 40, max: 70, noNaN: true }),
      levelMm: fc.double({ min: 25, max: 50, noNaN: true }),
      kerfMm: fc.double({ min: 0.2, max: 1, noNaN: true }),
      pitchMm: fc.option(fc.double({ min: 15, max: 40, noNaN: true }), { freq: 4 }),
      thickMm: fc.option(fc.double({ min: 15, max: 40, noNaN: true })),
      curedG: fc.option(fc.double({ min: 40, max: 160, noNaN: true })),
      boxMm: fc.option(fc.constant([95, 68, 27] as [number, number, number])),
      bars: fc.option(fc.integer({ min: 1, max: 20 })),
      skimMm: fc.constantFrom(0, 1.5),
    });
    fc.assert(
      fc.property(small, ({ lengthMm, widthMm, levelMm, kerfMm, pitchMm, ...asked }) => {
        const block = loafBlock({ lengthMm, widthMm }, levelMm);
        const cutter = { ...wire, kerfMm, pitchMm };
        const wanted: WantedBars = { ...anything, ...asked };
        const { list, tried } = proposeCuts(block, wanted, [cutter], soap);
        const all = [...waysToCut(block, wanted, cutter)];
        expect(tried).toBe(all.length);
        const costs = all.flatMap(({ cutting, pattern }) => {
          const judged = judgeCutting(block, cutting, pattern, cutter, wanted, soap);
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
      { seed: 5, numRuns: 200 },
    );
  });

  it("sums of one direction at a time are what is cut out", () => {
    for (const way of waysToCut(loaf, { ...anything, thickMm: 25, skimMm: 1.5 }, wire)) {
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

  it("a level split shows the level face; halves lie on their side", () => {
    const { list } = best({ thickMm: 25 });
    for (const p of list) expect(p.cutting.shows).toBe(facing(kindsOf(p.up.bars)[0].bar));
    expect(facing({ at: loaf.at, size: { length: 60, width: 90, height: 30 } })).toBe("height");
    expect(facing({ at: loaf.at, size: { length: 24, width: 90, height: 65 } })).toBe("length");
    const guests = list.find((p) => p.pattern === "guest")!;
    expect(kindsOf(guests.up.bars).map((k) => k.count)).toEqual([guests.up.bars.length - 4, 4]);
    expect(proposalWords(guests, sayer()).title).toMatch(/full, 4 guest/);
    expect(cutWords(guests.up, sayer()).at(-1)).toMatch(/^along: each of 2 into 2 of [\d.]+ mm$/);
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
    const [p] = proposeCuts(plain.loaf, { ...anything, thickMm: 25 }, [plan.cutting.cutter], plain.soap).list;
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
      document: { name, notes: "", spec: { kind: "cutter" as const, kerfMm: 0.4, throatMm: 110, pitchMm } },
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
      cuttersAtHand(plan, [tools[2]]),
      of,
    );
    expect(list[0].cutter.name).toBe("Ten wires");
    const laid = applyEdit(plan, layOutCut(plan, mould.id, list[0]));
    expect(laid.ok && laid.document.cutting.cutter.pitchMm).toBe(25);
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
