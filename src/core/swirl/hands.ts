import { generator } from "../units/random";
import { type Build, handOf } from "./build";
import { compileEddies, type Eddy, type EddyPlane } from "./operations/eddies";

/** Eddies are spread over the height by the golden share, each by chance so far from its place; two of a pair lie so much of their reach to either side. */
const GOLDEN = 0.618034;
const STRAYS = 0.5;
const BESIDE = 0.75;

type Range = readonly [number, number];

/** A number of eddies, with ranges for their reach either way of the plane, mm, and for their turn, radians. */
export interface EddiesLeft {
  plane: EddyPlane;
  count: number;
  reachA: Range;
  reachB: Range;
  turn: Range;
  drift?: number;
  waves?: Range;
  /** Opposed pairs side by side instead of single ones. */
  paired?: boolean;
}

const DRIFT = 0.45;
const WAVES: Range = [1, 4];

export const between = (random: () => number, [low, high]: Range): number => low + (high - low) * random();

/** Eddies spread evenly over a plane of a size, each with a sense of its own. */
export function eddiesOver(
  random: () => number,
  o: Pick<EddiesLeft, "count" | "reachA" | "reachB" | "turn" | "paired">,
  sizeA: number,
  sizeB: number,
): Eddy[] {
  const list: Eddy[] = [];
  for (let i = 0; i < o.count; i++) {
    const a = sizeA * ((i + random()) / o.count);
    const b = sizeB * ((i * GOLDEN + random() * STRAYS) % 1);
    const [reachA, reachB] = [between(random, o.reachA), between(random, o.reachB)];
    const angle = between(random, o.turn) * (random() < 0.5 ? 1 : -1);
    if (!o.paired) {
      list.push({ a, b, reachA, reachB, angle });
      continue;
    }
    list.push({ a: a - reachA * BESIDE, b, reachA, reachB, angle });
    list.push({ a: a + reachA * BESIDE, b, reachA, reachB, angle: -angle });
  }
  return list;
}

/** Leaves eddies in all that is in the mould. */
export function leaveEddies(b: Build, seed: number, o: EddiesLeft): void {
  if (o.count < 1 || b.levelMm <= 0) return;
  const { lengthMm, widthMm } = b.design;
  const random = generator(seed);
  const lively = handOf(b);
  const turn = [o.turn[0] * lively, o.turn[1] * lively] as const;
  const size = { x: lengthMm, y: widthMm, z: b.levelMm };
  const [a, c] = [o.plane[0] as "x" | "y", o.plane[1] as "y" | "z"];
  b.operations.push(
    compileEddies({
      seed: seed ^ 0x2545f491,
      lengthMm,
      widthMm,
      levelMm: b.levelMm,
      plane: o.plane,
      drift: o.drift ?? DRIFT,
      waves: o.waves ?? WAVES,
      eddies: eddiesOver(random, { ...o, turn }, size[a], size[c]),
    }),
  );
}
