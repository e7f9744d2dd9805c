import { type Draft, type Family, num, number } from "./family";
import { acrossAt, EVENLY, shareOut, strokeOf, topLines } from "./pours";

export const toneOnTone: Family = {
  label: "tone on tone",
  blurb: "the second colour dropped into the first and stirred in a little: soft, close shades",
  expect: {
    thin: "Close shades in veils without an edge; the accent is everywhere and nowhere.",
    medium: "Soft ribbons of both shades, the accent still to be found.",
    thick: "Islands of the accent, drawn out a little where the spoon turned.",
  },
  knobs: [number("drops", "drops of each accent", 1, 12, 4), number("turns", "turns in the mould", 0, 4, 2)],
  recipe(input) {
    const { base, accents, mould, knobs } = input;
    const list: Draft[] = [{ kind: "layer", portionId: base.id, cupPct: 70 }];
    const drops = num(knobs, "drops");
    for (let i = 0; i < drops; i++) {
      for (const [k, p] of accents.entries()) {
        const acrossMm = acrossAt(i * accents.length + k, mould.widthMm);
        list.push({ kind: "stripe", portionId: p.id, cupPct: EVENLY, acrossMm, height: "high", passes: 2 });
      }
    }
    list.push({
      kind: "stripe",
      portionId: base.id,
      cupPct: EVENLY,
      acrossMm: Math.round(mould.widthMm / 2),
      height: "mid",
      passes: 3,
    });
    const turns = num(knobs, "turns");
    if (turns > 0) {
      list.push(strokeOf("spoon", "circles", { pitchMm: 60, loops: turns }));
    }
    return [...shareOut(list, new Map([[base.id, 70]])), ...topLines(input)];
  },
  windows: {},
  rescues: ["spoon-swirl", "spooned-layers", "textured-top", "press-in"],
  washUpMin: 7,
  lostGPerKg: 5,
  isOrderFixed: false,
};
