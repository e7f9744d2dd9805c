import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { scentCarriers, scentShares } from "../../../src/core/derive/notices/scent";
import { newPlan, plainColourant, plainScent } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import type { Scent, ScentPart } from "../../../src/core/scent/scentSchema";

const scent = (amount: number, change: Partial<ScentPart> = {}, name = "Amber"): Scent => {
  const s = plainScent(name, "quiet", amount);
  return { ...s, parts: [{ ...s.parts[0], ...change }] };
};
const plan = (whole: Scent | null, cup: Scent | null = null): Plan => {
  const p = newPlan("Scented", 1);
  return {
    ...p,
    batters: [{ ...p.batters[0], scent: whole }],
    portions: p.portions.map((x) => (x.id === "p2" ? { ...x, scent: cup } : x)),
  };
};
const said = (p: Plan, field: string) =>
  derive(p)
    .notices.filter((n) => n.field.startsWith(field))
    .map((n) => `${n.level}: ${n.message}`)
    .join("\n");

describe("a scent of the whole batter is checked like a cup's", () => {
  it("for its load", () => {
    expect(said(plan(scent(7)), "batters.b1.scent")).toMatch(/ask: .*7 % of oils is a high load/);
    expect(said(plan(scent(3)), "batters.b1.scent")).toBe("");
  });
  it("for seizing and ricing", () => {
    expect(said(plan(scent(3, { seizes: true })), "batters.b1.scent")).toMatch(
      /ask: .*nothing could be poured any more/,
    );
    expect(said(plan(scent(3, { rices: true })), "batters.b1.scent")).toMatch(/hint: .*may rice/);
  });
  it("for its limit, in every cup", () => {
    expect(said(plan(scent(5, { certificatePct: 1 })), "batters.b1.scent")).toMatch(
      /Moon: Amber makes .* above the certificate of 1 %/,
    );
  });
  it("for discolouring a white", () => {
    const tan = { discolour: { hex: "#9a6b3c", fresh: 0, nextDay: 0.5, cured: 1 } };
    const white = (p: Plan): Plan => ({
      ...p,
      portions: p.portions.map((x) =>
        x.id === "p1" ? { ...x, colourants: [plainColourant("c1", "White", "titanium-dioxide", "#fbf8f1")] } : x,
      ),
    });
    expect(said(white(plan(scent(4, tan))), "batters.b1.scent")).toMatch(
      /Moon: Amber discolours: this white will not stay white/,
    );
    expect(said(white(plan(null, scent(4, tan))), "")).not.toMatch(/will not stay white/);
  });
});

describe("batter's and cup's doses of one scent", () => {
  it("add up, and of two limits the stricter holds, whichever comes first", () => {
    for (const [a, b] of [
      [2, 9],
      [9, 2],
    ]) {
      const p = plan(scent(2, { certificatePct: a }), scent(2.5, { certificatePct: b }));
      const { masses } = derive(p);
      const cup = scentCarriers(p, masses!).find((c) => c.portionId === "p2")!;
      const [share] = scentShares(cup).values();
      const alone = scentShares(scentCarriers(plan(null, scent(2.5)), derive(plan(null, scent(2.5))).masses!)[1]).get(
        "Amber",
      )!;
      expect(share.sharePct).toBeGreaterThan(alone.sharePct * 1.6);
      expect(share.limitPct).toBe(2);
    }
  });
  it("two moderate loads that are high together are said", () => {
    expect(said(plan(scent(4), scent(4, {}, "Fig")), "portions.p2.scent")).toMatch(/come to 8 % of oils together/);
  });
});
