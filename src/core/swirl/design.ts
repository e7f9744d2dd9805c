import { hashSeed } from "../units/random";
import { area, type Build, type Design, type DesignPour } from "./build";
import { stripe } from "./drops";
import { draw } from "./kinds";
import { bottleLines, lanes } from "./lanePours";
import type { CompiledOperation } from "./points";
import { tiltedPot, wallPours } from "./tiltPour";

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

const KINDS_INTO_LANES: ReadonlySet<DesignPour["kind"]> = new Set(["compartment", "bottleLine"]);

/** Pours that slide down a tilted mould, on and on while its tilt is lowered: one run of sheets. */
const isOnTilt = (p: DesignPour): boolean => p.kind === "wallPour" || (p.kind === "potPour" && p.way === "tilted");

/** Compiles the operations to volume-preserving maps. A pour of no volume and a movement of no length change nothing. */
export function compileDesign(design: Design, upTo = design.pours.length): CompiledDesign {
  const build: Build = { design, operations: [], levelMm: 0, lastMm: 0, pot: [], tiltDeg: 0 };
  const pours = design.pours.slice(0, upTo);
  const stops = new Map<number, { operations: number; levelMm: number }>();
  for (let i = 0; i < pours.length; i++) {
    const [drop, next] = [pours[i], pours[i + 1]];
    if (drop.kind === "stripe" && next?.kind === "stripe" && next.motion === "outline" && next.volumeMm3 > 0) {
      const outMm3 = drop.volumeMm3 + next.volumeMm3;
      stripe(build, drop, hashSeed(design.seed, drop.id), outMm3 / area(build), {
        colour: next.colour,
        share: next.volumeMm3 / outMm3,
      });
      i++;
      stops.set(i + 1, { operations: build.operations.length, levelMm: build.levelMm });
      continue;
    }
    const isTilted = isOnTilt(pours[i]);
    if (isTilted || KINDS_INTO_LANES.has(pours[i].kind)) {
      let end = i + 1;
      while (end < pours.length && (pours[end].kind === pours[i].kind || (isTilted && pours[end].kind === "tilt")))
        end++;
      const run = pours.slice(i, end);
      if (pours[i].kind === "wallPour") wallPours(build, run);
      else if (isTilted) tiltedPot(build, run);
      else if (pours[i].kind === "bottleLine") bottleLines(build, run);
      else lanes(build, run);
      i = end - 1;
    } else draw(build, pours[i], hashSeed(design.seed, pours[i].id), pours[i].volumeMm3 / area(build));
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
