import { type Draft, type Family, num, number } from "./family";
import { EVENLY, inTurn, shareOut, topLines } from "./pours";

export const stackedPot: Family = {
  id: "stacked-pot",
  label: "stacked pot on a tilt",
  blurb:
    "all colours stacked down the wall of one pitcher and poured along the upper edge of a tilted mould: slanted feathers",
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
    list.push({ kind: "potPour", way: "tilted", strokes: num(knobs, "strokes") });
    const tilts = num(knobs, "tilts");
    for (let i = 1; i <= tilts; i++)
      list.push({ kind: "tilt", angleDeg: Math.round(num(knobs, "angle") * (1 - i / tilts)) });
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
  washUpMin: 6,
  lostGPerKg: 10,
  isOrderFixed: true,
};
