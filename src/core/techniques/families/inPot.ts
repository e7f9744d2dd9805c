import { choice, type Family, num, number, str } from "./family";
import { potKnobs, turnedInPot } from "./pours";

export const inPot: Family = {
  label: "in-pot swirl",
  blurb: "accents dropped into the pot at clock positions, one turn, poured out: the finest, most drawn-out lines",
  expect: {
    thin: "Fine, wandering lines over the whole face; turned too long it greys.",
    medium: "Sheets and folds of every colour, no two bars alike.",
    thick: "Broad patches with crisp borders, hardly mixed.",
  },
  knobs: [
    ...potKnobs({ most: 24, drops: 10, passes: 7 }, number("turns", "turns of the spatula", 0, 3, 1, "", 0.5)),
    choice("way", "poured out", [
      ["travelling", "travelling along the loaf"],
      ["one-place", "in one place"],
    ]),
  ],
  recipe(input) {
    const { knobs } = input;
    return turnedInPot(input, num(knobs, "turns"), str(knobs, "way") as "travelling");
  },
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  leaves: { washUpMin: 6, lostGPerKg: 8 },
  isOrderFixed: false,
};
