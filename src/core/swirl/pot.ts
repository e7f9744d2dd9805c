import { generator } from "../units/random";
import type { Packer } from "./shader/packer";

/** What goes into a pot, in order. */
export type PotStep =
  | { kind: "stack"; colour: number; volumeMm3: number }
  | { kind: "drop"; colour: number; volumeMm3: number; clock: number; height: number; trace: number }
  | { kind: "turn"; turns: number };

/** What a drop or a turn does to what is in the pot. */
type PotMap =
  | {
      kind: "drop";
      colour: number;
      /** Share of the pot's area that it takes, mean over its depth. */
      area: number;
      x: number;
      y: number;
      /** How much wider it is at the top than below, -1..1. */
      cone: number;
    }
  | { kind: "turn"; turns: number }
  | {
      kind: "eddy";
      /** A disc inside the pot that turns most in its middle; angle in radians. */
      x: number;
      y: number;
      radius: number;
      angle: number;
    };

/** A pot as a unit disc from above and a height 0..1: who owns each place. */
export interface Pot {
  volumeMm3: number;
  /** True when nothing but stacked colours is in it. */
  isStack: boolean;
  /** Sheets of a stack as they come out: the last in first. */
  outOrder: { colour: number; volumeMm3: number }[];
  /** Colour at a place of the disc (x right, y up, radius at most 1) and a height. */
  colourAt(x: number, y: number, up: number): number;
  /** How many drops, turns and eddies there are, where they stand, how many stacked colours, and where these stand. */
  pack(out: Packer): number[];
}

/** How far from the middle a drop falls, share of the radius, and how far the hand misses its hour, radians. */
const DROP = { radius: [0.46, 0.68], missesRad: 0.35 } as const;
/** A drop from high is wider below, one laid on from low wider at the top. */
const CONE = { low: 0.56, perHeight: 0.88 } as const;
const EDDIES_PER_TURN = 5;
/** How much more the upper batter turns than the lower. */
const TURNS_UP = { mean: 0.85, varies: 0.3 } as const;
const MOST_OF_POT = 0.95;

/** Builds the pot from what went in. Each drop pushes what is there outward in proportion; turns shear it most in the middle. */
/** Places in a pot are said by the clock. */
const CLOCK_HOURS = 12;
/** An eddy turns further the higher up: at the floor, and how much more at the surface. */
const EDDY_UP = { least: 0.8, varies: 0.4 } as const;

export function makePot(steps: readonly PotStep[], seed: number): Pot {
  const stacked = steps.filter((s): s is Extract<PotStep, { kind: "stack" }> => s.kind === "stack");
  const base = stacked.reduce((sum, s) => sum + s.volumeMm3, 0);
  const random = generator(seed);
  let inside = base;
  const maps: PotMap[] = [];
  for (const s of steps) {
    if (s.kind === "turn") maps.push({ kind: "turn", turns: s.turns }, ...eddiesOf(s.turns, random));
    if (s.kind !== "drop" || s.volumeMm3 <= 0) continue;
    inside += s.volumeMm3;
    const angle = Math.PI / 2 - (2 * Math.PI * s.clock) / CLOCK_HOURS + (random() - 0.5) * DROP.missesRad;
    const r = DROP.radius[0] + (DROP.radius[1] - DROP.radius[0]) * random();
    maps.push({
      kind: "drop",
      colour: s.colour,
      area: Math.min(MOST_OF_POT, s.volumeMm3 / inside),
      x: r * Math.cos(angle),
      y: r * Math.sin(angle),
      cone: CONE.low - CONE.perHeight * s.height,
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
    isStack: maps.every((m) => m.kind !== "drop"),
    pack: (out) => [
      maps.length,
      out.table(
        maps.flatMap((m) =>
          m.kind === "turn"
            ? [0, m.turns, 0, 0, 0, 0]
            : m.kind === "eddy"
              ? [1, m.x, m.y, m.radius, m.angle, 0]
              : [2, m.x, m.y, m.area, m.cone, m.colour],
        ),
      ),
      stacked.length,
      out.table(stacked.flatMap((s, k) => [cuts[k], s.colour])),
    ],
    outOrder: stacked.toReversed().map(({ colour, volumeMm3 }) => ({ colour, volumeMm3 })),
    colourAt(x0, y0, up0) {
      let x = x0;
      let y = y0;
      let up = up0;
      for (let k = maps.length - 1; k >= 0; k--) {
        const m = maps[k];
        if (m.kind === "turn") {
          const angle = -2 * Math.PI * m.turns * (1 - x * x - y * y) * (TURNS_UP.mean + TURNS_UP.varies * up);
          const c = Math.cos(angle);
          const s = Math.sin(angle);
          const turned = x * c - y * s;
          y = x * s + y * c;
          x = turned;
        } else if (m.kind === "eddy") {
          const ex = x - m.x;
          const ey = y - m.y;
          const m2 = 1 - (ex * ex + ey * ey) / (m.radius * m.radius);
          if (m2 <= 0) continue;
          const back = -m.angle * m2 * m2 * (EDDY_UP.least + EDDY_UP.varies * up);
          const ec = Math.cos(back);
          const es = Math.sin(back);
          x = m.x + ex * ec - ey * es;
          y = m.y + ex * es + ey * ec;
        } else {
          const dx = x - m.x;
          const dy = y - m.y;
          const q = dx * dx + dy * dy;
          // Distance to the rim in this direction: what is scaled about the drop's place.
          const len = Math.sqrt(q) || 1e-12;
          const along = (m.x * dx + m.y * dy) / len;
          const rim = -along + Math.sqrt(Math.max(0, along * along + 1 - m.x * m.x - m.y * m.y));
          const area = m.area * (1 + m.cone * (2 * up - 1));
          if (q < rim * rim * area) return m.colour;
          const scaled = Math.sqrt(Math.max(0, (q - rim * rim * area) / (1 - area))) / len;
          x = m.x + dx * scaled;
          y = m.y + dy * scaled;
          // It takes more at some heights than at others: what is left is as high as it is much.
          up = (up - m.area * (up + m.cone * (up * up - up))) / (1 - m.area);
        }
      }
      return baseColour(up);
    },
  };
}

/** Where an eddy lies, share of the pot's radius; how wide it is, share of what is left to the wall; how far it turns, rad. */
const EDDY = { from: 0.35, varies: 0.2, wide: 0.75, wideVaries: 0.2, turn: 1, turnVaries: 0.8 } as const;

/** Eddies left by turns of the spatula, on its way around, each with its own sense. They fold what the turn shears. */
function eddiesOf(turns: number, random: () => number): Extract<PotMap, { kind: "eddy" }>[] {
  const count = turns > 0 ? Math.max(1, Math.round(EDDIES_PER_TURN * turns)) : 0;
  return Array.from({ length: count }, (_, i) => {
    const at = 2 * Math.PI * ((i + random()) / EDDIES_PER_TURN);
    const r = EDDY.from + EDDY.varies * random();
    const radius = (1 - r) * (EDDY.wide + EDDY.wideVaries * random());
    const angle = (i % 2 ? -1 : 1) * (EDDY.turn + EDDY.turnVaries * random());
    return { kind: "eddy", x: r * Math.cos(at), y: r * Math.sin(at), radius, angle };
  });
}
