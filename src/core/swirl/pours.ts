import { generator, hashSeed } from "../units/random";
import { type Build, boxOf, type DesignPour, deposit, lookOf, pushPlume, warp } from "./build";
import { handMm, POUR_HEIGHT, penetration, TOP_LINE } from "./look";
import { bump, compileLens, footprint } from "./operations/lens";
import { topLineProfile } from "./profile";

/** Amounts that differ as a hand's do: this at least, and so much more by chance. */
const UNEQUAL = { least: 0.6, more: 0.8 } as const;
const unequal = (random: () => number): number => UNEQUAL.least + UNEQUAL.more * random();
/** Widest that a heap lies, shares of the mould's length and width. */
const WIDEST = { along: 0.9, across: 0.95 } as const;

/** A plop: how far it runs by how thick it lies and how thin it is, and how much of its depth a heap keeps. */
const PLOP = { leastMm: 6, perRootMm: 9, runs: 0.9, thinUnder: 2.6, thinMore: 0.5, depth: 0.6 } as const;
export function plop(b: Build, pour: Extract<DesignPour, { kind: "plop" }>, addsMm: number): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const ph = POUR_HEIGHT[pour.height];
  const thickMm = Math.max(PLOP.leastMm, PLOP.perRootMm * Math.sqrt(addsMm + 1));
  const reach = Math.sqrt(pour.volumeMm3 / thickMm) * PLOP.runs;
  const spread = 1 + PLOP.thinMore * Math.max(0, PLOP.thinUnder - pour.trace);
  const lens = compileLens({
    ...boxOf(b, pour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint(bump(pour.alongMm / L, Math.min(WIDEST.along, (reach * spread) / L))),
    across: footprint(bump(pour.acrossMm / W, Math.min(WIDEST.across, (reach * spread) / W))),
    depthMm: (b.levelMm + addsMm) * penetration(pour.trace, ph, lookOf(b)) * PLOP.depth,
  });
  deposit(b, lens, addsMm);
}

/**
 * A row of spoonfuls: one every so many mm, where it lies within that, shares; half widths of one along and of the row across, shares of their step and of the mould; the film between
 * and beside them, shares; how far they press in, mm and share of what lies.
 */
const SPOONS = {
  everyMm: 38,
  from: 0.25,
  over: 0.5,
  half: 0.85,
  row: 0.38,
  rowMore: 0.1,
  between: 0.12,
  beside: 0.04,
  pressMm: 6,
  press: 0.25,
  ragged: 0.7,
  roundMm: 4,
} as const;
export function spoonRow(
  b: Build,
  pour: Extract<DesignPour, { kind: "spoonRow" }>,
  seed: number,
  addsMm: number,
): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const random = generator(seed);
  const spoons = Math.max(2, Math.round(L / SPOONS.everyMm));
  const places = Array.from({ length: spoons }, (_, i) => (i + SPOONS.from + SPOONS.over * random()) / spoons);
  const sizes = places.map(() => unequal(random));
  const bumps = places.map((p) => bump(p, SPOONS.half / spoons));
  const heap = bump(pour.acrossMm / W, SPOONS.row + SPOONS.rowMore * random());
  const lens = compileLens({
    ...boxOf(b, pour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint((u) => SPOONS.between + bumps.reduce((sum, f, i) => sum + sizes[i] * f(u), 0)),
    across: footprint((u) => SPOONS.beside + heap(u)),
    depthMm: Math.min(SPOONS.pressMm, b.levelMm * SPOONS.press) * random(),
  });
  deposit(b, lens, addsMm);
  warp(b, hashSeed(seed, "press"), handMm(pour.trace) * SPOONS.ragged, null, SPOONS.roundMm);
}

/**
 * How far lumps stray from an even grid, share of its step, how unlike in size they are, and how far they are pressed into what lies, shares of a lump's radius
 * and of what lies; how much wider than round they end, and how ragged their surface is.
 */
const LUMP = {
  strays: 0.7,
  least: 0.7,
  most: 1.3,
  roundMm: 4,
  pressed: 0.3,
  pressedMost: 0.4,
  flat: 1.2,
  ragged: 0.9,
} as const;
export function lumps(b: Build, pour: Extract<DesignPour, { kind: "lumps" }>, seed: number, addsMm: number): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const random = generator(seed);
  // Two beside each other where the mould is wide enough for the lumps, the next ones on.
  const rows = Math.max(1, Math.min(pour.pieces, Math.round(Math.sqrt((pour.pieces * W) / L))));
  const perRow = Math.ceil(pour.pieces / rows);
  const stray = () => LUMP.strays * (random() - 0.5);
  const sizes = Array.from({ length: pour.pieces }, () => LUMP.least + (LUMP.most - LUMP.least) * random());
  const sum = sizes.reduce((a, v) => a + v, 0);
  for (const [i, size] of sizes.entries()) {
    const u = ((i % perRow) + 0.5 + stray()) / perRow;
    const v = (Math.floor(i / perRow) + 0.5 + stray()) / rows;
    const addMm = (addsMm * size) / sum;
    const radiusMm = Math.cbrt((3 * pour.volumeMm3 * size) / (4 * Math.PI * sum)) * LUMP.flat;
    const lens = compileLens({
      ...boxOf(b, pour),
      levelMm: b.levelMm,
      addsMm: addMm,
      along: footprint(bump(u, Math.min(WIDEST.along, radiusMm / L))),
      across: footprint(bump(v, Math.min(WIDEST.across, radiusMm / W))),
      depthMm: Math.min(b.levelMm * LUMP.pressedMost, radiusMm * LUMP.pressed),
    });
    deposit(b, lens, addMm);
  }
  warp(b, hashSeed(seed, "press"), handMm(pour.trace) * LUMP.ragged, null, LUMP.roundMm);
}

export function topLine(b: Build, pour: Extract<DesignPour, { kind: "topLine" }>, seed: number, addsMm: number): void {
  const bottomMm = b.levelMm + addsMm - TOP_LINE.depthMm;
  const profile = topLineProfile();
  pushPlume(b, {
    ...boxOf(b, pour),
    acrossMm: pour.acrossMm,
    wobbleMm: TOP_LINE.wobbleMm,
    profile,
    seed,
    levelMm: b.levelMm,
    addsMm,
    bottomMm,
  });
}

const DRIZZLES = 5;
/** Where a drizzle lies within its part of the width, shares. */
const DRIZZLE_AT = { from: 0.2, over: 0.6 } as const;
const DRIZZLE_WOBBLE_MM = 7;
export function drizzle(b: Build, pour: Extract<DesignPour, { kind: "drizzle" }>, seed: number, addsMm: number): void {
  const random = generator(seed);
  const profile = topLineProfile();
  for (let i = 0; i < DRIZZLES; i++) {
    const acrossMm = b.design.widthMm * ((i + DRIZZLE_AT.from + DRIZZLE_AT.over * random()) / DRIZZLES);
    const partMm = addsMm / DRIZZLES;
    pushPlume(b, {
      ...boxOf(b, pour),
      acrossMm,
      wobbleMm: DRIZZLE_WOBBLE_MM,
      profile,
      seed: hashSeed(seed, `d${i}`),
      levelMm: b.levelMm,
      addsMm: partMm,
      bottomMm: b.levelMm + partMm - TOP_LINE.depthMm,
    });
  }
}
