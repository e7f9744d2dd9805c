import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { readPlan } from "../../../src/core/document/read";
import type { Bench } from "../../../src/core/library/bench";
import { blankDocument } from "../../../src/core/library/blank";
import { MOST_COLOURS, NO_IDEA, planOfIdea } from "../../../src/core/library/idea";
import type { LibraryItem } from "../../../src/core/library/kinds";
import type { LibraryKind } from "../../../src/core/library/names";
import { DEFAULT_SETTINGS } from "../../../src/core/practice/practiceSchema";

const row = <K extends LibraryKind>(kind: K, id: string, name: string): LibraryItem<K> => ({
  id,
  version: 1,
  updatedAt: "2026-11-26T10:00:00Z",
  isArchived: false,
  document: { ...blankDocument(kind, id), name },
});
const long = row("moulds", "t1", "Long loaf");
const bench: Bench = {
  settings: DEFAULT_SETTINGS,
  oils: [],
  colourants: ["Slate", "Straw", "Slate", "Wine", "Rose", "Sun", "Dusk"].map((n, i) => row("colourants", `k${i}`, n)),
  scents: [row("scents", "s1", "Fir Smoke")],
  moulds: [{ ...long, document: { ...long.document, lengthMm: 400 } }],
  tools: [],
  told: [],
  stock: [],
};
const readable = (plan: unknown) => readPlan(JSON.parse(JSON.stringify(plan)));

describe("a batch from an idea", () => {
  it("with nothing fixed is usual in all, in the studio's practice", () => {
    const plan = planOfIdea(NO_IDEA, { ...bench, settings: { ...DEFAULT_SETTINGS, cureDays: 42 } }, 7);
    expect(readable(plan).ok).toBe(true);
    expect(plan.cureDays).toBe(42);
    expect(plan.design.seed).toBe(7);
    expect(plan.portions.map((p) => p.name)).toEqual(["Moon", "Ink", "Brass"]);
  });

  it("takes the scent into the whole batter, each colour into a cup of its own, and the mould", () => {
    const plan = planOfIdea({ ...NO_IDEA, scentId: "s1", colourIds: ["k0", "k1"], mouldId: "t1" }, bench, 7);
    expect(readable(plan).ok).toBe(true);
    expect(plan.batters[0].scent?.name).toBe("Fir Smoke");
    expect(plan.portions.map((p) => p.name)).toEqual(["Moon", "Slate", "Straw"]);
    expect(plan.portions[1].colourants[0]).toMatchObject({ libraryId: "k0", name: "Slate" });
    expect(plan.moulds[0]).toMatchObject({ libraryId: "t1", lengthMm: 400 });
  });

  it("leaves the base its part however many colours there are, and tells cups of one name apart", () => {
    const plan = planOfIdea({ ...NO_IDEA, colourIds: bench.colourants.map((c) => c.id) }, bench, 7);
    expect(plan.portions).toHaveLength(1 + MOST_COLOURS);
    expect(plan.portions.slice(1).reduce((sum, p) => sum + p.sharePct, 0)).toBeLessThanOrEqual(60);
    expect(new Set(plan.portions.map((p) => p.name)).size).toBe(plan.portions.length);
    expect(plan.portions[3].name).toBe("Slate 2");
  });

  it("is scaled to an order: 20 bars of 120 g cured take more batter than the loaf's 1.5 kg", () => {
    const plan = planOfIdea({ ...NO_IDEA, order: { bars: 20, curedBarG: 120, dueOn: "2027-03-01" } }, bench, 7);
    expect(plan.batters[0].size).toEqual({ basis: "order", bars: 20, curedBarG: 120, dueOn: "2027-03-01" });
    expect(computeMasses(plan)!.batters[0].baseG).toBeGreaterThan(2400);
  });

  it("passes over rows that are no longer there", () => {
    const plan = planOfIdea({ ...NO_IDEA, scentId: "gone", colourIds: ["gone", "k3"], mouldId: "gone" }, bench, 7);
    expect(plan.batters[0].scent).toBeNull();
    expect(plan.portions.map((p) => p.name)).toEqual(["Moon", "Wine"]);
    expect(plan.moulds[0].lengthMm).toBe(250);
  });
});
