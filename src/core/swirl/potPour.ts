import { generator, hashSeed } from "../units/random";
import { area, type Build, boxOf, type DesignPour, deposit, pushPlume, warp } from "./build";
import { handMm, POT_PASSES, wobbleMm } from "./look";
import { bump, compileLens, footprint } from "./operations/lens";
import { makePot, type Pot, passPaint } from "./pot";
import { tabulate } from "./profile";
import { slopeSheets } from "./sheets";

/** A stream from a pot stirs what it falls on more than a laid sheet does. */
const IN_POT_HANDS = 4.5;
const chordProfile = () => tabulate((t) => 0.35 + Math.sin(Math.PI * Math.min(1, t * 1.1)));

type PotPour = Extract<DesignPour, { kind: "potPour" }>;

/**
 * One pot poured onto a mould whose tilt is lowered between the pours: sheets in the order in which they come out. A run that does not empty the pot
 * (a film that stands still) ends where its pours end.
 */
export function tiltedPot(b: Build, run: readonly DesignPour[]): void {
  const pours = run.filter((p): p is PotPour => p.kind === "potPour");
  const [first] = pours;
  const seed = hashSeed(b.design.seed, first.id);
  const pot = makePot(b.pot, hashSeed(seed, "pot"));
  b.pot = [];
  if (pot.volumeMm3 <= 0) return;
  const strokes = pours.reduce((sum, p) => sum + p.strokes, 0);
  const sheets = pot.isStack ? strokesOf(pot, strokes, seed) : sheetsOf(pot, strokes);
  const outMm3 = pours.reduce((sum, p) => sum + (p.outMm3 ?? pot.volumeMm3), 0);
  const weight = pours.reduce((sum, p) => sum + (p.outMm3 ?? 1), 0);
  const trace = weight > 0 ? pours.reduce((sum, p) => sum + p.trace * (p.outMm3 ?? 1), 0) / weight : first.trace;
  slopeSheets(b, upTo(sheets, outMm3), trace, first.id, pours.length > 1 ? (first.outMm3 ?? 0) / outMm3 : undefined);
}

/** The first sheets of a list, as many as a volume takes. */
function upTo(sheets: readonly { colour: number; volumeMm3: number }[], volumeMm3: number) {
  let left = volumeMm3 * (1 + 1e-9);
  return sheets.flatMap((s) => {
    const part = Math.min(s.volumeMm3, Math.max(0, left));
    left -= part;
    return part > 0 ? [{ colour: s.colour, volumeMm3: part }] : [];
  });
}

/** Pours the pot out onto a level mould in passes that lie on at alternating sides, every third one punching in. */
export function pourPot(b: Build, pour: PotPour & { way: "one-place" | "travelling" }, seed: number): void {
  const pot = makePot(b.pot, hashSeed(seed, "pot"));
  b.pot = [];
  if (pot.volumeMm3 <= 0) return;
  const { widthMm: W } = b.design;
  const random = generator(seed);
  const passes = Math.max(3, Math.min(16, pour.strokes || POT_PASSES));
  const addsMm = pot.volumeMm3 / area(b) / passes;
  for (let i = 0; i < passes; i++) {
    const paint = passPaint(pot, i / passes, (i + 1) / passes, i % 2 === 1, pour.way);
    const box = { ...boxOf(b, 0), paint, levelMm: b.levelMm, addsMm };
    const side = i % 2 ? 0.36 : 0.64;
    if (i % 3 === 2 && b.levelMm > 0) {
      pushPlume(b, {
        ...box,
        seed: hashSeed(seed, `pass${i}`),
        acrossMm: W * (0.4 + 0.2 * random()),
        bottomMm: b.levelMm * (0.25 + 0.3 * random()),
        wobbleMm: wobbleMm(pour.trace),
        profile: chordProfile(),
      });
      continue;
    }
    const stream = bump(side + 0.1 * (random() - 0.5), 0.8);
    const spot = pour.way === "one-place" ? bump(0.5, 0.75) : () => 1;
    const lens = compileLens({
      ...box,
      along: footprint((u) => (pour.way === "one-place" ? 0.2 : 0) + spot(u)),
      across: footprint((u) => 0.25 + stream(u)),
      depthMm: b.levelMm * 0.3 * random(),
    });
    deposit(b, lens, addsMm);
    warp(b, hashSeed(seed, `hand${i}`), handMm(pour.trace) * IN_POT_HANDS, null, 5);
  }
}

/** Sheets of a stack on its way out, each colour parted over its strokes with a hand's unevenness. */
function strokesOf(pot: Pot, strokes: number, seed: number) {
  const random = generator(hashSeed(seed, "strokes"));
  const mixed: { colour: number; volumeMm3: number }[] = [];
  const { outOrder } = pot;
  outOrder.forEach((s, i) => {
    const next = outOrder[i + 1];
    const n = Math.max(1, Math.round((strokes * s.volumeMm3) / pot.volumeMm3));
    // A little of the next colour runs along the wall before its turn, and comes back to it later.
    const early = next && n > 1 ? Math.min(s.volumeMm3, next.volumeMm3) * (0.1 + 0.12 * random()) : 0;
    const half = s.volumeMm3 * (0.55 + 0.2 * random());
    mixed.push({ colour: s.colour, volumeMm3: half });
    if (early > 0) {
      mixed.push({ colour: next.colour, volumeMm3: early });
      outOrder[i + 1] = { ...next, volumeMm3: next.volumeMm3 - early };
    }
    mixed.push({ colour: s.colour, volumeMm3: s.volumeMm3 - half });
  });
  return mixed;
}

/** A swirled pot on a tilt: its stream cut into sheets by the colours that it mostly has. */
function sheetsOf(pot: Pot, strokes: number) {
  const n = Math.max(12, strokes * 3);
  const tallies = Array.from({ length: n }, () => new Map<number, number>());
  const SIDE = 24;
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < SIDE; k++) {
      const t = (i + 0.5) / n;
      const x = Math.cos(Math.PI * t);
      const colour = pot.colourAt(x, (2 * ((k + 0.5) / SIDE) - 1) * Math.sqrt(1 - x * x), (k * 0.618) % 1);
      tallies[i].set(colour, (tallies[i].get(colour) ?? 0) + 1 / SIDE);
    }
  }
  return tallies.flatMap((tally) =>
    [...tally].map(([colour, share]) => ({ colour, volumeMm3: (share * pot.volumeMm3) / n })),
  );
}
