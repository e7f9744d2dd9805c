import { generator } from "../units/random";
import { noiseAt, noiseTable } from "./noise";
import type { DepositPaint } from "./paintDeposit";

/** What goes into a pot, in order. */
export type PotStep =
  | { kind: "stack"; colour: number; volumeMm3: number }
  | { kind: "drop"; colour: number; volumeMm3: number; clock: number; height: number; trace: number }
  | { kind: "turn"; turns: number };

interface DropMap {
  kind: "drop";
  colour: number;
  /** Share of the pot's area that it takes, mean over its depth. */
  area: number;
  x: number;
  y: number;
  /** How much wider it is at the top than below, -1..1. */
  cone: number;
}
interface TurnMap {
  kind: "turn";
  turns: number;
  eddies: Eddy[];
}
/** Where the blade leaves batter turning behind it: a disc inside the pot, turned most in its middle. */
interface Eddy {
  x: number;
  y: number;
  radius: number;
  /** Turn in the middle, radians. */
  angle: number;
}

/** A pot as a unit disc from above and a height 0..1: who owns each place. */
export interface Pot {
  volumeMm3: number;
  /** True when nothing but stacked colours is in it. */
  isStack: boolean;
  /** Sheets of a stack as they come out: the last in first. */
  outOrder: { colour: number; volumeMm3: number }[];
  /** Colour at a place of the disc (x right, y up, radius at most 1) and a height. */
  colourAt(x: number, y: number, up: number): number;
}

/** How far from the middle a drop falls, share of the radius. */
const DROP_RADIUS = 0.52;
const EDDIES_PER_TURN = 6;

/** Builds the pot from what went in. Each drop pushes what is there outward in proportion; turns shear it most in the middle. */
export function makePot(steps: readonly PotStep[], seed: number): Pot {
  const stacked = steps.filter((s): s is Extract<PotStep, { kind: "stack" }> => s.kind === "stack");
  const base = stacked.reduce((sum, s) => sum + s.volumeMm3, 0);
  const random = generator(seed);
  const wobble = noiseTable(random, 2, 7);
  let inside = base;
  const maps: (DropMap | TurnMap)[] = [];
  for (const s of steps) {
    if (s.kind === "turn") maps.push({ kind: "turn", turns: s.turns, eddies: eddiesOf(s.turns, random) });
    if (s.kind !== "drop" || s.volumeMm3 <= 0) continue;
    inside += s.volumeMm3;
    const angle = Math.PI / 2 - (2 * Math.PI * s.clock) / 12 + (random() - 0.5) * 0.35;
    const r = DROP_RADIUS * (0.8 + 0.4 * random());
    maps.push({
      kind: "drop",
      colour: s.colour,
      area: s.volumeMm3 / inside,
      x: r * Math.cos(angle),
      y: r * Math.sin(angle),
      cone: (0.7 - 1.1 * s.height) * 0.8,
    });
  }
  const cuts: number[] = [];
  let sum = 0;
  for (const s of stacked) {
    sum += s.volumeMm3;
    cuts.push(base > 0 ? sum / base : 1);
  }
  const baseColour = (up: number): number => {
    let k = 0;
    while (k < cuts.length - 1 && up > cuts[k]) k++;
    return stacked[k]?.colour ?? 0;
  };
  return {
    volumeMm3: inside,
    isStack: maps.every((m) => m.kind === "turn"),
    outOrder: stacked.toReversed().map(({ colour, volumeMm3 }) => ({ colour, volumeMm3 })),
    colourAt(x0, y0, up) {
      let x = x0;
      let y = y0;
      for (let k = maps.length - 1; k >= 0; k--) {
        const m = maps[k];
        if (m.kind === "turn") {
          const r2 = x * x + y * y;
          const angle = -2 * Math.PI * m.turns * (1 - r2) * (0.85 + 0.3 * up);
          const c = Math.cos(angle);
          const s = Math.sin(angle);
          [x, y] = [x * c - y * s, x * s + y * c];
          for (let e = m.eddies.length - 1; e >= 0; e--) {
            const eddy = m.eddies[e];
            const ex = x - eddy.x;
            const ey = y - eddy.y;
            const m2 = 1 - (ex * ex + ey * ey) / (eddy.radius * eddy.radius);
            if (m2 <= 0) continue;
            const back = -eddy.angle * m2 * m2 * (0.8 + 0.4 * up);
            const ec = Math.cos(back);
            const es = Math.sin(back);
            x = eddy.x + ex * ec - ey * es;
            y = eddy.y + ex * es + ey * ec;
          }
          continue;
        }
        const dx = x - m.x;
        const dy = y - m.y;
        const q = dx * dx + dy * dy;
        // Distance to the rim in this direction, squared: what is scaled about the drop's place.
        const len = Math.sqrt(q) || 1e-12;
        const ux = dx / len;
        const uy = dy / len;
        const along = m.x * ux + m.y * uy;
        const rim = -along + Math.sqrt(Math.max(0, along * along + 1 - m.x * m.x - m.y * m.y));
        const area = Math.min(0.95, m.area * (1 + m.cone * (2 * up - 1)));
        const edge = rim * rim * area * (1 + 0.2 * noiseAt(wobble, Math.atan2(uy, ux) / (2 * Math.PI) + k * 0.37));
        if (q < edge) return m.colour;
        const scaled = Math.sqrt(Math.max(0, (q - edge) / (1 - edge / (rim * rim))));
        x = m.x + ux * scaled;
        y = m.y + uy * scaled;
      }
      return baseColour(up);
    },
  };
}

/** Eddies left by a turn of the spatula: three for every turn, on its way around, each with its own sense. They fold what the turn shears. */
function eddiesOf(turns: number, random: () => number): Eddy[] {
  const count = Math.max(1, Math.round(EDDIES_PER_TURN * turns));
  return Array.from({ length: count }, (_, i) => {
    const at = 2 * Math.PI * ((i + random()) / EDDIES_PER_TURN);
    const r = 0.35 + 0.2 * random();
    const radius = (1 - r) * (0.75 + 0.2 * random());
    return { x: r * Math.cos(at), y: r * Math.sin(at), radius, angle: (i % 2 ? -1 : 1) * (1 + 0.8 * random()) };
  });
}

/**
 * Colour of a part of the pot's stream: `t` is the share that has been poured out by then, from the lip; `side` runs across the stream, `up` through it.
 * The lip lies at x = 1: the stream takes chords of the disc one after another. A stack comes out from its last colour down.
 */
export function streamColour(pot: Pot, t: number, side: number, up: number): number {
  if (pot.isStack) {
    const wanted = Math.min(0.999999, Math.max(0, t)) * pot.volumeMm3;
    let sum = 0;
    for (const s of pot.outOrder) {
      sum += s.volumeMm3;
      if (wanted < sum) return s.colour;
    }
    return pot.outOrder[pot.outOrder.length - 1]?.colour ?? 0;
  }
  const x = chord(Math.min(1, Math.max(0, t)));
  const half = Math.sqrt(Math.max(0, 1 - x * x));
  return pot.colourAt(x, (2 * side - 1) * half, up);
}

/** How far the folding stream reaches ahead and back, share of the pot. */
const STREAM_FOLD = 0.14;

const CHORDS = 512;
let chords: Float64Array | null = null;
/** Place of the chord beyond which a share t of the disc's area lies. */
function chord(t: number): number {
  if (!chords) {
    chords = new Float64Array(CHORDS + 1);
    for (let i = 0; i <= CHORDS; i++) {
      const wanted = (i / CHORDS) * Math.PI;
      let low = -1;
      let high = 1;
      for (let k = 0; k < 40; k++) {
        const x = (low + high) / 2;
        const beyond = Math.acos(x) - x * Math.sqrt(1 - x * x);
        if (beyond > wanted) low = x;
        else high = x;
      }
      chords[i] = (low + high) / 2;
    }
  }
  const p = t * CHORDS;
  const i = Math.min(CHORDS - 1, Math.floor(p));
  return chords[i] + (chords[i + 1] - chords[i]) * (p - i);
}

/** Paint of one pass of the pot's stream over the mould: which part of it, and in which direction it runs. */
export function passPaint(
  pot: Pot,
  fromT: number,
  toT: number,
  isBack: boolean,
  way: "one-place" | "travelling",
): DepositPaint {
  return (along, across, up) => {
    const run = way === "travelling" ? (isBack ? 1 - along : along) : up;
    const other = way === "travelling" ? up : along;
    // The stream folds as it falls: its sides come from a little earlier and later, round the end of the pot where they must. All passes fold
    // alike, or a part of the pot would be poured twice.
    const fold = STREAM_FOLD * Math.sin(2 * Math.PI * (1.3 * across + 0.8 * other));
    const t = fromT + (toT - fromT) * run + fold;
    return streamColour(pot, t - Math.floor(t), across, other);
  };
}
