import { generator, hashSeed } from "../units/random";
import { mostOf } from "./amounts";
import { type Build, boxOf, type DesignPour, deposit, handOf, lookOf, pushPlume } from "./build";
import { between } from "./hands";
import { POUR_HEIGHT, thinness } from "./look";
import { alongLoaf, noiseAt, noiseTable } from "./noise";
import { compileLayer } from "./operations/layer";
import { tabulate } from "./profile";
import { stretchesOf } from "./stretches";

/** From this height on a layer breaks through what lies below: which part of it, thick and thin, in how many rows, how deep (in layers), how wide a gap at most. */
const BREAKS = { from: 0.45, share: [0.14, 0.3], thin: 0.08, rows: [2, 3], reach: [1, 1.6], widest: 0.32 } as const;
/** Islands along a row: what of the noise lies above this is poured through. */
const ISLAND_FROM = 0.15;
const ISLAND_WAVES = [3, 9] as const;
const HIGH_UNEVEN = 0.3;
/** How round a drop and an island end: power of a sine, and of what lies above. */
const ROUND = 0.75;
/** Where a row lies within its part of the width, shares, and how it wanders, mm. */
const ROW = { from: 0.2, over: 0.6, wobbleMm: 8 } as const;
const roundDrop = () => tabulate((t) => Math.sin(Math.PI * Math.min(1, Math.max(0, t))) ** ROUND);

/** A layer over the whole surface. Poured from higher up a part of it first falls through what lies below, in islands. */
export function layer(b: Build, pour: Extract<DesignPour, { kind: "layer" }>, seed: number, addsMm: number): void {
  const ph = POUR_HEIGHT[pour.height];
  const random = generator(hashSeed(seed, "through"));
  const box = boxOf(b, pour);
  let restMm = addsMm;
  if (b.levelMm > 0 && ph >= BREAKS.from) {
    const strength = (ph - BREAKS.from) / (1 - BREAKS.from);
    const throughMm = addsMm * strength * (between(random, BREAKS.share) + BREAKS.thin * thinness(pour.trace));
    const rows = random() < 0.5 ? BREAKS.rows[0] : BREAKS.rows[1];
    const belowMm = b.lastMm;
    const profile = roundDrop();
    for (let i = 0; i < rows; i++) {
      const islands = noiseTable(random, ...ISLAND_WAVES);
      const amounts = stretchesOf((share) => {
        const over = noiseAt(islands, alongLoaf(share, 1)) - ISLAND_FROM;
        return over > 0 ? over ** ROUND : 0;
      });
      const partMm = throughMm / rows;
      const needed = (partMm * mostOf(amounts) * profile.peak) / BREAKS.widest;
      const deep = Math.max(needed, belowMm * between(random, BREAKS.reach) + partMm);
      pushPlume(b, {
        ...box,
        seed: hashSeed(seed, `through${i}`),
        levelMm: b.levelMm,
        addsMm: partMm,
        acrossMm: (b.design.widthMm * (i + ROW.from + ROW.over * random())) / rows,
        bottomMm: Math.max(0, b.levelMm + partMm - deep),
        wobbleMm: ROW.wobbleMm * handOf(b),
        profile,
        amounts,
        depthFollows: 0.5,
      });
    }
    restMm -= throughMm;
  }
  const uneven = handOf(b) * lookOf(b).unevenness * (1 + HIGH_UNEVEN * ph);
  deposit(b, compileLayer({ ...box, seed, levelMm: b.levelMm, addsMm: restMm, trace: pour.trace, uneven }), restMm);
  b.lastMm = addsMm;
}
