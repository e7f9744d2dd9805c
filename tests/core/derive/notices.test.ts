import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { takeMould, takeScent, takeTool } from "../../../src/core/library/use";
import type { ToolUse } from "../../../src/core/mould/toolSchema";
import { FAMILY_IDS } from "../../../src/core/techniques/families/registry";
import { METRIC, US } from "../../../src/core/units/quantities";
import { MOULDS, SCENTS, TOOLS } from "../../../src/data/demo/library";
import { demoBatches } from "../../../src/data/demo/studio";
import { liquid } from "../../support/liquids";

/** What is said of a plan next to a field and below it, level first. */
const said = (plan: Plan, field: string, units = METRIC): string =>
  derive(plan, undefined, units)
    .notices.filter((n) => n.field === field || n.field.startsWith(`${field}.`))
    .map((n) => `${n.level}: ${n.message}`)
    .join("\n");
type Batter = Plan["batters"][0];
type Portion = Plan["portions"][0];
const base = () => newPlan("Notices", 1);
const batter = (change: Partial<Batter>): Plan => ({ ...base(), batters: [{ ...base().batters[0], ...change }] });
const portion = (index: number, change: Partial<Portion>, plan = base()): Plan => ({
  ...plan,
  portions: plan.portions.map((p, i) => (i === index ? { ...p, ...change } : p)),
});
const additive = (kind: Batter["additives"][0]["kind"], amount: number): Partial<Batter> => ({
  additives: [{ id: "a1", kind, label: "", dose: { amount, basis: "g/100g-oils" } }],
});
const UNCOVERED = { lye: { ...base().batters[0].lye, coversAcids: false } };
const water = (method: Batter["water"]["method"], value: number): Partial<Batter> => ({ water: { method, value } });
const scentOf = (id: string) =>
  takeScent({ id, document: SCENTS[id] }, (other) => ({ id: other, document: SCENTS[other] }));

describe("a plan that asks for nothing unusual", () => {
  it("says nothing that stops or asks", () => {
    expect(derive(base()).notices.filter((n) => n.level !== "hint")).toEqual([]);
  });
});

describe("what is said of a formula, next to the field that causes it", () => {
  it.each([
    [
      "lye at 50 % by concentration",
      water("concentration", 50),
      "water",
      /^ask: Lye at 50 % is a strong water discount/,
    ],
    ["lye above 50 %", water("concentration", 50.5), "water", /^block: .*less water than lye.*dangerously strong/],
    ["water 0.9 times the lye", water("ratio", 0.9), "water", /^block: .*less water than lye/],
    ["water at 8 % of the oils", water("percentOfOils", 8), "water", /^block/],
    ["lye at 42 %", water("concentration", 42), "water", /^ask: .*shortens the working time/],
    ["lye at 22 %", water("concentration", 22), "water", /^ask: .*slow unmould/],
    [
      "nearly all water as ice",
      { iceSharePct: 80 },
      "iceSharePct",
      /^ask: Until it melts the lye has only .* a spoonful at a time/,
    ],
    ["milk frozen", { liquids: [liquid("goat", 50, "frozen-in-lye")] }, "liquids.q1", /^hint: .*under 30 °C/],
    ["milk into hot lye", { liquids: [liquid("goat", 50, "with-lye")] }, "liquids.q1", /^ask: .*freeze it into cubes/],
    ["superfat 2.9 %", { superfatPct: 2.9 }, "superfatPct", /^ask: Superfat 2\.9 %/],
    ["superfat below zero", { superfatPct: -1 }, "superfatPct", /^block/],
    ["superfat 10.5 %", { superfatPct: 10.5 }, "superfatPct", /^ask: .*salt bars apart/],
    [
      "citric acid not covered",
      { ...additive("citric-acid", 2), ...UNCOVERED },
      "superfatPct",
      /^hint: Acids take .* g of NaOH/,
    ],
    ["no dose", additive("clay", 0), "additives.a1", /^hint: clay: no dose yet/],
    ["too much sugar", additive("sugar", 6), "additives.a1", /^ask: .*above the usual 0\.1 to 3: more overheats/],
    ["hardly any lactate", additive("sodium-lactate", 0.1), "additives.a1", /^ask: .*far below the usual/],
    ["warm sugar", { ...additive("sugar", 3.2), startTemperatureC: 45 }, "startTemperatureC", /^ask: .*start cooler/],
    ["very hot", { startTemperatureC: 66 }, "startTemperatureC", /^ask: Above 60 °C .*overheat/],
    [
      "cocoa butter poured cold",
      { oils: [{ id: "l1", oilId: "cocoa", sharePct: 100 }], startTemperatureC: 20 },
      "startTemperatureC",
      /^ask: .*false trace/,
    ],
    [
      "a gross weight without the tare",
      { bowl: { tareG: null, grossG: 2000 } },
      "bowl.tareG",
      /^ask: Weigh the empty bowl/,
    ],
    [
      "a bowl heavier than with batter",
      { bowl: { tareG: 2000, grossG: 1900 } },
      "bowl.grossG",
      /^ask: .*must weigh more/,
    ],
    ["a gross weight far off", { bowl: { tareG: 200, grossG: 900 } }, "bowl.grossG", /^ask: .*% less than/],
  ] as [string, Partial<Batter>, string, RegExp][])("%s", (_name, change, field, message) => {
    expect(said(batter(change), `batters.b1.${field}`)).toMatch(message);
  });

  it.each([
    ["lye at 40 %", water("concentration", 40), "water"],
    ["lye at 25 %", water("concentration", 25), "water"],
    ["superfat 3 %", { superfatPct: 3 }, "superfatPct"],
    ["superfat 10 %", { superfatPct: 10 }, "superfatPct"],
    ["the most clay that is usual", additive("clay", 3), "additives"],
    [
      "acids that the lye covers",
      { ...additive("citric-acid", 2), lye: { ...base().batters[0].lye, coversAcids: true } },
      "superfatPct",
    ],
    ["half as ice", { iceSharePct: 50 }, "iceSharePct"],
    ["a bowl that weighs out", { bowl: { tareG: null, grossG: null } }, "bowl"],
  ] as [string, Partial<Batter>, string][])("%s: nothing", (_name, change, field) => {
    expect(said(batter(change), `batters.b1.${field}`)).toBe("");
  });

  it("acids that are not covered raise the superfat by what they eat", () => {
    const { masses } = derive(batter({ ...additive("citric-acid", 2), ...UNCOVERED }));
    const plain = derive(base()).masses!;
    expect(masses!.batters[0].effectiveSuperfatPct).toBeGreaterThan(plain.batters[0].effectiveSuperfatPct + 5);
  });
});

describe("what is said of the split", () => {
  const shares = (...pct: number[]): Plan => {
    const plan = base();
    return {
      ...plan,
      portions: plan.portions.map((p, i) => ({ ...p, sharePct: pct[i], takesRest: false })),
    };
  };
  it.each([
    ["too little", shares(50, 20, 20), "portions", /^block: Shares add up to 90 %: 10 % of the batter has no cup/],
    ["too much", shares(50, 40, 20), "portions", /^block: Shares add up to 110 %: 10 % more than there is/],
    [
      "nothing left for the rest",
      portion(1, { sharePct: 100 }),
      "portions.p1.sharePct",
      /^block: .*nothing is left for/,
    ],
    [
      "all kept back",
      portion(1, { keptBackPct: 90, pipingPct: 10, samplePct: 5 }),
      "portions.p2.keptBackPct",
      /nothing is left to pour/,
    ],
    [
      "kept back with no line",
      portion(1, { keptBackPct: 25 }),
      "portions.p2.keptBackPct",
      /^hint: .*no line on the top yet/,
    ],
  ] as [string, Plan, string, RegExp][])("%s", (_name, plan, field, message) => {
    expect(said(plan, field)).toMatch(message);
  });
  it("shares that close are not mentioned", () => {
    expect(said(shares(50, 30, 20), "portions")).not.toMatch(/block/);
  });

  it("a cup that is not poured out and one that is asked for too much are both told in grams or percent", () => {
    const plan = base();
    const own = plan.operations.filter((o) => "cupPct" in o && o.portionId === "p2");
    const scaled = (factor: number): Plan => ({
      ...plan,
      operations: plan.operations.map((o) =>
        own.includes(o) && "cupPct" in o ? { ...o, cupPct: o.cupPct * factor } : o,
      ),
    });
    expect(said(scaled(0.5), "portions.p2.pours")).toMatch(/^ask: .* g \(50 % of the cup\) is not poured yet/);
    const twice = scaled(1);
    const doubled: Plan = {
      ...twice,
      operations: [...twice.operations, ...own.map((o) => ({ ...o, id: `${o.id}-again` }))],
    };
    expect(said(doubled, "portions.p2.pours")).toMatch(/^ask: .*ask for 200 % of the cup/);
  });
});

describe("what is said of scents", () => {
  const loaded = (amount: number): Plan =>
    portion(1, { scent: { ...scentOf("s-fir"), load: { amount, base: "oils" } } });

  it("a high load refers to the certificate", () => {
    expect(said(loaded(8), "portions.p2.scent")).toMatch(/8 % of oils is a high load.*certificate/);
    expect(said(loaded(2), "portions.p2.scent")).not.toMatch(/high load/);
  });

  it("a scent that seizes or rices is told how to handle", () => {
    const scent = scentOf("s-fir");
    const behaving = (change: object): Plan =>
      portion(1, {
        scent: { ...scent, parts: scent.parts.map((p) => ({ ...p, seizes: false, rices: false, ...change })) },
      });
    expect(said(behaving({ seizes: true }), "portions.p2.scent")).toMatch(/known to seize: pour this cup first/);
    expect(said(behaving({ rices: true }), "portions.p2.scent")).toMatch(/may rice: whisk/);
    expect(said(behaving({}), "portions.p2.scent")).not.toMatch(/seize|rice/);
  });

  it("a blend whose parts do not add up is taken by their ratio, and says so", () => {
    const scent = scentOf("s-night");
    const plan = portion(1, {
      scent: { ...scent, parts: scent.parts.map((p) => ({ ...p, sharePct: p.sharePct / 2 })) },
    });
    expect(said(plan, "portions.p2.scent")).toMatch(/adds up to 50 %; its parts are taken by their ratio/);
    expect(derive(plan).masses!.portions[1].scentG).toBeCloseTo(
      derive(portion(1, { scent })).masses!.portions[1].scentG,
      9,
    );
  });

  it("a scent in the whole batter counts together with the one in the cup", () => {
    const clove = { ...scentOf("s-clove"), load: { amount: 2.5, base: "oils" as const } };
    const inCup = portion(1, { scent: clove });
    const both: Plan = { ...inCup, batters: [{ ...inCup.batters[0], scent: clove }] };
    expect(said(inCup, "portions.p2.scent")).not.toMatch(/above the certificate/);
    expect(said(both, "portions.p2.scent")).toMatch(/above the certificate of 3\.2 %/);
    expect(said(both, "portions.p1.scent")).not.toMatch(/above the certificate/);
  });
});

describe("what is said of moulds and tools", () => {
  const laid = (toolId: string, use: ToolUse, servesId: string | null, spec: object = {}): Plan => {
    const tool = takeTool({ id: toolId, document: TOOLS[toolId] }, "e1", use, servesId);
    return { ...base(), equipment: [{ ...tool, spec: { ...tool.spec, ...spec } as typeof tool.spec }] };
  };
  it.each([
    [
      "a hanger much too short",
      laid("t-wire", "design", "m1", { lengthMm: 150 }),
      /shorter than the mould: the ends stay unswirled/,
    ],
    ["a hanger too thick", laid("t-wire", "design", "m1", { thicknessMm: 20 }), null],
    ["a bare wire", laid("t-wire", "design", "m1", { isCoated: false }), /must be stainless/],
    [
      "a lye jug too small",
      laid("t-lye", "lye", "b1", { capacityMl: 300 }),
      /too small for the lye water: it can foam up/,
    ],
    [
      "a scale that carries too little",
      laid("t-bench", "loads", null, { capacityG: 500 }),
      /more than Bench scale carries/,
    ],
    ["a nozzle long enough", laid("t-bottle", "design", "m1", { nozzleReachMm: 200 }), null],
    ["a stick long enough", laid("t-stick", "design", "m1", { lengthMm: 300 }), null],
  ] as [string, Plan, RegExp | null][])("%s", (_name, plan, message) => {
    const words = said(plan, "equipment.e1");
    if (message) expect(words).toMatch(message);
    else expect(words).toBe("");
  });

  it("a thick hanger is too much for a low mould", () => {
    const plan = laid("t-wire", "design", "m1", { thicknessMm: 12 });
    const low: Plan = { ...plan, moulds: [{ ...plan.moulds[0], heightMm: 30 }] };
    expect(said(low, "equipment.e1")).toMatch(/too much for a mould 30 mm high/);
  });

  it("plates that take all the room are answered before anything else is said of them", () => {
    const plan = base();
    const divided = (count: number, thicknessMm: number): Plan => ({
      ...plan,
      moulds: [
        { ...plan.moulds[0], kind: "divided", dividers: { count, thicknessMm, isClosedSet: false, widthsMm: null } },
      ],
    });
    expect(said(divided(12, 20), "moulds.m1.dividers")).toMatch(/take more room than there is/);
    expect(said(divided(1, 2), "moulds.m1.dividers")).toBe("");
  });

  it("a batter that stands above the rim while the plates are in is told how far it sinks", () => {
    const plan = base();
    const full: Plan = {
      ...plan,
      moulds: [
        {
          ...plan.moulds[0],
          fillPct: 100,
          kind: "divided",
          dividers: { count: 3, thicknessMm: 8, isClosedSet: false, widthsMm: null },
        },
      ],
    };
    expect(said(full, "moulds.m1.dividers")).toMatch(/above the rim: it sinks to .* when they are pulled/);
  });

  it("a place outside the mould is told at the step", () => {
    const plan = base();
    const step = plan.operations.find((o) => "acrossMm" in o)!;
    const out: Plan = {
      ...plan,
      operations: plan.operations.map((o) => (o.id === step.id ? ({ ...o, acrossMm: 400 } as typeof o) : o)),
    };
    expect(said(out, `operations.${step.id}.acrossMm`)).toMatch(/400 mm is outside the mould, which is .* wide/);
  });

  it("a soft library mould is taken with its words, and the plan still derives", () => {
    const plan: Plan = { ...base(), moulds: [takeMould({ id: "m-soft", document: MOULDS["m-soft"] }, "m1", 95)] };
    expect(derive(plan).masses!.moulds[0].pouredG).toBeGreaterThan(0);
  });
});

describe("all that is said", () => {
  const plans = [...FAMILY_IDS.map(planOfFamily), ...demoBatches("2026-11-24").map((b) => b.plan)];

  it("stands next to a field that the plan has", () => {
    for (const plan of plans) {
      const ids = new Set(
        [plan.batters, plan.portions, plan.moulds, plan.operations, plan.equipment].flatMap((list) =>
          list.map((x) => x.id),
        ),
      );
      for (const { field } of derive(plan).notices) {
        const [list, id] = field.split(".");
        if (["batters", "moulds", "operations", "equipment"].includes(list)) expect(ids, field).toContain(id);
      }
    }
  });

  it("has an end, a capital or a name at its start, no unfilled hole, and never calls anything safe", () => {
    for (const plan of plans)
      for (const { message } of derive(plan).notices) {
        expect(message).toMatch(/[.!?]$/);
        expect(message).not.toMatch(/undefined|NaN|null|Infinity|\bsafe\b/);
      }
  });

  it("is said in the units of whoever reads", () => {
    const tight: Plan = { ...base(), batters: [{ ...base().batters[0], startTemperatureC: 66 }] };
    expect(said(tight, "batters.b1.startTemperatureC", US)).toMatch(/Above 140 °F/);
    const strong = batter(water("ratio", 0.9));
    expect(said(strong, "batters.b1.water", US)).toMatch(/ oz for .* oz\)/);
  });
});
