import { gauss, generator, hashSeed } from "../units/random";
import { thinness } from "./look";
import { noiseAt, noiseTable } from "./noise";
import type { DepositPaint } from "./paintDeposit";

/** A colour and its share of what is poured, 0..1; together 1. */
export interface Shared {
  colour: number;
  share: number;
}

/** Bands of every colour in a half stirred cup, thick, and how many more thin; how unequal they are. */
const BANDS = { thick: 3, thin: 3, unequal: 0.6, thinMore: 0.3 } as const;
/** How much of a wave bands make from the lower side of a pour to its upper. */
const UP_PERIODS = 0.4;
/** How far bands stray in a pour, shares of its width: with the place along and up, along alone, up alone. */
const STRAYS = { both: 0.22, along: 0.07, up: 0.2 } as const;

/** Bands of a half stirred cup, in turn, each colour exactly its share of all. */
function bandsOf(
  parts: readonly Shared[],
  thin: number,
  random: () => number,
  of = 1,
): { upTo: number; colour: number }[] {
  const count = Math.max(1, Math.round((BANDS.thick + BANDS.thin * thin) * of));
  const widths = parts.map((p) => {
    const own = Array.from({ length: count }, () => Math.exp((BANDS.unequal + BANDS.thinMore * thin) * gauss(random)));
    const all = own.reduce((a, b) => a + b, 0);
    return own.map((w) => (w / all) * p.share);
  });
  let upTo = 0;
  return Array.from({ length: count }).flatMap((_, k) =>
    parts.map((p, c) => {
      upTo += widths[c][k];
      return { upTo, colour: p.colour };
    }),
  );
}

/**
 * What a cup leaves whose colours are half stirred: bands that wander through all that is poured. A place moves only across by what it is along and up, so
 * every colour keeps its share.
 * @param of part of the cup's bands that come with one pour of it: a narrow one shows few
 */
export function marbledPaint(parts: readonly Shared[], trace: number, seed: number, of = 1): DepositPaint {
  const random = generator(hashSeed(seed, "marbled"));
  const thin = thinness(trace);
  const bands = bandsOf(parts, thin, random, of);
  const [both, along, up] = [noiseTable(random, 1, 5), noiseTable(random, 4, 14), noiseTable(random, 1, 2)];
  const lean = random() - 0.5;
  return (a, across, v) => {
    const u =
      across +
      STRAYS.both * noiseAt(both, a + lean * v) +
      STRAYS.along * noiseAt(along, a) +
      STRAYS.up * noiseAt(up, v * UP_PERIODS);
    const at = u - Math.floor(u);
    let k = 0;
    while (k < bands.length - 1 && at > bands[k].upTo) k++;
    return bands[k].colour;
  };
}

/** The same cup as a row of what leaves it one after another, for pours that lie in sheets. */
export function rowOf(
  b: { design: { seed: number } },
  pour: { id: string; colour: number; volumeMm3: number; trace: number; marbled?: readonly Shared[] },
): { colour: number; volumeMm3: number }[] {
  const { marbled, volumeMm3, colour } = pour;
  if (!marbled) return [{ colour, volumeMm3 }];
  const random = generator(hashSeed(hashSeed(b.design.seed, pour.id), "marbled"));
  let from = 0;
  return bandsOf(marbled, thinness(pour.trace), random).map(({ upTo, colour }) => {
    const part = (upTo - from) * volumeMm3;
    from = upTo;
    return { colour, volumeMm3: part };
  });
}
