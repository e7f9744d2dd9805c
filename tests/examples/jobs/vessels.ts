import { bestPlanOf } from "../../../src/core/advise/bestPlan";
import { eyeballMarks } from "../../../src/core/batter/eyeball";
import { scentCarriers, scentShares } from "../../../src/core/derive/notices/scent";
import { withUniqueLines } from "../../../src/core/document/ids";
import { spreadOverMoulds } from "../../../src/core/document/moulds";
import { plainColourant, plainPortion, plainScent } from "../../../src/core/document/newPlan";
import type { Mould, Plan } from "../../../src/core/document/schema";
import { laneWindow } from "../../../src/core/techniques/operations/compartment";
import { windowOf } from "../../../src/core/techniques/windows";
import { scented } from "../../support/scentedPlans";
import { base, batterOf, cup, edited, family, figure, type Job, mould, ofOils, pot } from "./parts";

/** Jobs of moulds, cups, orders and the clock. */
export const VESSEL_JOBS: Job[] = [
  {
    name: "A home-made closed divider set",
    given: "loaf 250 x 90 x 70 mm; four plates of 3 mm, two of them outer ones, and two ends",
    plan: () =>
      family(mould(base(), { dividers: { count: 4, thicknessMm: 3, isClosedSet: true, widthsMm: null } }), "crossings"),
    figures: [
      figure(
        "lanes",
        "4 - 1",
        3,
        "",
        0,
        (_, p) => new Set(p.operations.flatMap((o) => (o.kind === "compartment" ? [o.index] : []))).size,
      ),
      figure("width of a lane", "(90 - 4 x 3) / 3", 26, "mm", 0.01, (d) =>
        Number(/lanes, (\d+) mm/.exec(d.weighUp.find((i) => i.id === "mould:m1")!.detail)![1]),
      ),
      figure("length of a plate", "250 - 2 x 3", 244, "mm", 0.01, (d) =>
        Number(/plates (\d+) mm/.exec(d.weighUp.find((i) => i.id === "mould:m1")!.detail)![1]),
      ),
    ],
  },
  {
    name: "Seven narrow lanes",
    given: "loaf 70 mm wide, seven lanes without plates entered",
    plan: () => family(mould(base(), { widthMm: 70 }), "crossings", { lanes: 7 }),
    figures: [
      figure(
        "trace at which a lane of 10 mm still fills",
        "1.9 + 2/ln 5 x ln(10/12)",
        1.67,
        "",
        0.01,
        (_, p) => windowOf(p, p.operations.find((o) => o.kind === "compartment")!)!.high,
      ),
      figure(
        "the same for 20 mm",
        "1.9 + 1.243 x ln(20/12) = 2.53, held to 2.3",
        2.3,
        "",
        0.001,
        () => laneWindow(20).high,
      ),
    ],
  },
  {
    name: "A stacked pot on a tilt",
    given: "loaf 250 x 90 x 70 mm; tilted to 35 degrees, lowered in four steps to 26, 18, 9 and 0",
    plan: () => family(base(), "stacked-pot", { angle: 35, tilts: 4 }),
    figures: [
      figure(
        "what it holds at 35 degrees",
        "250 x (90 x 70 - 0.7002 x 90 x 90 / 2) / 1000",
        866,
        "mL",
        0.3,
        (d, p) => d.masses!.operationMl.get(p.operations.filter((o) => o.kind === "potPour")[0].id)!,
      ),
      figure(
        "the second pour, at 26 degrees",
        "250 x (6300 - 0.4877 x 4050) / 1000 - 866",
        215.2,
        "mL",
        0.4,
        (d, p) => d.masses!.operationMl.get(p.operations.filter((o) => o.kind === "potPour")[1].id)!,
      ),
    ],
  },
  {
    name: "A slab cut into loaves",
    given:
      "slab 400 x 300 x 40 mm filled to 95 %, four loaves across its width, bars of 24.5 mm with a wire of 0.5, one star a bar",
    plan: () => ({
      ...mould(base(), {
        kind: "slab",
        lengthMm: 400,
        widthMm: 300,
        heightMm: 40,
        cutInto: { loaves: 4, along: "width" },
      }),
      decorations: [{ id: "d1", name: "star", place: "on-top", perBar: 1 }],
    }),
    figures: [
      figure("bars", "4 x (400 + 0.5) / (24.5 + 0.5)", 64, "", 0, (d) => d.mouldBars[0].bars),
      figure("stars", "64 x 1", 64, "", 0, (d) =>
        Number(/^(\d+)/.exec(d.weighUp.find((i) => i.id === "decoration:d1")!.words)![1]),
      ),
      figure(
        "a fresh bar",
        "400 x 300 x 40 x 0.95 / 1000 x 24.5 x 75 / (400 x 300)",
        69.83,
        "g",
        0.05,
        (d) => d.masses!.moulds[0].fillG * d.mouldBars[0].barShare,
      ),
    ],
  },
  {
    name: "Two loaves, a base each, accents shared",
    given:
      "loaves of 250 and 125 mm; Moon 40 % only into the first, Dusk 20 % only into the second, Ink and Brass 20 % each into both",
    plan: () => {
      const p = base();
      const second: Mould = { ...p.moulds[0], id: "m2", name: "Short loaf", lengthMm: 125 };
      const two: Plan = {
        ...p,
        moulds: [p.moulds[0], second],
        portions: [
          { ...p.portions[0], onlyMouldId: "m1" },
          ...p.portions.slice(1),
          { ...plainPortion("p4", "b1", "Dusk", 20), onlyMouldId: "m2" },
        ],
      };
      return edited(two, spreadOverMoulds(two));
    },
    figures: [
      figure("both loaves together", "1496.25 x 1.5", 2244.4, "mL", 0.1, (d) =>
        d.masses!.moulds.reduce((s, m) => s + (m.volumeMl * 95) / 100, 0),
      ),
      figure("part of Ink for the first loaf", "250 / 375", 66.7, "%", 0.1, (_, p) => partInto(p, "p2", "m1")),
      figure("part of Dusk for the second", "all of it", 100, "%", 0.01, (_, p) => partInto(p, "p4", "m2")),
    ],
  },
  {
    name: "An order by a day",
    given:
      "the plain loaf, bars of 25 mm with a wire of 0.5; 40 bars of 120 g cured, due on 1 March 2027; 35 days of cure, 10 % of residual water",
    plan: () => ({
      ...batterOf(base(), { size: { basis: "order", bars: 40, curedBarG: 120, dueOn: "2027-03-01" } }),
      barThicknessMm: 25,
    }),
    figures: [
      figure("a fresh bar of 25 mm", "1496.25 x 25 / 250", 149.6, "g", 0.2, (d) => d.orders[0].barWetG),
      figure(
        "the same cured",
        "water 0.28294 / 1.4319 = 0.1976 of it; 149.6 x 0.8024 / 0.9",
        133.4,
        "g",
        0.3,
        (d) => d.orders[0].barCuredG,
      ),
      figure("thickness for 120 g", "25 x 120 / 133.4", 22.5, "mm", 0.1, (d) => d.orders[0].thicknessMm),
      figure(
        "fillings of the mould",
        "(250 + 0.5) / (22 + 0.5) = 11 bars; 40 / 11",
        4,
        "",
        0,
        (d) => d.orders[0].fillings,
      ),
      figure("latest day to pour, in January", "1 March less 35 days and 1 to unmould", 24, "", 0, (d) =>
        Number(d.latestPourOn!.slice(8)),
      ),
    ],
  },
  {
    name: "Portions by eye",
    given: "the plain loaf, cups filled to volume marks",
    plan: () => ({ ...base(), practice: { ...base().practice, measuring: "eyeball" } }),
    figures: [
      figure(
        "Ink in its pitcher",
        "303.3 g at 1.0 g/mL",
        303.3,
        "mL",
        0.3,
        (d, p) => eyeballMarks(p, d.masses!)[1].volumeMl,
      ),
      figure(
        "what an error of 10 % is",
        "303.3 x 0.10",
        30.3,
        "g",
        0.1,
        (d, p) => eyeballMarks(p, d.masses!)[1].errorPoints[1].massG,
      ),
      figure(
        "and of the batter",
        "20 % x 0.10",
        2,
        "points",
        0.001,
        (d, p) => eyeballMarks(p, d.masses!)[1].errorPoints[1].points,
      ),
    ],
  },
  {
    name: "A quarter teaspoon in one cup",
    given: "the plain loaf; a quarter US teaspoon of mica (0.5 g/mL, loose) in Ink, dispersed 1 : 3 in oil",
    plan: () => {
      const p = base();
      const mica = {
        ...plainColourant("c1", "Mica", "mica", "#24475a"),
        dose: { amount: 0.25, basis: "tsp" as const },
      };
      return { ...p, portions: p.portions.map((x) => (x.id === "p2" ? { ...x, colourants: [mica] } : x)) };
    },
    figures: [
      figure("powder", "0.25 x 4.92892 x 0.5", 0.616, "g", 0.001, (d) => cup(d, "p2").colourants[0].powderG),
      figure("oil with it", "0.616 x 3", 1.848, "g", 0.002, (d) => cup(d, "p2").colourants[0].carrierG),
      figure(
        "rate that it means",
        "0.616 / (about 304.5 / 1.4223 g of oils) x 100",
        0.288,
        "g per 100 g oils",
        0.003,
        (d) => cup(d, "p2").colourants[0].gPer100gOils,
      ),
    ],
  },
  {
    name: "One scent in the batter and in a cup",
    given:
      "1000 g of oils of the house formula; 3 % of a scent in the whole batter and 2 % of the same in Ink (20 %), its certificate at 3 %",
    plan: () => {
      const s = (amount: number) => {
        const one = plainScent("Amber", "quiet", amount);
        return { ...one, parts: [{ ...one.parts[0], certificatePct: 3 }] };
      };
      const p = ofOils(batterOf(base(), { scent: s(3) }), 1000);
      const both = { ...p, portions: p.portions.map((x) => (x.id === "p2" ? { ...x, scent: s(2) } : x)) };
      return withUniqueLines(both);
    },
    figures: [
      figure(
        "scent in Ink",
        "200 g of oils x (0.03 + 0.02)",
        10,
        "g",
        0.01,
        (d) => cup(d, "p2").scentG + pot(d).scentG * 0.2,
      ),
      figure(
        "of its cured bar",
        "finished 1452.3 x 0.2 + 4.8 + 4 = 299.3, water 56.6; (299.3 - 56.6) / 0.9 = 269.6; 10 / 269.6",
        3.71,
        "%",
        0.02,
        (d, p) => [...scentShares(scentCarriers(p, d.masses!)[1]).values()][0].sharePct,
      ),
      figure(
        "cups over the limit",
        "Ink alone: 3.71 over 3; Moon has 6 x 3 / (1452.3 x 0.6 ...) = 2.3",
        1,
        "",
        0,
        (d) =>
          d.notices.filter(
            (x) => x.message.includes("above the certificate") && !x.message.startsWith("the whole batch"),
          ).length,
      ),
    ],
  },
  {
    name: "A hanger with one fast cup, and piping kept back",
    given: "hanger swirl with a wire of 4 mm; a strong scent in Ink alone; 40 % of Brass kept back for piping",
    plan: () => {
      const p = family(scented(base(), { p2: "strong" }), "hanger");
      return { ...p, portions: p.portions.map((x) => (x.id === "p3" ? { ...x, pipingPct: 40 } : x)) };
    },
    figures: [
      figure(
        "window of the wire, from",
        "thick coated wire from 3.5 mm on",
        2.2,
        "",
        0.001,
        (_, p) => windowOf(p, p.operations.find((o) => o.kind === "wire")!)!.low,
      ),
      figure(
        "piping batter",
        "40 % of the finished cup",
        40,
        "%",
        0.01,
        (d) => (100 * cup(d, "p3").pipingG) / cup(d, "p3").finishedG,
      ),
      figure(
        "chance of the best plan (practice: it mostly works)",
        "between 55 and 100",
        78,
        "%",
        23,
        (_, p) => 100 * bestPlanOf(p, { seed: 5 })!.chance,
      ),
    ],
  },
];

function partInto(p: Plan, portionId: string, mouldId: string): number {
  const of = (id: string | null) =>
    p.operations.reduce(
      (sum, o) =>
        sum + ("cupPct" in o && o.portionId === portionId && (id === null || o.mouldId === id) ? o.cupPct : 0),
      0,
    );
  return (100 * of(mouldId)) / of(null);
}
