import { type Draft, type Family, num, number } from "./family";
import { aroundPot, EVENLY, shareOut, topLines } from "./pours";

export const toneOnTone: Family = {
  label: "tone on tone",
  blurb: "the second shade dropped into the pot, turned little more than half round and poured out: soft, close shades",
  expect: {
    thin: "Long, soft veils of the second shade in the first; turned too far they are gone.",
    medium: "Ribbons of both shades that swell and thin out along the loaf.",
    thick: "Broad patches of the second shade with drawn-out ends.",
  },
  knobs: [
    number("drops", "drops into the pot", 2, 16, 6),
    number("potTurns", "turns of the spatula", 0, 2, 0.6, "", 0.1),
    number("passes", "passes of the pour", 2, 16, 6),
  ],
  recipe(input) {
    const { base, accents, knobs } = input;
    const list: Draft[] = [{ kind: "potStack", portionId: base.id, cupPct: 100 }];
    list.push(...aroundPot(accents, num(knobs, "drops"), EVENLY));
    list.push({ kind: "potTurn", turns: num(knobs, "potTurns") });
    list.push({ kind: "potPour", way: "travelling", strokes: num(knobs, "passes") });
    return [...shareOut(list), ...topLines(input)];
  },
  windows: {},
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  washUpMin: 7,
  lostGPerKg: 8,
  isOrderFixed: false,
};
