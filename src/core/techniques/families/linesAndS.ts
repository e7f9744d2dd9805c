import type { StrokeTool } from "../tools";
import { choice, type Draft, type Family, num, number, str, TOOL_OPTIONS } from "./family";
import { drizzles, EVENLY, inTurn, shareOut, strokeOf } from "./pours";

export const linesAndS: Family = {
  label: "lines and S-curves",
  blurb: "lines from bottles side by side in a tray, then S-curves drawn across them with a rod",
  expect: {
    thin: "Level: fans of fine lines, folded where the strokes came back between.",
    medium: "Fans with clear lines, S behind S.",
    thick: "Lines bent to waves, few of them broken.",
  },
  knobs: [
    number("lines", "lines", 6, 60, 24),
    choice("rakes", "straight rakes first", [
      ["no", "no"],
      ["yes", "yes"],
    ]),
    number("pitchMm", "S-curves every", 15, 80, 32, "mm"),
    choice("tool", "tool", TOOL_OPTIONS.slice(0, 3)),
    number("reachMm", "nozzle reaches down", 0, 100, 60, "mm", 5),
  ],
  recipe(input) {
    const { base, accents, mould, knobs } = input;
    const order = accents.flatMap((p) => [p, base]);
    const lines = num(knobs, "lines");
    const tool = str(knobs, "tool") as StrokeTool;
    const list: Draft[] = inTurn(order.length ? order : [base], Math.max(lines, order.length)).map((p, i) => ({
      kind: "bottleLine",
      portionId: p.id,
      cupPct: EVENLY,
      acrossMm: Math.round((mould.widthMm * (i + 0.5)) / Math.max(lines, order.length)),
      strokes: 2,
      reachMm: num(knobs, "reachMm"),
    }));
    list.push({ kind: "tap" });
    if (str(knobs, "rakes") === "yes") {
      list.push(strokeOf(tool, "rakes", { pitchMm: num(knobs, "pitchMm") / 2 }));
    }
    list.push(strokeOf(tool, "s-curves", { pitchMm: num(knobs, "pitchMm") }));
    return [...shareOut(list), ...drizzles(input)];
  },
  rescues: ["wider-tool", "spoon-swirl", "textured-top", "press-in"],
  leaves: { washUpMin: 22, lostGPerKg: 30 },
  isOrderFixed: true,
};
