import { type Family, num, number } from "./family";
import { potKnobs, turnedInPot } from "./pours";

export const toneOnTone: Family = {
  label: "tone on tone",
  blurb: "the second shade dropped into the pot, turned little more than half round and poured out: soft, close shades",
  expect: {
    thin: "Long, soft veils of the second shade in the first; turned too far they are gone.",
    medium: "Ribbons of both shades that swell and thin out along the loaf.",
    thick: "Broad patches of the second shade with drawn-out ends.",
  },
  knobs: potKnobs({ most: 16, drops: 6, passes: 6 }, number("potTurns", "turns of the spatula", 0, 2, 0.6, "", 0.1)),
  recipe(input) {
    return turnedInPot(input, num(input.knobs, "potTurns"), "travelling");
  },
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  leaves: { washUpMin: 7, lostGPerKg: 8 },
  isOrderFixed: false,
};
