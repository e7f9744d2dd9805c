import { inflateSync } from "node:zlib";
import { PDFDocument, PDFRawStream } from "pdf-lib";
import { describe, expect, it } from "vitest";
import { computeMasses, curedMassG, waterInCupG } from "../../../src/core/batter/masses";
import type { ColourantKindId } from "../../../src/core/colour/kinds";
import { derive } from "../../../src/core/derive/derive";
import type { Edit } from "../../../src/core/document/edits/edit";
import { push, redo, startHistory, undo } from "../../../src/core/document/edits/history";
import { newPlan, plainColourant } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { effectiveSuperfatPct, formulaPerGram } from "../../../src/core/formula/formula";
import { findOil, sapNaoh } from "../../../src/core/formula/oils";
import { drawingPdf } from "../../../src/views/parts/pdf";

const coloured = (kind: ColourantKindId): Plan => {
  const plan = newPlan("White", 1);
  const [first, ...rest] = plan.portions;
  return {
    ...plan,
    portions: [{ ...first, colourants: [plainColourant("c1", "Colour", kind, "#ffffff", 0.6)] }, ...rest],
  };
};

describe("a white is stick-blended into its cup", () => {
  const colouring = (plan: Plan) => derive(plan).timeline!.steps.find((s) => s.id === "colour:p1")!;

  it("takes longer than a mica, and leaves the cup thicker", () => {
    const [mica, white] = [coloured("mica"), coloured("titanium-dioxide")].map(colouring);
    expect(white.endS - white.startS).toBeGreaterThan(mica.endS - mica.startS + 3);
    // Of the same length and pace, a cup that was only whisked would gain less than a twentieth of a step more.
    const risen = (s: typeof mica) => s.endTrace - s.startTrace;
    expect(risen(white)).toBeGreaterThan(risen(mica) + 0.1);
  });
});

describe("fat that comes with an additive", () => {
  it("takes its part of the lye: milk powder of 26 % fat raises the superfat", () => {
    const batter = newPlan("Milk", 1).batters[0];
    const with6 = {
      ...batter,
      additives: [{ id: "a1", label: "", kind: "milk" as const, dose: { amount: 6, basis: "g/100g-oils" as const } }],
    };
    const f = formulaPerGram(with6)!;
    // 6 g per 100 g of oils, 26 % of it butterfat.
    expect(f.otherFatAlkaliG).toBeCloseTo(0.06 * 0.26 * sapNaoh(findOil("butter")!), 9);
    const own = effectiveSuperfatPct(f.pureAlkaliG, f.fullAlkaliG, f.otherFatAlkaliG, f.acidAlkaliG);
    expect(own).toBeGreaterThan(batter.superfatPct + 1);
    expect(own).toBeLessThan(batter.superfatPct + 2);
  });
});

describe("water of a dispersion", () => {
  it("is no part of the cured bar: the cured mass is the same as without it", () => {
    const plan = coloured("mica");
    const wet = (kind: "water" | "none"): Plan => {
      const [first, ...rest] = plan.portions;
      const colourants = first.colourants.map((c) => ({ ...c, carrier: { kind, gPerG: kind === "none" ? 0 : 10 } }));
      return {
        ...plan,
        batters: plan.batters.map((b) => ({ ...b, size: { basis: "oils", oilsG: 1000 } })),
        portions: [{ ...first, colourants }, ...rest],
      };
    };
    const cured = (p: Plan) => {
      const m = computeMasses(p)!;
      const cup = m.portions[0];
      return { g: curedMassG(cup.finishedG, waterInCupG(cup, m.batters[0]), 10), finishedG: cup.finishedG };
    };
    const [with10, without] = [cured(wet("water")), cured(wet("none"))];
    expect(with10.finishedG).toBeGreaterThan(without.finishedG + 10);
    expect(with10.g).toBeCloseTo(without.g, 6);
  });
});

describe("figures are of the plan alone", () => {
  it("what was reckoned before, of this plan or another, changes nothing", () => {
    const plan = newPlan("First", 1);
    const at = (p: Plan, nowS: number) => JSON.stringify(derive(p, nowS).timeline);
    const begun: Plan = { ...plan, record: { ...plan.record, startedAt: "2026-11-20T10:00:00Z" } };
    const hot: Plan = { ...begun, roomTemperatureC: 30 };
    const [first, second] = [at(begun, 300), at(hot, 300)];
    expect(second).not.toBe(first);
    expect(at(begun, 300)).toBe(first);
    const seen: Plan = {
      ...begun,
      record: {
        ...begun.record,
        events: [{ id: "e1", atS: 200, kind: "traceCheck", portionId: "p1", trace: 3, answer: null }],
      },
    };
    expect(at(seen, 300)).not.toBe(first);
    expect(at(begun, 300)).toBe(first);
  });
});

describe("what is typed after a redo", () => {
  it("is an undo of its own", () => {
    const set = (value: number): Edit => ({ kind: "set", path: ["barThicknessMm"], value });
    let history = push(startHistory(newPlan("Typing", 1)), set(26), "bar");
    history = push(redo(undo(history)), set(30), "bar");
    expect(history.document.barThicknessMm).toBe(30);
    expect(undo(history).document.barThicknessMm).toBe(26);
  });
});

describe("a drawing as PDF", () => {
  it("is of its true size: 100 mm on paper is 283.46 points, from the top left", async () => {
    const bytes = await drawingPdf({
      title: "Guide",
      widthMm: 210,
      heightMm: 100,
      lines: [{ from: [20, 30], to: [120, 30], thicknessMm: 0.5 }],
      texts: [{ at: [20, 20], text: "100 mm", sizeMm: 4 }],
    });
    const page = (await PDFDocument.load(bytes)).getPage(0);
    expect(page.getWidth()).toBeCloseTo((210 * 72) / 25.4, 3);
    expect(page.getHeight()).toBeCloseTo((100 * 72) / 25.4, 3);
    const contents = page.node.normalizedEntries().Contents!;
    const drawn = contents
      .asArray()
      .map((ref) => page.doc.context.lookup(ref))
      .map((s) => (s instanceof PDFRawStream ? inflateSync(s.contents).toString("latin1") : ""))
      .join("\n");
    const points = [...drawn.matchAll(/(-?[\d.]+) (-?[\d.]+) ([ml])\b/g)].map(
      (m) => [Number(m[1]), Number(m[2]), m[3]] as const,
    );
    const [from, to] = [points.find((p) => p[2] === "m")!, points.find((p) => p[2] === "l")!];
    expect(to[0] - from[0]).toBeCloseTo(283.465, 2);
    expect(from[0]).toBeCloseTo((20 * 72) / 25.4, 2);
    expect(from[1]).toBeCloseTo((70 * 72) / 25.4, 2);
    expect(to[1]).toBeCloseTo(from[1], 6);
  });
});
