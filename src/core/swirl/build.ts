import type { Operation } from "../techniques/operations/registry";
import { hashSeed } from "../units/random";
import { mostOf } from "./amounts";
import { type Look, PLAIN_LOOK } from "./look";
import { marbledPaint, type Shared } from "./marble";
import { compileLayer } from "./operations/layer";
import { compilePlume, plumeBottomMm } from "./operations/plume";
import { compileWarp } from "./operations/warp";
import type { CompiledOperation } from "./points";
import type { PotStep } from "./pot";

/** One operation of a design with all that shapes it; plain data that can be sent to a worker. Movements have no volume. */
export type DesignPour = Operation extends infer O
  ? O extends Operation
    ? Omit<O, "mouldId" | "portionId" | "cupPct" | "keptBackPct"> & {
        colour: number;
        /** What it adds of its own colour. */
        volumeMm3: number;
        /** What comes out of a pot that is poured out, its own colours together. */
        outMm3?: number;
        /** What a half stirred cup pours, its colours with their shares, where it is not one colour. */
        marbled?: readonly Shared[];
        trace: number;
      }
    : never
  : never;

/** The design of one mould: its inner size and the operations in order. */
export interface Design {
  seed: number;
  /** How uneven the hand is, share of the usual; 1 where it is not said. */
  hand?: number;
  /** What photos have taught of it: factors on the constants of `look.ts`; as usual where not said. */
  look?: Partial<Look>;
  lengthMm: number;
  widthMm: number;
  pours: DesignPour[];
}

/** State while a design is compiled: what is in the mould, in the pot, and how the mould stands. */
export interface Build {
  design: Design;
  operations: CompiledOperation[];
  levelMm: number;
  /** Thickness of what was poured last, mm. */
  lastMm: number;
  pot: PotStep[];
  tiltDeg: number;
}

/** How uneven the hand is, share of the usual. */
export const handOf = (b: Build): number => b.design.hand ?? 1;
/** The constants of the hand, as they are known. */
export const lookOf = (b: Build): Look => ({ ...PLAIN_LOOK, ...b.design.look });
export const area = (b: Build) => b.design.lengthMm * b.design.widthMm;
/** A pour as every deposit takes it. @param bands part of a half stirred cup's bands that it shows */
export const boxOf = (b: Build, pour: Pick<DesignPour, "id" | "colour" | "marbled" | "trace">, bands = 1) => ({
  lengthMm: b.design.lengthMm,
  widthMm: b.design.widthMm,
  colour: pour.colour,
  paint: pour.marbled && marbledPaint(pour.marbled, pour.trace, hashSeed(b.design.seed, pour.id), bands),
});

export function deposit(b: Build, operation: CompiledOperation, addsMm: number): void {
  b.operations.push(operation);
  b.levelMm += addsMm;
  b.lastMm = addsMm;
}

/** A pour that has too little under it to sink spreads like a batter of this trace. */
const SPREADS_AT = 2.2;

/** A plume where there is batter enough to take it; else the pour spreads as a layer. */
export function pushPlume(b: Build, input: Parameters<typeof compilePlume>[0]): void {
  const { addsMm } = input;
  const bottom = plumeBottomMm(input.bottomMm, input.levelMm, addsMm * mostOf(input.amounts), input.profile, addsMm);
  deposit(b, bottom === null ? compileLayer({ ...input, trace: SPREADS_AT }) : compilePlume(input), input.addsMm);
}

/** The unevenness of a hand over all that is in the mould. */
export function warp(b: Build, seed: number, amplitudeMm: number, topMm: number | null, modes: number): void {
  const { lengthMm, widthMm } = b.design;
  b.operations.push(
    compileWarp({ seed, lengthMm, widthMm, levelMm: b.levelMm, amplitudeMm: amplitudeMm * handOf(b), topMm, modes }),
  );
}
