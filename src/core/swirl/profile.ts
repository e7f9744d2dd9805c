import { flatness, thinness } from "./look";

/** Nodes of a tabulated profile. */
export const PROFILE_NODES = 129;

/** Profile of a plume over its depth: `p` >= 0 with integral 1 on [0,1] (0 = lowest point), `cumulative` its integral, both linear/quadratic between nodes. */
export interface Profile {
  p: Float64Array;
  cumulative: Float64Array;
  peak: number;
}

const smoothstep = (t: number) => {
  const u = Math.min(1, Math.max(0, t));
  return u * u * (3 - 2 * u);
};

/** Normalises values at the nodes to integral 1 (trapezoid rule, which the cumulative repeats exactly). */
export function tabulate(density: (t: number) => number): Profile {
  const p = new Float64Array(PROFILE_NODES);
  const cumulative = new Float64Array(PROFILE_NODES);
  const h = 1 / (PROFILE_NODES - 1);
  for (let i = 0; i < PROFILE_NODES; i++) p[i] = Math.max(0, density(i * h));
  let total = 0;
  for (let i = 1; i < PROFILE_NODES; i++) total += ((p[i - 1] + p[i]) / 2) * h;
  let peak = 0;
  for (let i = 0; i < PROFILE_NODES; i++) {
    p[i] /= total;
    peak = Math.max(peak, p[i]);
    if (i > 0) cumulative[i] = cumulative[i - 1] + ((p[i - 1] + p[i]) / 2) * h;
  }
  return { p, cumulative, peak };
}

/** Where the head of a stripe is widest, share of its depth from below: at the trace it is meant for, by trace and by height, and between what. */
const HEAD = { at: 0.3, trace: 1.6, perStep: 0.1, laidOn: 0.08, least: 0.2, most: 0.7 } as const;
/** Width left in the tail up to the surface, share of the widest, and the depth over which the head narrows to it: of thick and of thin batter. */
const TAIL = { thick: 0.14, thin: 0.26 } as const;
const NARROWS = { thin: 0.34, thick: 0.2 } as const;
/** Width of a stripe that is laid on, and the share of its depth over which it gets there. */
const LAID_ON = { width: 0.8, over: 0.75 } as const;

/** Profile of a stripe poured at trace `s` from height `ph` (0..1): a head low down that ends round, a tail up to the surface, flat when laid on. */
export function stripeProfile(s: number, ph: number): Profile {
  const thin = thinness(s);
  const flat = flatness(ph);
  const deep = HEAD.at + HEAD.perStep * (s - HEAD.trace) + HEAD.laidOn * (1 - ph);
  const head = Math.min(HEAD.most, Math.max(HEAD.least, deep));
  const tail = TAIL.thick + TAIL.thin * thin;
  const falls = NARROWS.thin + NARROWS.thick * (1 - thin);
  return tabulate((t) => {
    const drop = t < head ? smoothstep(t / head) : 1 - (1 - tail) * smoothstep((t - head) / falls);
    return (1 - flat) * drop + LAID_ON.width * flat * smoothstep(t / LAID_ON.over);
  });
}

/** Profile of a line laid on the top: widest at the surface, fading downward. */
export const topLineProfile = (): Profile => tabulate(Math.sqrt);
