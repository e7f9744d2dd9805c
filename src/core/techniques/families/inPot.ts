import { choice, type Draft, type Family, num, number, str } from "./family";
import { aroundPot, EVENLY, shareOut, topLines } from "./pours";

export const inPot: Family = {
  label: "in-pot swirl",
  blurb: "accents dropped into the pot at clock positions, one turn, poured out: the finest, most drawn-out lines",
  expect: {
    thin: "Fine, wandering lines over the whole face; turned too long it greys.",
    medium: "Sheets and folds of every colour, no two bars alike.",
    thick: "Broad patches with crisp borders, hardly mixed.",
  },
  knobs: [
    number("drops", "drops into the pot", 2, 24, 10),
    number("turns", "turns of the spatula", 0, 3, 1, "", 0.5),
    number("passes", "passes of the pour", 2, 16, 7),
    choice("way", "poured out", [
      ["travelling", "travelling along the loaf"],
      ["one-place", "in one place"],
    ]),
  ],
  recipe(input) {
    const { base, accents, knobs } = input;
    const list: Draft[] = [{ kind: "potStack", portionId: base.id, cupPct: 100 }];
    list.push(...aroundPot(accents, num(knobs, "drops"), EVENLY));
    list.push({ kind: "potTurn", turns: num(knobs, "turns") });
    list.push({ kind: "potPour", way: str(knobs, "way") as "travelling", strokes: num(knobs, "passes") });
    return [...shareOut(list), ...topLines(input)];
  },
  windows: {},
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  washUpMin: 6,
  lostGPerKg: 8,
  isOrderFixed: false,
};
