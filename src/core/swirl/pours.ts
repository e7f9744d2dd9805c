import { generator, hashSeed } from "../units/random";
import { type Build, boxOf, type DesignPour, deposit, pushPlume, warp } from "./build";
import { dragCoupling, dragReachMm, filaments, handMm, POUR_HEIGHT, penetration, TOP_LINE, wobbleMm } from "./look";
import { bump, compileLens, footprint } from "./operations/lens";
import { compileSink } from "./operations/sink";
import { type Profile, stripeProfile, topLineProfile } from "./profile";

/** Spread of the filaments of one pass and of the passes of one stripe, mm. */
const FILAMENT_SPREAD_MM = 5;
const PASS_SPREAD_MM = 3;
const DRAWS_PER_PART = 4;
const MOST_PARTS = 6;

export function stripe(b: Build, pour: Extract<DesignPour, { kind: "stripe" }>, seed: number, addsMm: number): void {
  const ph = POUR_HEIGHT[pour.height];
  const box = boxOf(b, pour.colour);
  const random = generator(seed);
  const draws = Array.from({ length: MOST_PARTS * DRAWS_PER_PART }, random);
  const wobble = wobbleMm(pour.trace);
  const depth = penetration(pour.trace, ph);
  const profile: Profile = stripeProfile(pour.trace, ph);
  if (b.levelMm > 0) {
    b.operations.push(
      compileSink({
        ...box,
        seed: hashSeed(seed, "sink"),
        levelMm: b.levelMm,
        acrossMm: pour.acrossMm,
        wobbleMm: wobble * 0.55,
        bottomMm: b.levelMm * (1 - depth),
        reachMm: 2 * dragReachMm(pour.trace) * (0.8 + 0.4 * draws[0]),
        coupling: dragCoupling(pour.trace, ph),
      }),
    );
  }
  const perPass = filaments(pour.trace);
  const parts = Math.min(MOST_PARTS, pour.passes * perPass);
  const weights = Array.from({ length: parts }, (_, i) => 0.6 + 0.8 * draws[i * DRAWS_PER_PART + 1]);
  const total = weights.reduce((a, w) => a + w, 0);
  for (let i = 0; i < parts; i++) {
    const [side, , reach, shift] = draws.slice(i * DRAWS_PER_PART, (i + 1) * DRAWS_PER_PART);
    const partMm = (addsMm * weights[i]) / total;
    const filament = i % perPass;
    const offset =
      (filament - (perPass - 1) / 2) * FILAMENT_SPREAD_MM * (0.7 + 0.6 * side) +
      (shift - 0.5) * PASS_SPREAD_MM * pour.passes;
    const reached = Math.min(0.985, depth * (filament === 0 ? 1 : 0.55 + 0.45 * reach));
    pushPlume(b, {
      ...box,
      seed: hashSeed(seed, `part${i}`),
      levelMm: b.levelMm,
      addsMm: partMm,
      acrossMm: pour.acrossMm + offset,
      bottomMm: (b.levelMm + partMm) * (1 - reached),
      wobbleMm: wobble,
      profile,
    });
  }
}

export function plop(b: Build, pour: Extract<DesignPour, { kind: "plop" }>, addsMm: number): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const ph = POUR_HEIGHT[pour.height];
  const reach = Math.sqrt(pour.volumeMm3 / Math.max(6, 9 * Math.sqrt(addsMm + 1))) * 0.9;
  const spread = 1 + 0.5 * Math.max(0, 2.6 - pour.trace);
  const lens = compileLens({
    ...boxOf(b, pour.colour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint(bump(pour.alongMm / L, Math.min(0.9, (reach * spread) / L))),
    across: footprint(bump(pour.acrossMm / W, Math.min(0.95, (reach * spread) / W))),
    depthMm: (b.levelMm + addsMm) * penetration(pour.trace, ph) * 0.6,
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
    ...boxOf(b, pour.colour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint((u) => 0.12 + bumps.reduce((sum, f, i) => sum + sizes[i] * f(u), 0)),
    across: footprint((u) => 0.04 + heap(u)),
    depthMm: Math.min(6, b.levelMm * 0.25) * random(),
  });
  deposit(b, lens, addsMm);
  warp(b, hashSeed(seed, "press"), handMm(pour.trace) * 0.7, null, 4);
}

export function topLine(b: Build, pour: Extract<DesignPour, { kind: "topLine" }>, seed: number, addsMm: number): void {
  const bottomMm = b.levelMm + addsMm - TOP_LINE.depthMm;
  const profile = topLineProfile();
  pushPlume(b, {
    ...boxOf(b, pour.colour),
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
      ...boxOf(b, pour.colour),
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
