import { type Draft, type Family, num, number } from "./family";
import { acrossAt, EVENLY, inTurn, shareOut, strokeOf, topLines } from "./pours";

export const spoon: Family = {
  label: "spoon swirl",
  blurb: "spoonfuls of alternating colours, a long spoon dragged through: what a batter that ran can still do",
  expect: {
    thin: "Too thin for a spoon: colours run together along the loaf.",
    medium: "Broad, flame-like drawings from end to end.",
    thick: "Blocks of colour with torn edges where the spoon was dragged.",
  },
  knobs: [number("rows", "rows of spoonfuls", 4, 24, 10), number("drags", "drags of the spoon", 0, 6, 2)],
  recipe(input) {
    const { base, accents, mould, knobs } = input;
    const order = [base, ...accents];
    const list: Draft[] = inTurn(order, Math.max(num(knobs, "rows"), order.length)).map((p, i) => ({
      kind: "spoonRow",
      portionId: p.id,
      cupPct: EVENLY,
      acrossMm: acrossAt(i, mould.widthMm),
    }));
    const drags = num(knobs, "drags");
    if (drags > 0) list.push(strokeOf("spoon", "spoon-drags", { pitchMm: 40, loops: drags }));
    list.push({ kind: "tap" });
    return [...shareOut(list), ...topLines(input), { kind: "peaks", tool: "spoon" }];
  },
  windows: {
    stroke: { low: 2.9, high: 4.6, tooThin: "the spoon stirs instead of drawing", tooThick: "it tears and traps air" },
  },
  rescues: ["spooned-layers", "press-in"],
  leaves: { washUpMin: 8, lostGPerKg: 10 },
  isOrderFixed: false,
};
