import type { Sign } from "../document/logSchema";

interface SignWords {
  label: string;
  /** What to do first, and why, in one line. */
  advice: string;
}

/** What a sign means at the bench. Rules of thumb of the craft: what a supplier says of a scent goes before them. */
export const SIGN_WORDS: Readonly<Record<Sign, SignWords>> = {
  grainy: {
    label: "grainy, dull",
    advice:
      "Stir first: hard fats that set again look like trace and loosen. If the grains stay, warm the vessel a little and use short pulses.",
  },
  riced: {
    label: "riced: small lumps",
    advice: "Whisk. Blend only if the lumps stay, in short pulses, and use this cup at once: it runs from there.",
  },
  seized: {
    label: "seized: solid in the cup",
    advice:
      "Press it into the mould now, gloves on, it is raw; or keep it apart and cook it through. Do not blend it into another cup.",
  },
  parting: {
    label: "parting: oil at the rim",
    advice:
      "Not emulsified. Short pulses until no slick comes back at the rim; what is poured parted separates in the mould.",
  },
  drops: {
    label: "small drops on top",
    advice:
      "Leave them: a few are mostly taken up again as it sets. A film that grows is parting: look again in a minute.",
  },
  "weak-colour": {
    label: "colour looks weak",
    advice:
      "Stir it in fully and look again; white shows late. More only in small amounts, and not over what the colour's sheet allows.",
  },
  turned: {
    label: "turned with the scent",
    advice:
      "Do not correct the colour now: part of it may be gone by tomorrow, and what is added stays. Note it for this scent.",
  },
  air: {
    label: "air bubbles",
    advice:
      "Bell under the surface, tap the vessel, pour low and slowly. After the pour tap the mould once, not while lines are thin.",
  },
  leak: {
    label: "ran under the plates",
    advice:
      "Hold the plates down and pour the other side to the same height; let the next cup thicken a little. The line will not be sharp there.",
  },
};
