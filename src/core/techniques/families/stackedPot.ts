import { tiltedVolumeMl, volumeMl } from "../../mould/mould";
import type { PlanMould } from "../../mould/mouldSchema";
import { type Draft, type Family, num, number } from "./family";
import { EVENLY, inTurn, shareOut, topLines } from "./pours";

/** Less than this part of the filling is no pour of its own. */
const LEAST_POUR = 0.02;

/**
 * The pot poured out over the tilts: at each as much as the mould holds to its low rim, then the tilt a little lower; strokes by what is poured. A tilt
 * at which nothing more would fit, or after which all is in, has no pour of its own.
 */
function poursOverTilts(mould: PlanMould, angleDeg: number, tilts: number, strokes: number): Draft[] {
  const fillMl = (volumeMl(mould) * mould.fillPct) / 100;
  const list: Draft[] = [];
  let inMl = 0;
  for (let i = 0; i <= tilts; i++) {
    const at = Math.round(angleDeg * (1 - i / tilts));
    if (i > 0) list.push({ kind: "tilt", angleDeg: at });
    const pourMl = Math.min(fillMl, i === tilts ? fillMl : tiltedVolumeMl(mould, at)) - inMl;
    if (pourMl < LEAST_POUR * fillMl) continue;
    inMl += pourMl;
    list.push({ kind: "potPour", way: "tilted", strokes: Math.max(1, Math.round((strokes * pourMl) / fillMl)) });
  }
  return list;
}

export const stackedPot: Family = {
  label: "stacked pot on a tilt",
  blurb:
    "all colours stacked down the wall of one pitcher and poured along the upper edge of a tilted mould: slanted feathers",
  expect: {
    thin: "Slanted bands that thin out towards the high side.",
    medium: "Clear slanted sheets in the order of the stack, bent where the mould was set down.",
    thick: "Stepped, uneven bands; what does not slide stays at the lip.",
  },
  knobs: [
    number("rounds", "rounds of the stack", 1, 8, 4),
    number("angle", "tilt", 20, 45, 35, "°", 5),
    number("strokes", "strokes of the pour", 6, 60, 24, "", 2),
    number("tilts", "steps in which the tilt is lowered", 1, 6, 4),
  ],
  recipe(input) {
    const { base, accents, knobs } = input;
    const wanted = [base, ...accents];
    // What goes in last comes out first and lies lowest: the stack is the wanted order of the mould, reversed.
    const stack = inTurn(wanted, wanted.length * num(knobs, "rounds")).toReversed();
    const list: Draft[] = [{ kind: "tilt", angleDeg: num(knobs, "angle") }];
    for (const p of stack) list.push({ kind: "potStack", portionId: p.id, cupPct: EVENLY });
    list.push(...poursOverTilts(input.mould, num(knobs, "angle"), num(knobs, "tilts"), num(knobs, "strokes")));
    return [...shareOut(list), ...topLines(input)];
  },
  windows: {
    potStack: {
      low: 1.3,
      high: 2.3,
      tooThin: "the colours run into each other in the pitcher",
      tooThick: "the stack clumps and feathers break",
    },
    potPour: {
      low: 1.3,
      high: 2.4,
      tooThin: "feathers blur",
      tooThick: "strokes pile up and do not run down the slope",
    },
  },
  rescues: ["another-mould", "spoon-swirl", "spooned-layers", "press-in"],
  leaves: { washUpMin: 6, lostGPerKg: 10 },
  isOrderFixed: true,
};
