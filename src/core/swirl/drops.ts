import { generator, hashSeed } from "../units/random";
import { type Build, boxOf, type DesignPour, handOf, lookOf, pushPlume } from "./build";
import { between, leaveEddies } from "./hands";
import { DEEPEST, dragOf, filaments, flatness, POUR_HEIGHT, penetration, stripeWanderMm, thinness } from "./look";
import { alongLoaf, noiseAt, noiseTable } from "./noise";
import { compileEddies } from "./operations/eddies";
import type { DepositPaint } from "./paintDeposit";
import { stripeProfile } from "./profile";
import { STRETCHES, stretchesOf } from "./stretches";

type Stripe = Extract<DesignPour, { kind: "stripe" }>;

/** Filaments of one stripe at most: more are hairlines only. */
const MOST_PARTS = 4;
/** Distance of the filaments of one pass, mm, and of the passes of one stripe; passes laid on from low lie side by side. */
const FILAMENT_SPREAD_MM = 5;
const PASS_SPREAD_MM = 3;
const LOW_SPREAD_MM = 16;
const LOW_REACH = 0.6;
/** Where a pass begins, share of the length: the first of a stripe, the others; and where the last may stop short. */
const BEGINS = { first: [0.02, 0.22], later: [0.015, 0.045] } as const;
const STOPS = { from: 0.55, to: 0.95, share: 0.5, last: 0.02 } as const;
/** Length over which a pour sets in and stops, mm; how much more falls where the hand turns, over which length. */
const RAMP_MM = [12, 28] as const;
const TURN = { first: 0.45, last: 0.35, mm: 14 } as const;
/** How much less deep a stripe reaches where less falls: power of the amount. */
const DEPTH_FOLLOWS = 0.3;
const MOST_AMOUNT = 1.75;
const LEAST_AMOUNT = 0.1;
const UNEVEN = { thick: 0.35, thin: 0.3 } as const;
/** Closest that a middle comes to a wall, share of the width. */
const WALL_MARGIN = 0.02;
/** What is left in all stripes when the last has been poured. */
const AT_END = {
  plane: "yz",
  count: 5,
  reachA: [12, 24],
  reachB: [9, 18],
  turn: [0.25, 0.7],
  waves: [2, 6],
} as const;

const smooth = (t: number): number => {
  const u = Math.min(1, Math.max(0, t));
  return u * u * (3 - 2 * u);
};

/** What falls along the loaf in every pass of the hand: it sets in, stops, and swells where the hand turns. */
function passesOf(pour: Stripe, count: number, lengthMm: number, random: () => number, lively: number): Float64Array[] {
  const thin = thinness(pour.trace);
  return Array.from({ length: count }, (_, i) => {
    const [least, most] = i === 0 ? BEGINS.first : BEGINS.later;
    const begins = least + (most - least) * random();
    const stops =
      i === count - 1 && random() < STOPS.share
        ? STOPS.from + (STOPS.to - STOPS.from) * random()
        : 1 - STOPS.last * random();
    // Every second pass comes back.
    const [from, to] = i % 2 ? [1 - stops, 1 - begins] : [begins, stops];
    const ramps = [0, 1].map(() => (RAMP_MM[0] + (RAMP_MM[1] - RAMP_MM[0]) * random()) / lengthMm);
    const noise = noiseTable(random, 2, 7);
    return stretchesOf((u) => {
      const ramp = smooth((u - from) / ramps[0] + 0.5) * smooth((to - u) / ramps[1] + 0.5);
      const turns =
        1 +
        TURN.first * Math.exp(-((((u - from) * lengthMm) / TURN.mm) ** 2)) +
        TURN.last * Math.exp(-((((to - u) * lengthMm) / TURN.mm) ** 2));
      const uneven = 1 + lively * (UNEVEN.thick + UNEVEN.thin * thin) * noiseAt(noise, alongLoaf(u, 1));
      return ramp * Math.min(MOST_AMOUNT, turns * Math.max(LEAST_AMOUNT, uneven));
    });
  });
}

/** Middles of a stripe along the loaf, mm from its lane. */
interface Way {
  /** By filament: a stripe in circles goes along either side of its rings in turn. */
  aside(filament: number): Float64Array;
  /** What is poured there, share: less where a ring is narrow. */
  flow(filament: number): Float64Array;
}

const straight: Way = { aside: () => stretchesOf(() => 0), flow: () => stretchesOf(() => 1) };

/** Rings along the loaf: their length, half width and how far their middles stray, mm; the far side is narrower, and little falls where both sides meet. */
const RINGS = {
  lengthMm: [22, 52],
  halfMm: [7, 20],
  strayMm: 5,
  farSide: [0.55, 0.95],
  bend: 0.7,
  leastFlow: 0.25,
} as const;

function ringsOf(lengthMm: number, random: () => number): Way {
  const rings: { from: number; to: number; half: number; far: number; stray: number }[] = [];
  for (let from = -RINGS.lengthMm[0] * random(); from < lengthMm; ) {
    const to = from + between(random, RINGS.lengthMm);
    const half = between(random, RINGS.halfMm);
    rings.push({
      from,
      to,
      half,
      far: half * between(random, RINGS.farSide),
      stray: RINGS.strayMm * (2 * random() - 1),
    });
    from = to;
  }
  const at = (u: number) => {
    const x = u * lengthMm;
    const ring = rings.find((r) => x < r.to) ?? rings[rings.length - 1];
    return { ring, out: Math.abs(Math.sin((Math.PI * (x - ring.from)) / (ring.to - ring.from))) ** RINGS.bend };
  };
  return {
    aside: (filament) =>
      stretchesOf((u) => {
        const { ring, out } = at(u);
        return ring.stray * out + (filament % 2 ? -ring.far : ring.half) * out;
      }),
    flow: (filament) => stretchesOf((u) => (filament % 2 ? RINGS.leastFlow + (1 - RINGS.leastFlow) * at(u).out : 1)),
  };
}

/** A second colour poured thinly around a drop: which, and its share of both. */
export interface Outline {
  colour: number;
  share: number;
}
const OUTLINE = { tip: 0.1, torn: 0.35, tornThin: 0.35 } as const;
/** Part of a half stirred cup that one filament shows. */
const FILAMENT_BANDS = 0.34;
const MOST_OUTLINED = 3;

/** How far the noise of an outline runs on from its floor to its surface, so that it is not alike at all heights. */
const ASKEW = { swells: 0.31, leans: 0.47 } as const;

/** Both colours of an outlined drop: the outline along its tip and its two sides, torn by the hand; exactly its share of what is poured. */
function outlinedPaint(
  { colour, paint }: { colour: number; paint?: DepositPaint },
  { colour: outline, share }: Outline,
  thin: number,
  random: () => number,
): DepositPaint {
  const tip = OUTLINE.tip * share;
  const side = (1 - (1 - share) / (1 - tip)) / 2;
  const torn = OUTLINE.torn + OUTLINE.tornThin * thin;
  const [swells, leans] = [noiseTable(random, 3, 12), noiseTable(random, 2, 9)];
  return (along, across, up) => {
    if (up < tip) return outline;
    const swell = torn * noiseAt(swells, along + ASKEW.swells * up);
    const lean = torn * noiseAt(leans, along - ASKEW.leans * up);
    return across < side * (1 + swell + lean) || across > 1 - side * (1 + swell - lean)
      ? outline
      : paint
        ? paint(along, across, up)
        : colour;
  };
}

/** What the filaments of one stripe have at least, and how much more some have: how much falls in each, how deep the later ones go, how far each drags, and how high. */
const UNLIKE = { amount: [0.6, 0.8], depth: [0.55, 0.45], reach: [0.8, 0.4], height: [0.7, 0.5] } as const;
const spreadOf = ([least, more]: readonly [number, number], random: () => number): number => least + more * random();
/** Turns on both sides of a filament: how much taller than wide, how far beside it, by its reach; and how they drift along the loaf. */
const DRAGGED = { tall: 1.2, aside: 0.8, drift: 0.1 } as const;

/** A stripe along the loaf: passes there and back, each in a few filaments, that punch in and drag their sides down. */
export function stripe(b: Build, pour: Stripe, seed: number, addsMm: number, outline?: Outline): void {
  const ph = POUR_HEIGHT[pour.height];
  const { lengthMm, widthMm } = b.design;
  const lively = handOf(b);
  const random = generator(seed);
  const thin = thinness(pour.trace);
  const plain = boxOf(b, pour, FILAMENT_BANDS);
  const box = outline
    ? { ...plain, paint: outlinedPaint(plain, outline, thin, generator(hashSeed(seed, "outline"))) }
    : plain;
  const look = lookOf(b);
  const wander = stripeWanderMm(pour.trace, look);
  const flat = flatness(ph);
  const isLow = flat > 0;
  const way = pour.motion === "circles" ? ringsOf(lengthMm, random) : straight;
  const count = isLow || pour.motion === "circles" ? Math.max(2, pour.passes) : pour.passes;
  const passes = passesOf(pour, count, lengthMm, random, lively);
  const [slow, quick] = [noiseTable(random, 1, 3), noiseTable(random, 4, 11)];
  const slowMm = wander.slow * lively;
  const depth = penetration(pour.trace, ph, look) * (isLow ? LOW_REACH + (1 - LOW_REACH) * (1 - flat) : 1);
  const profile = stripeProfile(pour.trace, ph);
  const parts = Math.max(count, Math.min(outline ? MOST_OUTLINED : MOST_PARTS, count * filaments(pour.trace)));
  const weights = Array.from({ length: parts }, () => spreadOf(UNLIKE.amount, random));
  const all = weights.reduce((a, w) => a + w, 0);
  const drag = dragOf(pour.trace, ph);
  const spread = look.spread * (isLow ? LOW_SPREAD_MM : PASS_SPREAD_MM);
  const low = widthMm * WALL_MARGIN;
  for (let i = 0; i < parts; i++) {
    const isFirst = i < count;
    const own = noiseTable(random, 2, 6);
    const lane =
      pour.acrossMm +
      ((i % count) - (count - 1) / 2) * spread +
      (isFirst ? 0 : look.spread * FILAMENT_SPREAD_MM * (random() < 0.5 ? -1 : 1) * spreadOf(UNLIKE.amount, random));
    const [aside, flow] = [way.aside(i), way.flow(i)];
    const middlesMm = stretchesOf((share) => {
      const u = alongLoaf(share, 1);
      const strays =
        slowMm * noiseAt(slow, u) + lively * (wander.quick * noiseAt(quick, u) + wander.own * noiseAt(own, u));
      const y = lane + aside[Math.round(share * STRETCHES)] + strays;
      return Math.min(widthMm - low, Math.max(low, y));
    });
    const partMm = (addsMm * weights[i]) / all;
    const reached = Math.min(DEEPEST, depth * (isFirst ? 1 : spreadOf(UNLIKE.depth, random)));
    const bottomMm = (b.levelMm + partMm) * (1 - reached);
    pushPlume(b, {
      ...box,
      seed: hashSeed(seed, `part${i}`),
      levelMm: b.levelMm,
      addsMm: partMm,
      acrossMm: lane,
      bottomMm,
      wobbleMm: wander.own * lively,
      profile,
      middlesMm,
      depthFollows: DEPTH_FOLLOWS,
      amounts: passes[i % count].map((v, k) => v * flow[k]),
    });
    if (!isFirst || isLow) continue;
    const reach = drag.reachMm * spreadOf(UNLIKE.reach, random);
    const height = bottomMm + reach * spreadOf(UNLIKE.height, random);
    const side = { b: height, reachA: reach, reachB: reach * DRAGGED.tall };
    b.operations.push(
      compileEddies({
        seed: hashSeed(seed, `drag${i}`),
        lengthMm,
        widthMm,
        levelMm: b.levelMm,
        plane: "yz",
        drift: DRAGGED.drift,
        waves: [2, 6],
        follows: { noise: slow, by: slowMm },
        eddies: [
          { ...side, a: lane - reach * DRAGGED.aside, angle: -drag.turn },
          { ...side, a: lane + reach * DRAGGED.aside, angle: drag.turn },
        ],
      }),
    );
  }
  const at = b.design.pours.findIndex((q) => q.id === pour.id);
  const isLast = !b.design.pours.some((p, i) => p.kind === "stripe" && p.volumeMm3 > 0 && i > at + (outline ? 1 : 0));
  if (isLast) leaveEddies(b, hashSeed(seed, "end"), AT_END);
}
