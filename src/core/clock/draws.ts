import { generator } from "../units/random";
import type { Program, Unknown } from "./program";

/**
 * Standard normal numbers for `draws` draws of `count` unknowns, row by row, from a seed (Box-Muller). The same seed gives the same numbers, so that
 * variants of a plan are compared on common random numbers: an unknown draws by its id, not by its place.
 */
export function normals(seed: number, draws: number, ids: readonly string[]): Float64Array {
  const out = new Float64Array(draws * ids.length);
  ids.forEach((id, k) => {
    const random = generator(hash(seed, id));
    for (let i = 0; i < draws; i += 2) {
      const r = Math.sqrt(-2 * Math.log(1 - random()));
      const a = 2 * Math.PI * random();
      out[i * ids.length + k] = r * Math.cos(a);
      if (i + 1 < draws) out[(i + 1) * ids.length + k] = r * Math.sin(a);
    }
  });
  return out;
}

function hash(seed: number, id: string): number {
  let h = 2166136261 ^ seed;
  for (let i = 0; i < id.length; i++) h = Math.imul(h ^ id.charCodeAt(i), 16777619);
  return h >>> 0;
}

/** What is believed of the unknowns: means, and a lower triangle L with L L' the covariance (row by row). */
export interface Belief {
  mean: Float64Array;
  lower: Float64Array;
}

/** Belief before anything has been seen: independent, by each unknown's own mean and spread. */
export function priorBelief(unknowns: readonly Unknown[]): Belief {
  const n = unknowns.length;
  const lower = new Float64Array(n * n);
  unknowns.forEach((u, i) => {
    lower[i * n + i] = u.sd;
  });
  return { mean: Float64Array.from(unknowns, (u) => u.mean), lower };
}

/** Values of the unknowns for every draw, row by row. `scale` 0 gives the means in every row. */
export function drawUnknowns(program: Program, belief: Belief, seed: number, draws: number, scale = 1): Float64Array {
  const n = program.unknowns.length;
  const z = normals(
    seed,
    draws,
    program.unknowns.map((u) => u.id),
  );
  const out = new Float64Array(draws * n);
  for (let d = 0; d < draws; d++) {
    for (let i = 0; i < n; i++) {
      let v = belief.mean[i];
      for (let k = 0; k <= i; k++) v += scale * belief.lower[i * n + k] * z[d * n + k];
      out[d * n + i] = v;
    }
  }
  return out;
}
