import { describe, expect, it } from "vitest";
import { evidenceOf, evidenceWords } from "../../../src/core/derive/evidence";
import type { Plan } from "../../../src/core/document/schema";
import { LIBRARY_KINDS } from "../../../src/core/library/names";
import type { Finding } from "../../../src/core/mould/cutDaySchema";
import { demoBatches } from "../../../src/data/demo/studio";
import { demoYear } from "../../../src/data/demo/year";

const TODAY = "2026-11-27";
const base = demoBatches(TODAY)[0].plan;
const ended = (more: Partial<Plan["record"]>, plan = base): Plan => ({
  ...plan,
  record: { ...plan.record, startedAt: "2026-03-01T10:00:00.000Z", finishedAt: "2026-03-01T10:20:00.000Z", ...more },
});
const sign = (what: "riced" | "turned", portionId: string | null) =>
  ({ kind: "sign", id: `g${what}${portionId}`, atS: 100, what, portionId }) as Plan["record"]["events"][number];
const bar = (what: Finding) => ({
  ...{ id: "y1", mouldId: "m1", number: 1, isAsPredicted: false, massG: null, fate: "rack" as const },
  findings: [{ id: "f1", what, at: null }],
});
const look = (more: object) => ({
  id: "i1",
  on: "2026-05-01",
  scent: null,
  colour: null,
  spots: null,
  note: "",
  ...more,
});

describe("what own batches say of a row of a library", () => {
  const clove = base.portions.find(
    (p) => p.scent?.libraryId === "s-clove" || p.scent?.parts.some((x) => x.libraryId === "s-clove"),
  )!;
  const other = base.portions.find((p) => p.scent === null)!;

  it("counts signs in the cups that hold it, not in others; findings and looks by batch", () => {
    const plans = [
      ended({ events: [sign("riced", clove.id)], rating: 2 }),
      ended({ events: [sign("riced", other.id)], rating: 4 }),
      ended({ events: [sign("turned", null)], cutDay: { thumb: null, pressed: [], bars: [bar("shifted")] } }),
      ended({ cure: { weighings: [], tests: [], looks: [look({ scent: 1 }), look({ id: "i2", scent: 4 })] } }),
      // Planned ones say nothing.
      base,
    ];
    const { poured, rating, lines } = evidenceOf("scents", "s-clove", plans);
    expect(poured).toBe(4);
    expect(rating).toEqual({ mean: 3, of: 2 });
    expect(new Set(lines.map(evidenceWords))).toEqual(
      new Set([
        "riced: small lumps, at the pour in 1 of 4",
        "turned with the scent, at the pour in 1 of 4",
        "colour shifted, at the cut in 1 of 1",
        "scent faint on the kept bar in 1 of 1",
      ]),
    );
    expect(lines[0].seen / lines[0].of).toBe(1);
  });

  it("speaks of each kind by what can come of it: air of a mould, never of a colour", () => {
    const plans = [ended({ cutDay: { thumb: null, pressed: [], bars: [bar("air")] } })];
    expect(evidenceOf("moulds", "m-loaf", plans).lines.map((l) => l.words)).toEqual(["air, at the cut"]);
    expect(evidenceOf("colourants", "c-ink", plans).lines).toEqual([]);
    const faded = [ended({ cure: { weighings: [], tests: [], looks: [look({ colour: "faded" })] } })];
    expect(evidenceOf("colourants", "c-ink", faded).lines.map((l) => l.words)).toEqual([
      "colour faded on the kept bar",
    ]);
  });

  it("speaks of a family by its lines: blurred of a design, never of its scent", () => {
    const plans = [ended({ cutDay: { thumb: null, pressed: [], bars: [bar("blurred"), bar("weeping")] } })];
    expect(evidenceOf("families", "drop", plans).lines.map((l) => l.words)).toEqual(["lines blurred, at the cut"]);
  });

  it("no line has more batches that saw it than could, over the demo's year and every kind", () => {
    const plans = demoYear(TODAY).map((b) => b.plan);
    for (const kind of LIBRARY_KINDS) {
      const { poured, lines } = evidenceOf(kind, "c-ink", plans);
      for (const l of lines) {
        expect(l.seen).toBeGreaterThan(0);
        expect(l.seen).toBeLessThanOrEqual(l.of);
        expect(l.of).toBeLessThanOrEqual(poured);
      }
    }
  });
});
