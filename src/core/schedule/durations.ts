import { isCupPour, isTopPour, type Operation } from "../plan/operations";
import type { Mould } from "../plan/schema";
import { GROWS_WITHIN, PASS_LENGTH_MM, POUR_G_PER_S, WORKING_TIMES_S as T, TIME_GROWS } from "./workingTimes";

/** A working time for a mass: it grows with a power of it, held to sensible ends. */
export function byMass(standardS: number, massG: number, kind: keyof typeof TIME_GROWS): number {
  const { referenceG, power } = TIME_GROWS[kind];
  const [least, most] = GROWS_WITHIN;
  return standardS * Math.min(most, Math.max(least, (massG / referenceG) ** power));
}

/** Seconds that an operation takes a practised person: passes along the mould, and never less than its batter needs to leave the cup. */
export function operationDurationS(o: Operation, massG: number, mould: Mould): number {
  const s = passesS(o, massG, mould);
  return isCupPour(o) || isTopPour(o) ? Math.max(s, massG / POUR_G_PER_S + T.changeCup) : s;
}

/** Seconds by passes, strokes and turns alone. */
function passesS(o: Operation, massG: number, mould: Mould): number {
  const along = mould.lengthMm / PASS_LENGTH_MM;
  switch (o.kind) {
    case "layer":
      return T.changeCup + (T.layerPer100g * massG) / 100;
    case "stripe":
      return T.changeCup + T.stripePass * along * o.passes;
    case "plop":
      return T.changeCup + T.plop;
    case "wallPour":
      return T.changeCup + T.wallStroke * along * o.strokes;
    case "compartment":
      return T.compartmentRound * Math.max(0.6, along);
    case "funnel":
      return T.funnelPour + T.changeCup;
    case "potStack":
      return T.potStack;
    case "potDrop":
      return T.potDrop;
    case "potTurn":
      return T.potTurn * Math.max(0.2, o.turns);
    case "potPour":
      return Math.max((T.potPourPerKg * massG) / 1000, o.way === "tilted" ? T.wallStroke * along * o.strokes : 0);
    case "spoonRow":
      return T.spoonRow * along;
    case "bottleLine":
      return T.bottleStroke * along * o.strokes;
    case "topLine":
      return T.topLine * along;
    case "drizzle":
      return T.drizzle * along;
    case "stroke":
      return strokeS(o, mould, along) + T.wipeTool;
    case "wire":
      return T.wireLoop * o.loops * Math.max(0.7, along) + T.wipeTool;
    case "comb":
      return combS(o, mould, along) + T.wipeTool;
    case "topStroke":
      return T.topStrokePer * along;
    case "peaks":
      return T.peaks * along;
    case "tilt":
      return T.tilt;
    case "tap":
      return T.tap;
    case "pullDividers":
      return T.pullDividers;
  }
}

function strokeS(o: Extract<Operation, { kind: "stroke" }>, mould: Mould, along: number): number {
  if (o.path === "crossings" || o.path === "rakes" || o.path === "s-curves") {
    return (T.crossing * mould.lengthMm * Math.max(1, mould.widthMm / 90)) / o.pitchMm;
  }
  if (o.path === "free") return Math.max(T.toolPass, (T.toolPass * pathMm(o.points)) / PASS_LENGTH_MM);
  if (o.path === "centre-pass" || o.path === "spoon-drags") return T.toolPass * along * o.loops;
  return T.toolLoop * 2 * along * o.loops;
}

/** A comb over the width is set on again every so many teeth; along the loaf each pass is one. */
function combS(o: Extract<Operation, { kind: "comb" }>, mould: Mould, along: number): number {
  if (o.path !== "across") return T.toolPass * along * o.passes * (o.path === "waves" ? 1.5 : 1);
  return T.crossing * Math.ceil(mould.lengthMm / (o.teeth * o.pitchMm)) * o.passes * Math.max(1, mould.widthMm / 90);
}

const pathMm = (points: readonly { xMm: number; yMm: number }[]): number =>
  points.reduce((sum, p, i) => (i ? sum + Math.hypot(p.xMm - points[i - 1].xMm, p.yMm - points[i - 1].yMm) : 0), 0);
