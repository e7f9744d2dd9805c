import { generator, hashSeed } from "../units/random";
import { type Build, boxOf, type DesignPour, deposit, lookOf, pushPlume, warp } from "./build";
import { handMm, POUR_HEIGHT, penetration, TOP_LINE } from "./look";
import { bump, compileLens, footprint } from "./operations/lens";
import { topLineProfile } from "./profile";

export function plop(b: Build, pour: Extract<DesignPour, { kind: "plop" }>, addsMm: number): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const ph = POUR_HEIGHT[pour.height];
  const reach = Math.sqrt(pour.volumeMm3 / Math.max(6, 9 * Math.sqrt(addsMm + 1))) * 0.9;
  const spread = 1 + 0.5 * Math.max(0, 2.6 - pour.trace);
  const lens = compileLens({
    ...boxOf(b, pour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint(bump(pour.alongMm / L, Math.min(0.9, (reach * spread) / L))),
    across: footprint(bump(pour.acrossMm / W, Math.min(0.95, (reach * spread) / W))),
    depthMm: (b.levelMm + addsMm) * penetration(pour.trace, ph, lookOf(b)) * 0.6,
  });
  deposit(b, lens, addsMm);
}

export function spoonRow(
  b: Build,
  pour: Extract<DesignPour, { kind: "spoonRow" }>,
  seed: number,
  addsMm: number,
): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const random = generator(seed);
  const spoons = Math.max(2, Math.round(L / 38));
  const places = Array.from({ length: spoons }, (_, i) => (i + 0.25 + 0.5 * random()) / spoons);
  const sizes = places.map(() => 0.6 + 0.8 * random());
  const bumps = places.map((p) => bump(p, 0.85 / spoons));
  const heap = bump(pour.acrossMm / W, 0.38 + 0.1 * random());
  const lens = compileLens({
    ...boxOf(b, pour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint((u) => 0.12 + bumps.reduce((sum, f, i) => sum + sizes[i] * f(u), 0)),
    across: footprint((u) => 0.04 + heap(u)),
    depthMm: Math.min(6, b.levelMm * 0.25) * random(),
  });
  deposit(b, lens, addsMm);
  warp(b, hashSeed(seed, "press"), handMm(pour.trace) * 0.7, null, 4);
}

/** How far lumps stray from an even grid, share of its step, how unlike in size they are, and how far they are pressed into what lies, share of a lump's radius. */
const LUMP = { strays: 0.7, least: 0.7, most: 1.3, roundMm: 4, pressed: 0.3 } as const;
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
    const radiusMm = Math.cbrt((3 * pour.volumeMm3 * size) / (4 * Math.PI * sum)) * 1.2;
    const lens = compileLens({
      ...boxOf(b, pour),
      levelMm: b.levelMm,
      addsMm: addMm,
      along: footprint(bump(u, Math.min(0.9, radiusMm / L))),
      across: footprint(bump(v, Math.min(0.95, radiusMm / W))),
      depthMm: Math.min(b.levelMm * 0.4, radiusMm * LUMP.pressed),
    });
    deposit(b, lens, addMm);
  }
  warp(b, hashSeed(seed, "press"), handMm(pour.trace) * 0.9, null, LUMP.roundMm);
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
export function drizzle(b: Build, pour: Extract<DesignPour, { kind: "drizzle" }>, seed: number, addsMm: number): void {
  const random = generator(seed);
  const profile = topLineProfile();
  for (let i = 0; i < DRIZZLES; i++) {
    const acrossMm = b.design.widthMm * ((i + 0.2 + 0.6 * random()) / DRIZZLES);
    const partMm = addsMm / DRIZZLES;
    pushPlume(b, {
      ...boxOf(b, pour),
      acrossMm,
      wobbleMm: 7,
      profile,
      seed: hashSeed(seed, `d${i}`),
      levelMm: b.levelMm,
      addsMm: partMm,
      bottomMm: b.levelMm + partMm - TOP_LINE.depthMm,
    });
  }
}
