import { area, type Build, boxOf, type Design, type DesignPour, deposit } from "./build";
import { POUR_HEIGHT } from "./look";
import { move } from "./moves";
import { compileFunnel } from "./operations/funnel";
import { compileLayer } from "./operations/layer";
import type { CompiledOperation } from "./points";
import { pourPot, tiltedPot } from "./potPour";
import { drizzle, plop, spoonRow, stripe, topLine } from "./pours";
import { hashSeed } from "./random";
import { lanes, wallPours } from "./sheets";

export type { Design, DesignPour } from "./build";

export interface CompiledDesign {
  lengthMm: number;
  widthMm: number;
  /** Final level of the batter, mm. */
  levelMm: number;
  operations: CompiledOperation[];
  /** After so many pours: how many operations there are and how high the batter stands. Not for places inside a run that is compiled as one. */
  stops?: ReadonlyMap<number, { operations: number; levelMm: number }>;
}

const NOTHING_MM = 1e-9;
const KINDS_INTO_LANES: ReadonlySet<DesignPour["kind"]> = new Set(["compartment", "bottleLine"]);

/** Pours that slide down a tilted mould, on and on while its tilt is lowered: one run of sheets. */
const isOnTilt = (p: DesignPour): boolean => p.kind === "wallPour" || (p.kind === "potPour" && p.way === "tilted");

/** Compiles the operations to volume-preserving maps. A pour of no volume and a movement of no length change nothing. */
export function compileDesign(design: Design, upTo = design.pours.length): CompiledDesign {
  const build: Build = { design, operations: [], levelMm: 0, pot: [], potVolume: 0, tiltDeg: 0 };
  const pours = design.pours.slice(0, upTo);
  const stops = new Map<number, { operations: number; levelMm: number }>();
  for (let i = 0; i < pours.length; i++) {
    const isTilted = isOnTilt(pours[i]);
    if (isTilted || KINDS_INTO_LANES.has(pours[i].kind)) {
      let end = i + 1;
      while (end < pours.length && (pours[end].kind === pours[i].kind || (isTilted && pours[end].kind === "tilt")))
        end++;
      const run = pours.slice(i, end);
      if (pours[i].kind === "wallPour") wallPours(build, run);
      else if (isTilted) tiltedPot(build, run);
      else lanes(build, run);
      i = end - 1;
    } else add(build, pours[i]);
    stops.set(i + 1, { operations: build.operations.length, levelMm: build.levelMm });
  }
  const { lengthMm, widthMm } = design;
  return { lengthMm, widthMm, levelMm: build.levelMm, operations: build.operations, stops };
}

/** A compiled design as it stands after so many pours; null where it has to be compiled anew for that. */
export function stoppedAt(compiled: CompiledDesign, upTo: number): CompiledDesign | null {
  const stop = compiled.stops?.get(upTo);
  if (!stop) return null;
  const { lengthMm, widthMm, operations } = compiled;
  return { lengthMm, widthMm, levelMm: stop.levelMm, operations: operations.slice(0, stop.operations) };
}

function add(b: Build, pour: DesignPour): void {
  const seed = hashSeed(b.design.seed, pour.id);
  const addsMm = pour.volumeMm3 / area(b);
  const isPour = addsMm > NOTHING_MM;
  switch (pour.kind) {
    case "layer":
      if (isPour) deposit(b, compileLayer({ ...boxOf(b, pour.colour), seed, levelMm: b.levelMm, addsMm }), addsMm);
      return;
    case "stripe":
      if (isPour) stripe(b, pour, seed, addsMm);
      return;
    case "plop":
      if (isPour) plop(b, pour, addsMm);
      return;
    case "funnel":
      if (isPour)
        deposit(
          b,
          compileFunnel({ ...boxOf(b, pour.colour), seed, levelMm: b.levelMm, addsMm, trace: pour.trace }),
          addsMm,
        );
      return;
    case "spoonRow":
      if (isPour) spoonRow(b, pour, seed, addsMm);
      return;
    case "topLine":
      if (isPour) topLine(b, pour, seed, addsMm);
      return;
    case "drizzle":
      if (isPour) drizzle(b, pour, seed, addsMm);
      return;
    case "potStack":
      if (isPour) b.pot.push({ kind: "stack", colour: pour.colour, volumeMm3: pour.volumeMm3 });
      return;
    case "potDrop":
      if (isPour)
        b.pot.push({
          kind: "drop",
          colour: pour.colour,
          volumeMm3: pour.volumeMm3,
          clock: pour.clock,
          height: POUR_HEIGHT[pour.height],
          trace: pour.trace,
        });
      return;
    case "potTurn":
      if (pour.turns > 0) b.pot.push({ kind: "turn", turns: pour.turns * 0.45 });
      return;
    case "potPour":
      if (pour.way !== "tilted") pourPot(b, { ...pour, way: pour.way }, seed);
      return;
    case "tilt":
      b.tiltDeg = pour.angleDeg;
      return;
    default:
      if (b.levelMm > 0) move(b, pour, seed);
  }
}
