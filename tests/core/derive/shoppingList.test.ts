import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { needsOf } from "../../../src/core/derive/materialNeeds";
import { forBatches, shoppingCsv, shoppingList } from "../../../src/core/derive/shoppingList";
import { newPlan } from "../../../src/core/document/newPlan";
import { demoBatches } from "../../../src/data/demo/studio";

const plan = demoBatches("2026-11-27")[0].plan;
const sum = (list: readonly { massG: number }[]) => list.reduce((s, n) => s + n.massG, 0);

describe("what a batch needs", () => {
  it("is all that is weighed up but the water, each material once", () => {
    const masses = computeMasses(plan)!;
    const needs = needsOf(plan);
    expect(new Set(needs.map((n) => n.key)).size).toBe(needs.length);
    const [pot] = masses.batters;
    const of = (kind: string) => needs.filter((n) => n.kind === kind);
    expect(sum(of("oils"))).toBeCloseTo(pot.oilsG, 6);
    expect(sum(of("lye"))).toBeCloseTo(pot.naohG + pot.kohG, 6);
    expect(sum(of("scents"))).toBeCloseTo(sum(masses.portions.map((p) => ({ massG: p.scentG }))), 6);
    const powder = masses.portions.flatMap((p) => p.colourants.map((c) => ({ massG: c.powderG })));
    expect(sum(of("colourants"))).toBeCloseTo(sum(powder), 6);
    // Fir Smoke goes into two cups and is bought once.
    expect(needs.filter((n) => n.name === "Fir Smoke")).toHaveLength(1);
    expect(needs.find((n) => n.name === "Fir Smoke")!.key).toBe("scents:s-fir");
  });

  it("is summed over batches, less what is on hand, never below nothing", () => {
    const other = newPlan("Other", 1);
    const batches = [
      { id: "a", title: plan.title, needs: needsOf(plan) },
      { id: "b", title: other.title, needs: needsOf(other) },
    ];
    const olive = [plan, other].map((p) => needsOf(p).find((n) => n.key === "oils:olive")!.massG);
    const list = shoppingList(
      batches,
      new Map([
        ["scents:s-fir", 4],
        ["colourants:c-ink", 500],
      ]),
    );
    const line = (key: string) => list.find((l) => l.key === key)!;
    expect(line("oils:olive")).toMatchObject({ onHandG: null });
    expect(line("oils:olive").massG).toBeCloseTo(olive[0] + olive[1], 6);
    expect(line("oils:olive").buyG).toBeCloseTo(olive[0] + olive[1], 6);
    expect(line("scents:s-fir").buyG).toBeCloseTo(line("scents:s-fir").massG - 4, 6);
    expect(line("colourants:c-ink").buyG).toBe(0);
    expect(list.map((l) => l.kind)).toEqual(
      [...list.map((l) => l.kind)].sort((x, y) => KINDS.indexOf(x) - KINDS.indexOf(y)),
    );
    const alone = forBatches(list, new Set(["b"]));
    expect(alone.find((l) => l.key === "oils:olive")!.massG).toBeCloseTo(olive[1], 6);
    expect(alone.some((l) => l.key === "scents:s-fir")).toBe(false);
    expect(forBatches(list, new Set(["a", "b"]))).toEqual(list);
  });

  it("leaves as CSV that a spreadsheet reads as text", () => {
    const needs = needsOf(newPlan("Any", 1));
    const csv = shoppingCsv(shoppingList([{ id: "a", title: '=HYPERLINK("x"), or "so"', needs }], new Map()));
    const rows = csv.trimEnd().split("\r\n");
    expect(rows[0]).toBe('kind,material,"needed, g","on hand, g","to buy, g",for');
    expect(rows[1]).toMatch(/^oils,.*,\d+\.\d,,\d+\.\d,"'=HYPERLINK\(""x""\), or ""so"""$/);
  });
});
const KINDS = ["oils", "lye", "liquids", "additives", "colourants", "scents"];
