import { addDays, parseISO } from "date-fns";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cureDates, unmouldDays } from "../../../src/core/cure/dates";
import type { AfterPour } from "../../../src/core/cure/hours";
import { latestPourOn } from "../../../src/core/cure/order";
import { derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { statusOf } from "../../../src/core/document/status";
import { tickOf } from "../../../src/core/prepare/tick";
import { openItems, WEIGH_UP_STAGES, type WeighUpItem } from "../../../src/core/prepare/weighUp";
import { METRIC, US } from "../../../src/core/units/quantities";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const itemsOf = (plan: Plan, units = METRIC): WeighUpItem[] => derive(plan, undefined, units).weighUp;
const sumOf = (items: readonly WeighUpItem[], prefix: string) =>
  items.filter((i) => i.id.startsWith(prefix)).reduce((sum, i) => sum + (i.massG ?? 0), 0);
const ticked = (plan: Plan, ids: readonly string[]): Plan => {
  const items = itemsOf(plan);
  return {
    ...plan,
    weighUp: {
      ...plan.weighUp,
      ticks: items.filter((i) => ids.includes(i.id)).map((i) => tickOf(i)),
    },
  };
};

describe("the weigh-up sheet of any plan", () => {
  it("lists everything that is weighed once, and nothing of no mass", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const items = itemsOf(plan);
        expect(new Set(items.map((i) => i.id)).size).toBe(items.length);
        const { masses } = derive(plan);
        const [m] = masses!.batters;
        const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(0.1);
        near(sumOf(items, "oil:"), m.oilsG);
        near(sumOf(items, "lye:b1:naoh"), m.naohG);
        near(sumOf(items, "lye:b1:koh"), m.kohG);
        near(sumOf(items, "lye:b1:water") + sumOf(items, "lye:b1:ice"), m.waterG);
        near(sumOf(items, "lye:b1:q"), m.liquidG);
        near(sumOf(items, "additive:b1:"), m.additiveG + m.lateAdditiveG);
        near(sumOf(items, "target:"), m.baseG);
        for (const p of masses!.portions) {
          near(sumOf(items, `scent:${p.id}`), p.scentG);
          const own = p.additives.filter((a) => a.from === "cup").reduce((sum, a) => sum + a.massG, 0);
          near(sumOf(items, `additive:${p.id}:`), own);
        }
        near(sumOf(items, "scent:b1"), m.scentG);
        for (const i of items.filter((x) => ["oils", "lye", "scents"].includes(x.stage) && x.massG !== null))
          expect(i.massG).toBeGreaterThan(0);
      }),
      { numRuns: tries(60) },
    );
  });

  it("powder with its carrier comes to the colour and carrier of the cup", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const { masses } = derive(plan);
        for (const p of plan.portions) {
          const cup = masses!.portions.find((m) => m.id === p.id)!;
          const weighed = itemsOf(plan)
            .filter((i) => i.id.startsWith(`colour:${p.id}:`))
            .reduce((sum, i) => {
              const c = p.colourants.find((x) => i.id.endsWith(`:${x.id}`))!;
              const carried = c.isDispersion || c.carrier.kind === "none" ? 1 : 1 + c.carrier.gPerG;
              return sum + i.massG! * carried;
            }, 0);
          expect(Math.abs(weighed - (cup.colourG + cup.carrierG + cup.carrierWaterG))).toBeLessThan(0.1);
        }
      }),
      { numRuns: tries(60) },
    );
  });

  it("goes stage by stage, safety first, says no hole, and only solids and colours may be spooned", () => {
    const order = Object.keys(WEIGH_UP_STAGES);
    fc.assert(
      fc.property(arbitraryPlan, fc.constantFrom(METRIC, US), (plan, units) => {
        const items = itemsOf(plan, units);
        const places = items.map((i) => order.indexOf(i.stage));
        expect([...places].sort((a, b) => a - b)).toEqual(places);
        expect(items[0].isSafety).toBe(true);
        for (const i of items) {
          expect(`${i.detail} ${i.caution ?? ""}`).not.toMatch(/undefined|NaN|Infinity|null/);
          const isPowder = i.id.startsWith("additive:");
          if (["oils", "lye", "scents", "targets"].includes(i.stage) && !isPowder)
            expect(i.spoonDensityGPerMl).toBeNull();
        }
      }),
      { numRuns: tries(40) },
    );
  });

  it("the lye stands with its caution, whatever the units", () => {
    for (const units of [METRIC, US]) {
      const lye = itemsOf(newPlan("Lye", 1), units).find((i) => i.id === "lye:b1:naoh")!;
      expect(lye.detail).toMatch(/never water into lye/);
      expect(lye.caution).toMatch(/Goggles, gloves, fresh air.*(90 °C|194 °F).*no aluminium/);
    }
  });
});

describe("ticks", () => {
  it("each opens or closes only its own line", () => {
    const plan = newPlan("Ticks", 1);
    const all = itemsOf(plan).filter((i) => i.stage !== "targets");
    for (const one of all) {
      const open = openItems(itemsOf(ticked(plan, [one.id])));
      expect(open.safety.length + open.others.length).toBe(all.length - 1);
      expect([...open.safety, ...open.others].map((i) => i.id)).not.toContain(one.id);
    }
  });

  it("hold over a change within a two-hundredth, and fall over a larger one", () => {
    const plan = newPlan("Ticks", 1);
    const oil = "oil:b1:l1";
    const grown = (share: number): Plan => {
      const t = ticked(plan, [oil]);
      return { ...t, moulds: [{ ...t.moulds[0], lengthMm: t.moulds[0].lengthMm * share }] };
    };
    const line = (p: Plan) => itemsOf(p).find((i) => i.id === oil)!;
    expect(line(grown(1.003))).toMatchObject({ isTicked: true, isStale: false });
    expect(line(grown(1.02))).toMatchObject({ isTicked: false, isStale: true });
    expect(line(plan)).toMatchObject({ isTicked: false, isStale: false });
  });

  it("of lines that are gone are passed over", () => {
    const plan = newPlan("Ticks", 1);
    const strange: Plan = { ...plan, weighUp: { ...plan.weighUp, ticks: [tickOf({ id: "oil:b9:l9", massG: 4 })] } };
    expect(itemsOf(strange).filter((i) => i.isTicked)).toEqual([]);
  });
});

/** Firm after so many hours. */
const firmAfter = (h: number): AfterPour => ({
  unmould: { earliestH: h * 0.7, bestH: h, latestH: h * 3 },
  cut: { earliestH: h, bestH: h * 1.2, latestH: h * 3 },
  reasons: [],
});

describe("dates", () => {
  const day = fc.date({ min: new Date("2020-01-01"), max: new Date("2035-12-31"), noInvalidDate: true });
  const iso = (d: Date) => d.toISOString().slice(0, 10);

  it("an order counted back and forth again is ready on the day that it is due", () => {
    fc.assert(
      fc.property(day, fc.integer({ min: 0, max: 365 }), between(1, 200), (due, cure, h) => {
        const pourOn = latestPourOn(iso(due), cure, unmouldDays(h));
        const dates = cureDates(pourOn, firmAfter(h), cure);
        expect(dates.readyOn).toBe(iso(due));
        expect(dates.unmouldOn >= dates.pourOn && dates.unmouldOn <= dates.readyOn).toBe(true);
      }),
    );
  });

  it("longer to firm up is never unmoulded sooner, and a day is not lost to a few hours", () => {
    let last = 0;
    for (let h = 1; h < 120; h++) {
      expect(unmouldDays(h)).toBeGreaterThanOrEqual(last);
      last = unmouldDays(h);
    }
    expect(unmouldDays(30)).toBe(1);
    expect(unmouldDays(5)).toBe(0);
  });

  it("summer time does not move a date", () => {
    const dates = cureDates("2026-03-28", firmAfter(24), 28);
    expect(dates).toMatchObject({ unmouldOn: "2026-03-29", readyOn: "2026-04-26" });
    expect(iso(addDays(parseISO("2026-10-24T12:00:00Z"), 2))).toBe("2026-10-26");
  });

  it("a batch cures until the day that it is ready, planned and pouring ones wait", () => {
    const dates = cureDates("2026-10-01", firmAfter(24), 28);
    expect(statusOf("planned", dates, "2030-01-01")).toBe("planned");
    expect(statusOf("pouring", dates, "2030-01-01")).toBe("pouring");
    expect(statusOf("poured", dates, "2026-10-29")).toBe("curing");
    expect(statusOf("poured", dates, "2026-10-30")).toBe("ready");
    expect(statusOf("poured", null, "2030-01-01")).toBe("curing");
  });
});
