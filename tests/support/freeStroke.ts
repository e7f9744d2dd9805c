import type { DesignPour } from "../../src/core/swirl/build";

/** A rod drawn freely along some points, in a design. */
export const freeStroke = (points: { xMm: number; yMm: number }[]): DesignPour => ({
  kind: "stroke",
  id: "free",
  colour: 0,
  volumeMm3: 0,
  trace: 2,
  tool: "rod",
  path: "free",
  pitchMm: 5,
  loops: 1,
  depthMm: null,
  points,
});
