import { liquid } from "../../support/liquids";
import { bare, base, batterOf, cup, figure, type Job, ofOils, oils, olive, pot, SAP_HOUSE } from "./parts";

/** Jobs of lye, liquids and salts. */
export const MASS_JOBS: Job[] = [
  {
    name: "A plain loaf with two coloured cups",
    given:
      "loaf 250 x 90 x 70 mm filled to 95 %, olive 45, coconut 25, shea 15, rapeseed 10, castor 5; superfat 5 %, lye at 33 %, NaOH of 99 %; two cups of 20 % with 0.6 g of mica per 100 g of oils, dispersed 1 : 3; 2 % stays on tools",
    plan: base,
    figures: [
      figure(
        "batter in the mould",
        "250 x 90 x 70 x 0.95 / 1000",
        1496.25,
        "g",
        0.01,
        (d) => d.masses!.moulds[0].fillG,
      ),
      figure(
        "lye per 100 g of oils",
        `${SAP_HOUSE}; x 0.95 / 0.99 x 100`,
        13.936,
        "g",
        0.01,
        (d) => 100 * pot(d).formula.lyeG,
      ),
      figure(
        "oils",
        "1496.25 / 0.98 = 1526.8 finished; per g of oils 1 + 0.13936 + 0.28294 = 1.4223, colour adds 0.4 x 0.024 = 0.0096; 1526.8 / 1.4319",
        1066.3,
        "g",
        0.5,
        (d) => pot(d).oilsG,
      ),
      figure("lye", "1066.3 x 0.13936", 148.6, "g", 0.2, (d) => pot(d).lyeG),
      figure("water", "148.6 x 67 / 33", 301.7, "g", 0.3, (d) => pot(d).waterG),
      figure("Ink at the split", "1066.3 x 1.4223 x 0.20", 303.3, "g", 0.3, (d) => cup(d, "p2").baseG),
    ],
  },
  {
    name: "A salt bar",
    given:
      "1000 g of oils: coconut 80, olive 15, castor 5; superfat 18 %, lye at 33 %; 50 g of salt per 100 g of oils, stirred in after the colour",
    plan: () =>
      ofOils(
        batterOf(bare(base()), {
          oils: oils(["coconut", 80], ["olive", 15], ["castor", 5]),
          superfatPct: 18,
          additives: [{ id: "a1", kind: "salt", label: "", dose: { amount: 50, basis: "g/100g-oils" } }],
        }),
        1000,
      ),
    figures: [
      figure(
        "lye",
        "(0.8 x 0.18285 + 0.15 x 0.13545 + 0.05 x 0.12939) x 0.82 / 0.99 x 1000",
        143.3,
        "g",
        0.1,
        (d) => pot(d).lyeG,
      ),
      figure(
        "bowl at the split, without the salt",
        "1000 + 143.3 + 143.3 x 67/33",
        1434.3,
        "g",
        0.3,
        (d) => pot(d).plannedBaseG,
      ),
      figure("salt of a cup of 20 %", "500 x 0.20", 100, "g", 0.01, (d) => cup(d, "p2").additives[0].massG),
      figure("finished cup of 20 %", "1434.3 x 0.20 + 100", 386.9, "g", 0.2, (d) => cup(d, "p2").finishedG),
      figure(
        "its density",
        "386.9 / (286.9 / 1.0 + 100 / 2.16)",
        1.161,
        "g/mL",
        0.002,
        (d) => cup(d, "p2").densityGPerMl,
      ),
    ],
  },
  {
    name: "Milk and ice",
    given:
      "1000 g of olive oil, superfat 5 %, lye at 33 %; half of the liquid goat's milk (87 % water, 4 % fat), frozen; half of the plain water as ice",
    plan: () => olive({ liquids: [liquid("goat", 50, "frozen-in-lye")], iceSharePct: 50 }),
    figures: [
      figure("lye", "1000 x 0.13545 x 0.95 / 0.99", 129.98, "g", 0.05, (d) => pot(d).lyeG),
      figure(
        "milk",
        "129.98 x 67/33 = 263.9 of water; 263.9 / (0.5 + 0.5 x 0.87) = 282.2 of liquid; half of it",
        141.1,
        "g",
        0.1,
        (d) => pot(d).liquidG,
      ),
      figure("ice", "141.1 / 2", 70.6, "g", 0.1, (d) => pot(d).iceG),
      figure(
        "lye in what is liquid at first",
        "129.98 / (129.98 + 70.6)",
        64.8,
        "%",
        0.1,
        (d) => pot(d).formula.firstSolutionPct,
      ),
      figure("lye once all has melted", "129.98 / (129.98 + 263.9)", 33, "%", 0.05, (d) => pot(d).formula.solutionPct),
      figure(
        "effective superfat",
        "1 - 128.68 / (135.45 + 141.1 x 0.04 x 0.16147)",
        5.63,
        "%",
        0.03,
        (d) => pot(d).effectiveSuperfatPct,
      ),
    ],
  },
  {
    name: "Coconut milk held back for the emulsion, with a plant water for the lye",
    given:
      "1000 g of olive oil, superfat 5 %, lye at 33 %; 40 % of the liquid coconut milk (70 % water) held back, 30 % plant water (99.5 % water) for the lye",
    plan: () =>
      olive({ liquids: [liquid("coconut", 40, "at-emulsion", "q1"), liquid("plant-water", 30, "with-lye", "q2")] }),
    figures: [
      figure(
        "all liquid",
        "263.9 / (0.3 + 0.4 x 0.70 + 0.3 x 0.995)",
        300.4,
        "g",
        0.3,
        (d) => pot(d).waterG + pot(d).liquidG,
      ),
      figure(
        "lye in what it is dissolved in",
        "129.98 / (129.98 + 90.1 + 90.1 x 0.995)",
        42,
        "%",
        0.1,
        (d) => pot(d).formula.solutionPct,
      ),
    ],
  },
  {
    name: "Two lyes and an acid",
    given:
      "1000 g of olive oil, superfat 5 %; a tenth of the alkali as KOH of 90 %; 10 g of citric acid, which the lye covers",
    plan: () =>
      olive({
        lye: { purityPct: 99, kohSharePct: 10, kohPurityPct: 90, coversAcids: true },
        additives: [{ id: "a1", kind: "citric-acid", label: "", dose: { amount: 10, basis: "g" } }],
      }),
    figures: [
      figure(
        "pure alkali, as NaOH",
        "135.45 x 0.95 + 10 x 0.6246",
        134.92,
        "g",
        0.05,
        (d) => pot(d).oilsG * pot(d).formula.pureAlkaliG,
      ),
      figure("NaOH to weigh", "134.92 x 0.9 / 0.99", 122.7, "g", 0.1, (d) => pot(d).naohG),
      figure("KOH to weigh", "134.92 x 0.1 x 56.106 / 39.997 / 0.9", 21, "g", 0.05, (d) => pot(d).kohG),
    ],
  },
];
