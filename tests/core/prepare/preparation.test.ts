import { describe, expect, it } from "vitest";
import { equalLevels, eyeballMarks } from "../../../src/core/batter/eyeball";
import { judgeFormula } from "../../../src/core/batter/judge";
import { latestPourOn } from "../../../src/core/cure/order";
import { derive } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { spreadOverMoulds } from "../../../src/core/document/moulds";
import { newPlan, plainBatter, plainScent } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { findOil } from "../../../src/core/formula/oils";
import { giveFormula, isSameFormula, takeFormula, takeMould, takeScent, takeTool } from "../../../src/core/library/use";
import { compartmentsOf } from "../../../src/core/mould/compartments";
import type { ToolUse } from "../../../src/core/mould/toolSchema";
import { tickOf } from "../../../src/core/prepare/tick";
import { openItems } from "../../../src/core/prepare/weighUp";
import { judgeScent } from "../../../src/core/scent/evidence";
import { checkLimits } from "../../../src/core/scent/limits";
import { portionOf } from "../../../src/core/techniques/operations/registry";
import { FORMULAS, MOULDS, SCENTS, TOOLS } from "../../../src/data/demo/library";
import { liquid } from "../../support/liquids";

const find = (id: string) => ({ id, document: SCENTS[id] });
const said = (plan: Plan, field: string) =>
  derive(plan)
    .notices.filter((n) => n.field.startsWith(field))
    .map((n) => `${n.level}: ${n.message}`)
    .join("\n");
const withBatter = (change: Partial<Plan["batters"][0]>): Plan => {
  const plan = newPlan("B", 1);
  return { ...plan, batters: [{ ...plan.batters[0], ...change }] };
};
const laid = (toolId: string, use: ToolUse, servesId: string | null = null): Plan => {
  const plan = newPlan("T", 1);
  return { ...plan, equipment: [takeTool({ id: toolId, document: TOOLS[toolId] }, "e1", use, servesId)] };
};

describe("formula judgement", () => {
  const judge = (oils: [string, number][], more = {}) =>
    judgeFormula(
      {
        ...plainBatter("b", "", 32),
        oils: oils.map(([oilId, sharePct], i) => ({ id: `l${i}`, oilId, sharePct })),
        ...more,
      },
      findOil,
      32,
    )!;
  const trait = (j: ReturnType<typeof judge>, id: string) => j.traits.find((t) => t.id === id)!;
  it("lard and high-oleic oils go slowly, palm and cocoa quickly", () => {
    const slow = judge([
      ["sunflower-ho", 50],
      ["lard", 50],
    ]);
    const quick = judge([
      ["palm", 60],
      ["cocoa", 40],
    ]);
    expect(trait(slow, "pace").mid).toBeLessThan(trait(quick, "pace").mid - 0.2);
  });
  it("olive alone is soft for days; a salt bar is cut the same day", () => {
    expect(judge([["olive", 100]]).unmouldH.mid).toBeGreaterThan(40);
    const salt = judge([["coconut", 100]], { additives: FORMULAS["f-salt"].additives });
    expect(salt.unmouldH.mid).toBeLessThan(5);
  });
  it("coconut foams quickly and strips; soy turns sooner than olive", () => {
    expect(trait(judge([["coconut", 100]]), "foam").mid).toBeGreaterThan(trait(judge([["olive", 100]]), "foam").mid);
    expect(trait(judge([["coconut", 100]]), "skin").mid).toBeLessThan(trait(judge([["olive", 100]]), "skin").mid);
    expect(trait(judge([["soybean", 100]]), "keeping").mid).toBeLessThan(trait(judge([["olive", 100]]), "keeping").mid);
  });
  it("red palm tints the base; every trait has its likely range around its middle", () => {
    expect(trait(judge([["palm-red", 100]]), "white").mid).toBeLessThan(trait(judge([["lard", 100]]), "white").mid);
    for (const t of judge([
      ["olive", 70],
      ["coconut", 30],
    ]).traits) {
      expect(t.low).toBeLessThanOrEqual(t.mid);
      expect(t.high).toBeGreaterThanOrEqual(t.mid);
    }
  });
});

describe("warnings of the formula", () => {
  it.each([
    ["lye above 50 %", { water: { method: "concentration", value: 52 } }, "water", /block: .*less water than lye/],
    ["superfat 2 %", { superfatPct: 2 }, "superfatPct", /ask: .*3 % or more/],
    ["superfat 0 %", { superfatPct: 0 }, "superfatPct", /block/],
    ["superfat 15 %", { superfatPct: 15 }, "superfatPct", /ask: .*salt bars apart/],
    ["an oil without SAP", { oils: [{ id: "l1", oilId: "moondust", sharePct: 100 }] }, "oils", /block: No SAP value/],
    ["milk held back too much", { liquids: [liquid("cow", 70, "at-emulsion")] }, "liquids", /block: .*above 50 %/],
    [
      "three times the charcoal",
      { additives: [{ id: "a1", kind: "charcoal", label: "", dose: { amount: 5, basis: "g/100g-oils" } }] },
      "additives",
      /ask: .*above the usual/,
    ],
  ] as [string, Partial<Plan["batters"][0]>, string, RegExp][])("%s", (_name, change, field, message) => {
    expect(said(withBatter(change), `batters.b1.${field}`)).toMatch(message);
  });
  it("a salt bar may have 18 % superfat", () => {
    const { batter } = takeFormula(newPlan("S", 1).batters[0], { id: "f", version: 1, document: FORMULAS["f-salt"] });
    expect(said(withBatter(batter), "batters.b1.superfatPct")).toBe("");
  });
  it("nothing is ever called safe", () => {
    for (const plan of [newPlan("N", 1), withBatter({ superfatPct: 0 }), withBatter({ superfatPct: 8 })]) {
      const words = JSON.stringify([derive(plan).notices, [...derive(plan).instructions.values()]]);
      expect(words).not.toMatch(/\bsafe\b/i);
    }
  });
});

describe("formulas of the library", () => {
  it("a batch keeps its copy and the version it came from; changing it afterwards is seen", () => {
    const taken = takeFormula(newPlan("F", 1).batters[0], { id: "f-slow", version: 3, document: FORMULAS["f-slow"] });
    expect(taken.batter.formulaRef).toEqual({ formulaId: "f-slow", version: 3, name: "Slow for fine lines" });
    expect(isSameFormula(taken.batter, FORMULAS["f-slow"])).toBe(true);
    expect(isSameFormula({ ...taken.batter, superfatPct: 7 }, FORMULAS["f-slow"])).toBe(false);
    const plan = { ...newPlan("F", 1), batters: [taken.batter] };
    expect(giveFormula(plan, taken.batter, "Again", undefined).oils).toEqual(FORMULAS["f-slow"].oils);
  });
});

describe("moulds and tools", () => {
  const INSIDE = { lengthMm: 250, widthMm: 95, heightMm: 70 };
  it("four loose plates of 2 mm in 95 mm make five compartments of 17.4 mm; a closed set of five makes four of 21.25, shorter by two plates", () => {
    const parted = (count: number, isClosedSet: boolean) =>
      compartmentsOf({ ...INSIDE, dividers: { count, thicknessMm: 2, isClosedSet, widthsMm: null } })!;
    const loose = parted(4, false);
    expect(loose.widthsMm).toHaveLength(5);
    expect(loose.widthsMm[0]).toBeCloseTo(17.4, 9);
    expect(loose.volumesMl(60)[0]).toBeCloseTo((17.4 * 250 * 60) / 1000, 9);
    const closed = parted(5, true);
    expect(closed.widthsMm).toHaveLength(4);
    expect(closed.widthsMm[0]).toBeCloseTo(21.25, 9);
    expect(closed.lengthMm).toBe(246);
  });

  it("narrow compartments, unequal widths that do not close and a soft mould are answered", () => {
    const plan = newPlan("D", 1);
    const divided = (dividers: object, more = {}): Plan => ({
      ...plan,
      moulds: [
        {
          ...plan.moulds[0],
          kind: "divided",
          dividers: { count: 2, thicknessMm: 2, isClosedSet: false, widthsMm: null, ...dividers },
          ...more,
        },
      ],
    });
    expect(said(divided({ count: 7 }), "moulds.m1.dividers")).toMatch(/narrowest lane is 9.5 mm/);
    expect(said(divided({ widthsMm: [20, 20, 20] }), "moulds.m1.dividers")).toMatch(/leave 26 mm over/);
    expect(said(divided({}, { isRigid: false }), "moulds.m1.dividers")).toMatch(/board or a folded towel/);
  });

  it.each([
    [
      "a hanger longer than the mould",
      () => {
        const plan = laid("t-wire", "design", "m1");
        return { ...plan, moulds: [{ ...plan.moulds[0], lengthMm: 240 }] };
      },
      /will not go in/,
    ],
    ["a bottle that misses the floor", () => laid("t-bottle", "design", "m1"), /lower layer stays plain/],
    ["a pitcher too small", () => laid("t-cup1", "portion", "p1"), /too small to stir in/],
    [
      "a bowl without room to blend",
      () => {
        const plan = laid("t-pot", "batter");
        return { ...plan, moulds: [{ ...plan.moulds[0], lengthMm: 400 }] };
      },
      /no room for lye and blending/,
    ],
    [
      "a dose that the scale cannot read",
      () => laid("t-bench", "doses"),
      /under ten times what Bench scale reads.*stock dispersion/s,
    ],
    [
      "a load above the scale",
      () => {
        const plan = laid("t-fine", "loads");
        return plan;
      },
      /more than Pocket scale carries/,
    ],
    [
      "a stick too short",
      () => {
        const plan = laid("t-stick", "design", "m1");
        return { ...plan, moulds: [{ ...plan.moulds[0], heightMm: 180 }] };
      },
      /too short/,
    ],
  ] as [string, () => Plan, RegExp][])("%s", (_name, make, message) => {
    expect(said(make(), "equipment.e1")).toMatch(message);
  });

  it("aluminium stops the pour", () => {
    const plan = laid("t-lye", "lye");
    const [e] = plan.equipment;
    const alu = { ...plan, equipment: [{ ...e, spec: { ...e.spec, material: "aluminium" } as typeof e.spec }] };
    expect(said(alu, "equipment.e1")).toMatch(/^block: .*aluminium/);
  });

  it("several moulds get equal parts of every colour by their volume", () => {
    const plan = newPlan("Two loaves", 1);
    const second = takeMould({ id: "m-soft", document: MOULDS["m-soft"] }, "m2", 95);
    const two: Plan = { ...plan, moulds: [...plan.moulds, second] };
    const spread = applyEdit(two, spreadOverMoulds(two));
    if (!spread.ok) throw new Error(spread.reason);
    const { masses } = derive(spread.document);
    const inMould = (mouldId: string, portionId: string) =>
      spread.document.operations
        .filter((o) => o.mouldId === mouldId && portionOf(o) === portionId)
        .reduce((sum, o) => sum + masses!.operationG.get(o.id)!, 0);
    const ratio = masses!.moulds[1].fillG / masses!.moulds[0].fillG;
    for (const p of ["p1", "p2", "p3"]) expect(inMould("m2", p) / inMould("m1", p)).toBeCloseTo(ratio, 3);
    expect(masses!.moulds[0].pouredG).toBeCloseTo(masses!.moulds[0].fillG, 0);
  });
});

describe("scents", () => {
  it("limits are compared with the cured bar: 30 g in 1000 g of batter with 250 g of water is 3.6 %, not 3 %", () => {
    const scent = plainScent("S", "quiet", 3);
    const part = { ...scent.parts[0], certificatePct: 3.5, ownLimitPct: null };
    const cured = (1000 - 250) / 0.9;
    const [check] = checkLimits({ ...scent, parts: [part] }, 30, cured);
    expect(check.sharePct).toBeCloseTo(3.6, 6);
    expect(check.isOver).toBe(true);
    expect(checkLimits({ ...scent, parts: [{ ...part, ownLimitPct: 2 }] }, 30, cured)[0].whose).toBe("own limit");
  });

  it("a load over the certificate is said at the cup, and for the batch in total", () => {
    const plan = newPlan("L", 1);
    const heavy = { ...takeScent(find("s-clove"), find), load: { amount: 6, base: "oils" as const } };
    const scented = { ...plan, portions: plan.portions.map((p) => ({ ...p, scent: heavy })) };
    expect(said(scented, "portions.p2.scent")).toMatch(/above the certificate of 3.2 %/);
    expect(said(scented, "portions.scent")).toMatch(/the whole batch: Clove & Amber/);
  });

  it("a blend of 60, 25 and 15 parts moves the batter by their shares", () => {
    const blend = takeScent(find("s-night"), find);
    expect(blend.parts.map((p) => [p.name, p.sharePct])).toEqual([
      ["Fir Smoke", 60],
      ["Cold Citrus", 25],
      ["Clove & Amber", 15],
    ]);
  });

  it("own tests weigh most, hearsay least; silence counts as moderate, widely; what was measured stands above all", () => {
    const judged = (supplier: string[], others: string[], own: string[], measured: unknown = null) => {
      const list = (classes: string[]) =>
        classes.map((c, i) => ({ id: `r${i}`, class: c, rices: false, seizes: false, note: "" }));
      return judgeScent({
        evidence: { supplier: list(supplier), others: list(others), own: list(own) },
        measured,
      } as never);
    };
    const own = judged(["quiet"], ["severe"], ["strong"]);
    expect(own.used.rateFactor).toBeGreaterThan(2.5);
    expect(own.used.rateFactor).toBeLessThan(4.2);
    expect(own.disagree).toBe(true);
    expect(judged(["quiet"], [], []).used.sdLog).toBeCloseTo(0.5, 9);
    expect(judged([], [], []).used).toMatchObject({ class: "moderate", sdLog: 0.7 });
    expect(judged([], [], ["mild", "mild", "mild", "mild"]).used.sdLog).toBeLessThan(0.25);
    const measured = { jumpSteps: 0.9, rateFactor: 5.2, heatC: 2, sdLog: 0.1 };
    expect(judged(["quiet"], ["quiet"], ["quiet"], measured).used.rateFactor).toBe(5.2);
  });
});

describe("the weigh-up sheet", () => {
  const plan = { ...newPlan("W", 1), equipment: laid("t-cup1", "portion", "p2").equipment };
  it("goes in the order of the work, and everything that is weighed is in it", () => {
    const items = derive(plan).weighUp;
    expect([...new Set(items.map((i) => i.stage))]).toEqual(["safety", "tools", "colours", "oils", "lye", "targets"]);
    const { masses } = derive(plan);
    const [batter] = masses!.batters;
    const sum = (stage: string) => items.filter((i) => i.stage === stage).reduce((s, i) => s + (i.massG ?? 0), 0);
    expect(sum("oils")).toBeCloseTo(batter.oilsG, 6);
    expect(sum("lye")).toBeCloseTo(batter.lyeG + batter.waterG, 6);
    expect(sum("targets")).toBeCloseTo(batter.baseG, 6);
    expect(items.find((i) => i.id === "target:p2")!.tareG).toBe(61);
  });
  it("a tick holds for the mass it was made at; another mass takes it off and says so", () => {
    const oil = derive(plan).weighUp.find((i) => i.id === "oil:b1:l1")!;
    const ticked: Plan = { ...plan, weighUp: { ticks: [tickOf(oil)], goesOnUnticked: false } };
    expect(derive(ticked).weighUp.find((i) => i.id === oil.id)!.isTicked).toBe(true);
    const longer = { ...ticked, moulds: [{ ...ticked.moulds[0], lengthMm: 300 }] };
    expect(derive(longer).weighUp.find((i) => i.id === oil.id)).toMatchObject({ isTicked: false, isStale: true });
  });
  it("safety items bar the pour, others are asked about", () => {
    const open = openItems(derive(plan).weighUp);
    expect(open.safety.length).toBe(7);
    expect(open.others.some((i) => i.stage === "targets")).toBe(false);
    const all: Plan = {
      ...plan,
      weighUp: { ticks: derive(plan).weighUp.map((i) => tickOf(i)), goesOnUnticked: false },
    };
    expect(openItems(derive(all).weighUp)).toEqual({ safety: [], others: [] });
  });
});

describe("by eye, and by a date", () => {
  it("marks stand around the volume, an error shifts the share, equal cups are evened out", () => {
    const plan = laid("t-cup1", "portion", "p2");
    const marks = eyeballMarks(plan, derive(plan).masses!);
    const ink = marks.find((m) => m.name === "Ink")!;
    expect(ink.volumeMl).toBeGreaterThan(ink.below!);
    expect(ink.volumeMl).toBeLessThan(ink.above!);
    expect(ink.errorPoints[1].points).toBeCloseTo(2, 6);
    expect(equalLevels(marks)[0].names).toEqual(["Ink", "Brass"]);
  });
  it("an order due on 2027-03-01 with 35 days of cure and one to unmould is poured by 2027-01-24", () => {
    expect(latestPourOn("2027-03-01", 35, 1)).toBe("2027-01-24");
  });
});
