import { choice, type Draft, type Family, num, number, str } from "./family";
import { EVENLY, inTurn, shareOut, topLines } from "./pours";

const CLOCKS = [12, 6, 3, 9, 1.5, 7.5, 4.5, 10.5];

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
    choice("way", "poured out", [
      ["travelling", "travelling along the loaf"],
      ["one-place", "in one place"],
    ]),
  ],
  recipe(input) {
    const { base, accents, knobs } = input;
    const list: Draft[] = [{ kind: "potStack", portionId: base.id, cupPct: 100 }];
    if (accents.length > 0) {
      inTurn(accents, Math.max(num(knobs, "drops"), accents.length)).forEach((p, i) => {
        list.push({
          kind: "potDrop",
          portionId: p.id,
          cupPct: EVENLY,
          clock: CLOCKS[i % CLOCKS.length],
          height: i % 2 ? "mid" : "high",
        });
      });
    }
    list.push({ kind: "potTurn", turns: num(knobs, "turns") });
    list.push({ kind: "potPour", way: str(knobs, "way") as "travelling", strokes: 10 });
    return [...shareOut(list), ...topLines(input)];
  },
  windows: {},
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  washUpMin: 6,
  lostGPerKg: 8,
  isOrderFixed: false,
};
