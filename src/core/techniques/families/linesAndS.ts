import type { StrokeTool } from "../tools";
import { choice, type Draft, type Family, num, number, str, TOOL_OPTIONS } from "./family";
import { EVENLY, inTurn, shareOut } from "./pours";

export const linesAndS: Family = {
  label: "lines and S-curves",
  blurb: "lines from bottles side by side in a tray, then S-curves drawn across them with a rod",
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
      list.push({
        kind: "stroke",
        tool,
        path: "rakes",
        pitchMm: num(knobs, "pitchMm") / 2,
        loops: 1,
        depthMm: null,
        points: [],
      });
    }
    list.push({
      kind: "stroke",
      tool,
      path: "s-curves",
      pitchMm: num(knobs, "pitchMm"),
      loops: 1,
      depthMm: null,
      points: [],
    });
    const kept = input.portions.filter((p) => p.keptBackPct > 0);
    return [...shareOut(list), ...kept.map((p): Draft => ({ kind: "drizzle", portionId: p.id, keptBackPct: 100 }))];
  },
  windows: {},
  rescues: ["wider-tool", "spoon-swirl", "textured-top", "press-in"],
  washUpMin: 22,
  lostGPerKg: 30,
  isOrderFixed: true,
};
