import { gauss, generator } from "../../units/random";
import { thinness } from "../look";
import { noiseAt, noiseTable } from "../noise";
import type { CompiledOperation, Points } from "../points";
import type { Pot } from "../pot";
import { PACKED } from "../shader/packer";
import { readStretches, stretchesOf } from "../stretches";
import { byThickness, findSheet, inSheet, packTree, sheetTree } from "./sheetTree";
import { onSlant, readSlant } from "./slant";

export interface PotSheetsInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  /** Level before, and what the pot adds, mm. */
  levelMm: number;
  addsMm: number;
  pot: Pot;
  passes: number;
  trace: number;
  way: "one-place" | "travelling";
}

/** Sheets for one pass when thin; how unequal they are. */
const SHEETS = { thinMore: 0.35, unequal: 0.5 } as const;
/** Slope of the stream's sheets across the mould, and how it varies along. */
const SLOPE = { low: 0.5, high: 0.75, varies: 0.3 } as const;
/** How far the pot's turn drifts along a sheet, turns: travelling, one place, more when thin. */
const TURN_ALONG = { travelling: 0.24, onePlace: 0.18, thin: 0.12 } as const;
const BENDS = { least: 0.3, thin: 0.4 } as const;
/** The golden section's turn: one fold of the stream begins where the last is far. */
const PHASE = 0.382;
const PHASE_STRAYS = 0.08;
/** Noise runs over the loaf not quite once, so that its ends are not alike. */
const OVER_LOAF = 0.93;
const TILT = 0.7;
const HAND = byThickness([
  { fromMm: 40, gain: 0.4, waves: 3, along: 2 },
  { fromMm: 15, gain: 0.6, waves: 3, along: 2 },
  { fromMm: 0, gain: 0.65, waves: 4, along: 3 },
]);

/** A sheet: which heights of the pot it comes from, and how the pot's turn runs in it. */
interface Sheet {
  from: number;
  share: number;
  sense: number;
  bend: number;
  phase: number;
}

/**
 * A pot poured out on a level mould: sheets that lie slanted on one another. Through a sheet runs the pot's radius, along its line the pot's turn, along the
 * loaf its height; every second sheet the other way, as a falling stream folds. Each place of the pot goes to one place of the mould.
 */
export function compilePotSheets(input: PotSheetsInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h, addsMm: H, pot, way } = input;
  const random = generator(input.seed);
  const thin = thinness(input.trace);
  const count = Math.max(2, Math.round(input.passes * (1 + SHEETS.thinMore * thin)));
  const weights = Array.from({ length: count }, () => Math.exp(SHEETS.unequal * gauss(random)));
  const all = weights.reduce((a, b) => a + b, 0);
  const isTravelling = way === "travelling";
  let from = 1;
  const sheets: Sheet[] = weights.map((w, i) => {
    // The top of the pot comes out first and lies lowest.
    from -= w / all;
    return {
      from,
      share: w / all,
      sense: random() < 0.5 ? -1 : 1,
      bend: (BENDS.least + BENDS.thin * thin * random()) * (random() < 0.5 ? -1 : 1),
      phase: (i >> 1) * PHASE + PHASE_STRAYS * random(),
    };
  });
  const tree = sheetTree({ seed: input.seed ^ 0x51ed270b, weights, heightMm: H, hand: HAND, tilt: TILT });
  const slopes = noiseTable(random, 1, 3);
  const drifts = noiseTable(random, 1, 4);
  const slope = (SLOPE.low + (SLOPE.high - SLOPE.low) * random()) * (random() < 0.5 ? -1 : 1);
  const slopeAlong = stretchesOf((u) => slope * (1 + SLOPE.varies * noiseAt(slopes, OVER_LOAF * u)));
  const drift = (isTravelling ? TURN_ALONG.travelling : TURN_ALONG.onePlace) + TURN_ALONG.thin * thin;
  const driftAlong = stretchesOf((u) => drift * noiseAt(drifts, OVER_LOAF * u));
  return {
    kind: "potSheets",
    pack: (out) => [
      PACKED.potSheets,
      ...[h, H, L, W, out.table(slopeAlong), out.table(driftAlong), isTravelling ? 1 : 0],
      packTree(tree, out),
      out.table(sheets.flatMap((s) => [s.from, s.share, s.sense, s.bend, s.phase])),
      ...pot.pack(out),
    ],
    levelMm: h + H,
    inverse(points: Points) {
      const { x, y, z, live, colour, sectionX } = points;
      let m = sectionX === null ? 0 : readStretches(slopeAlong, sectionX, L);
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        const up = z[i] - h;
        if (up < 0) {
          live[kept++] = i;
          continue;
        }
        if (sectionX === null) m = readStretches(slopeAlong, x[i], L);
        readSlant(y[i], up, W, H, m);
        const a = x[i] / L;
        findSheet(tree, a, onSlant.b, onSlant.v);
        const sheet = sheets[inSheet.leaf];
        const isBack = (inSheet.leaf & 1) === 1;
        const v = inSheet.v;
        const radius = Math.sqrt(isBack ? 1 - v : v);
        const turn =
          2 *
          Math.PI *
          (sheet.sense * inSheet.b + readStretches(driftAlong, x[i], L) + 4 * sheet.bend * v * (v - 1) + sheet.phase);
        const run = isTravelling ? (isBack ? 1 - a : a) : Math.abs(2 * a - 1);
        colour[i] = pot.colourAt(radius * Math.cos(turn), radius * Math.sin(turn), sheet.from + sheet.share * run);
      }
      points.liveCount = kept;
    },
    forward() {},
  };
}
