import { generator } from "../../units/random";
import { thinness } from "../look";
import { NOISE_MASK, NOISE_NODES, type NoiseTable, noiseTable } from "../noise";
import type { Deposited, DepositPaint } from "../paintDeposit";
import type { CompiledOperation, Point, Points } from "../points";
import { PROFILE_NODES, type Profile, tabulate } from "../profile";
import { PACKED } from "../shader/packer";
import { solve } from "../solve";
import { type Disc, discOf, enterDisc, leaveDisc, packDisc, throughDisc } from "./disc";
import { type Eddy, eddyGroup, packEddies, turnEddies } from "./eddies";

/** Number of the plane in the shader. */
const DISC_PLANE = 3;
const P_NODES = PROFILE_NODES - 1;
/** Most that a pour may take of the face at any height. */
const WIDEST_GAP = 0.82;
/** Where the stem has its full width, share of the way up. */
const STEM = 0.45;
/** A pour's share that spreads as a film under the surface, and how much of it lies near the top: powers of the height. By eye. */
const FILM = {
  share: 0.36,
  most: 0.9,
  thinShare: 0.3,
  varies: [0.75, 1.25],
  power: 2,
  thinPower: 3,
  lastShare: 0.25,
  lastPower: 16,
  lastThinPower: 10,
  last: 4,
  /** One that does not fit is made broader step by step: what is left of its power. */
  broader: 0.7,
} as const;
/** Height of its lowest point, share of the level: least, and how much more by chance, by the pours before it, and for pours that stay high. */
const LOW = { least: 0.03, chance: 0.1, late: 0.22, high: 0.25, highShare: 0.18, thick: 0.08 } as const;
/** How unevenly a ring runs about the middle, share of its width: thin, and more when thick. Waves about it, and how far they turn on the way up. */
const LOBE = { thin: 0.2, thick: 0.3, waves: [1, 5], twist: 0.35 } as const;

export interface FunnelInput extends Deposited {
  seed: number;
  trace: number;
  /** Its place among the counted pours, from 0, and how many there are. */
  index: number;
  of: number;
  /** True where what lies below is no place of the same disc. */
  isFirst: boolean;
}

/** Profile of one pour: a stem, and a film that spreads under the surface. */
function profileOf(o: FunnelInput, random: () => number): { profile: Profile; bottomMm: number } | null {
  const thin = thinness(o.trace);
  const top = o.levelMm + o.addsMm;
  const fromLast = Math.min(1, Math.max(0, (FILM.last - (o.of - 1 - o.index)) / FILM.last));
  const [least, most] = FILM.varies;
  const film = Math.min(
    FILM.most,
    (FILM.share + FILM.thinShare * thin) * (least + (most - least) * random()) + FILM.lastShare * fromLast,
  );
  let power = FILM.power + FILM.thinPower * thin + random() + (FILM.lastPower + FILM.lastThinPower * thin) * fromLast;
  const late = o.of > 1 ? o.index / (o.of - 1) : 0;
  const isHigh = random() < LOW.highShare || o.index === o.of - 1;
  const stays =
    LOW.least + (LOW.chance + LOW.late * late) * random() + (isHigh ? LOW.high : 0) + LOW.thick * (1 - thin);
  const widest = (power: number): Profile =>
    tabulate(
      (t) =>
        (1 - film) * (1 - (1 - Math.min(1, t / STEM)) ** 2) * (1 + (1 - thin) * Math.sin(Math.PI * Math.min(1, t))) +
        film * (power + 1) * t ** power,
    );
  for (; power >= 1; power *= FILM.broader) {
    const profile = widest(power);
    const needed = (o.addsMm * profile.peak * (1 + LOBE.thick)) / WIDEST_GAP;
    if (needed < top) return { profile, bottomMm: Math.min(stays * top, top - needed) };
  }
  return null;
}

/** Flat record of one pour. */
interface Funnel {
  disc: Disc;
  colour: number;
  paint: DepositPaint | null;
  topMm: number;
  addsMm: number;
  bottomMm: number;
  profile: Profile;
  lobe: NoiseTable;
  /** Its integral over the turn, of mean 0. */
  gathered: Float64Array;
  twist: number;
}

/** Share of the face that the pour takes at a height, and how far it has lifted what lies there: written here. */
const gap = { share: 0, liftMm: 0 };
function seek(o: Funnel, z: number): void {
  const span = o.topMm - o.bottomMm;
  const u = Math.min(1, Math.max(0, (z - o.bottomMm) / span)) * P_NODES;
  const k = Math.min(P_NODES - 1, u | 0);
  const part = u - k;
  const { p: table, cumulative } = o.profile;
  const p = table[k] + (table[k + 1] - table[k]) * part;
  gap.share = z <= o.bottomMm ? 0 : (o.addsMm / span) * p;
  gap.liftMm = o.addsMm * (cumulative[k] + ((table[k] + p) / 2) * (part / P_NODES));
}

/** The lobe at a turn, and its integral. */
const lobe = { value: 0, gathered: 0 };
function readLobe(o: Funnel, turn: number): void {
  const p = (turn - Math.floor(turn)) * NOISE_NODES;
  const i = p | 0;
  const part = p - i;
  const [from, to] = [o.lobe[i & NOISE_MASK], o.lobe[(i + 1) & NOISE_MASK]];
  lobe.value = from + (to - from) * part;
  lobe.gathered = o.gathered[i & NOISE_MASK] + ((from + lobe.value) / 2) * (part / NOISE_NODES);
}

/** Waves about the middle of mean 0, and their integral, exact between the nodes. */
function lobesOf(random: () => number, strength: number): { lobe: NoiseTable; gathered: Float64Array } {
  const lobe = noiseTable(random, ...LOBE.waves);
  const mean = lobe.reduce((sum, v) => sum + v, 0) / NOISE_NODES;
  for (let i = 0; i < NOISE_NODES; i++) lobe[i] = strength * (lobe[i] - mean);
  const gathered = new Float64Array(NOISE_NODES);
  for (let i = 1; i < NOISE_NODES; i++) gathered[i] = gathered[i - 1] + (lobe[i - 1] + lobe[i]) / 2 / NOISE_NODES;
  return { lobe, gathered };
}

/**
 * A pour through a funnel over the middle, in places of the disc: opens a disc whose share of the face is g = g0(z') (1 + lobe(turn + twist z')), pushes the
 * rest outward in proportion, and lifts what is above by what it poured below: s = (s' - g)/(1 - g), turn -= g0 J/(1 - g0) with J the integral of the lobe,
 * z = z' - F. The determinant is 1. Where there is too little below, it lies on it as a layer.
 */
export function compileFunnel(input: FunnelInput): CompiledOperation {
  const { lengthMm, widthMm, levelMm: h, addsMm, colour, isFirst } = input;
  const disc = discOf(lengthMm, widthMm);
  const random = generator(input.seed);
  const shape = h > 0 ? profileOf(input, random) : null;
  const strength = LOBE.thick + (LOBE.thin - LOBE.thick) * thinness(input.trace);
  const topMm = h + addsMm;
  if (!shape)
    return {
      kind: "funnel",
      pack: (out) => (input.paint ? null : [PACKED.funnel, ...packDisc(disc, out), isFirst ? 1 : 0, 1, h, colour]),
      isInDisc: true,
      levelMm: topMm,
      inverse(points: Points) {
        const { x, z, live } = points;
        let kept = 0;
        for (let n = 0; n < points.liveCount; n++) {
          const i = live[n];
          if (z[i] >= h)
            points.colour[i] = input.paint ? input.paint(x[i] / lengthMm, 0.5, (z[i] - h) / addsMm) : colour;
          else live[kept++] = i;
        }
        points.liveCount = kept;
        if (isFirst) leaveDisc(disc, points);
      },
      forward() {},
    };
  const { profile, bottomMm } = shape;
  const twist = (LOBE.twist * (2 * random() - 1)) / topMm;
  const o: Funnel = {
    disc,
    colour,
    paint: input.paint ?? null,
    topMm,
    addsMm,
    bottomMm,
    profile,
    twist,
    ...lobesOf(random, strength),
  };
  return {
    kind: "funnel",
    pack: (out) =>
      o.paint
        ? null
        : [
            PACKED.funnel,
            ...packDisc(disc, out),
            ...[isFirst ? 1 : 0, 0, h, colour, topMm, addsMm, bottomMm, twist],
            ...[profile.p, profile.cumulative, o.lobe, o.gathered].map((t) => out.table(t)),
          ],
    isInDisc: true,
    levelMm: topMm,
    inverse(points: Points) {
      enterDisc(disc, points);
      funnelInverse(o, points);
      if (isFirst) leaveDisc(disc, points);
    },
    forward: (point) => funnelForward(o, point),
  };
}

function funnelInverse(o: Funnel, points: Points): void {
  const { x, y, z, live, liveCount, colour: claimed } = points;
  const { bottomMm: bottom, twist, colour, paint } = o;
  let kept = 0;
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    const zi = z[i];
    if (zi > bottom) {
      seek(o, zi);
      const g0 = gap.share;
      readLobe(o, y[i] + twist * zi);
      const g = g0 * (1 + lobe.value);
      if (x[i] < g) {
        claimed[i] = paint === null ? colour : paint(y[i], x[i] / g, gap.liftMm / o.addsMm);
        continue;
      }
      x[i] = (x[i] - g) / (1 - g);
      y[i] -= (g0 * lobe.gathered) / (1 - g0);
      z[i] = zi - gap.liftMm;
    }
    live[kept++] = i;
  }
  points.liveCount = kept;
}

function funnelForward(o: Funnel, point: Point): void {
  if (point.z <= o.bottomMm) return;
  const after = solve((z) => (seek(o, z), z - gap.liftMm), point.z, point.z, o.topMm);
  seek(o, after);
  const g0 = gap.share;
  throughDisc(o.disc, point, (x, y) => {
    const before = (turn: number) => {
      readLobe(o, turn + o.twist * after);
      return turn - (g0 * lobe.gathered) / (1 - g0);
    };
    const turn = solve(before, y[0], y[0] - 1, y[0] + 1);
    readLobe(o, turn + o.twist * after);
    const g = g0 * (1 + lobe.value);
    x[0] = g + x[0] * (1 - g);
    y[0] = turn;
  });
  point.z = after;
}

export interface DiscEddiesInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  drift: number;
  waves: readonly [number, number];
  /** a: share of the face, b: turn; both 0..1. */
  eddies: readonly Eddy[];
  isFirst: boolean;
}

/** Eddies about a funnel, in places of the disc. */
export function compileDiscEddies(input: DiscEddiesInput): CompiledOperation {
  const disc = discOf(input.lengthMm, input.widthMm);
  const group = eddyGroup({ ...input, sizeA: 1, sizeB: 1, sizeC: input.levelMm, wraps: true });
  return {
    kind: "discEddies",
    pack: (out) => [
      PACKED.eddies,
      DISC_PLANE,
      input.isFirst ? 1 : 0,
      out.table(packDisc(disc, out)),
      ...packEddies(group, out),
    ],
    isInDisc: true,
    levelMm: input.levelMm,
    inverse(points: Points) {
      enterDisc(disc, points);
      turnEddies(group, points.x, points.y, points.z, null, points.live, points.liveCount, -1);
      if (input.isFirst) leaveDisc(disc, points);
    },
    forward(point: Point) {
      throughDisc(disc, point, (x, y) => {
        turnEddies(group, x, y, Float64Array.of(point.z), null, Int32Array.of(0), 1, 1);
      });
    },
  };
}
