import type { ColourTime } from "./colourantSchema";
import { colourDifference, type Reads, reads, seenBy, VISIONS, type Vision } from "./difference";

/** Two portions of a design, and how far apart their colours are. */
export interface ColourPair {
  a: number;
  b: number;
  /** True when one is poured next to the other. */
  areNeighbours: boolean;
  difference: Record<ColourTime, number>;
  reads: Record<ColourTime, Reads>;
  /** Visions to which they read alike when cured although they do not to the common eye. */
  alikeTo: Vision[];
}

type Colours = readonly Record<ColourTime, string>[];

/**
 * Every pair of portions, closest first when cured.
 * @param order colour indices in the order in which they are poured: what follows another lies beside it
 */
export function judgePairs(colours: Colours, order: readonly number[]): ColourPair[] {
  const touching = new Set<string>();
  for (let i = 1; i < order.length; i++) {
    const [a, b] = [order[i - 1], order[i]].sort((x, y) => x - y);
    if (a !== b) touching.add(`${a}:${b}`);
  }
  const pairs: ColourPair[] = [];
  for (let a = 0; a < colours.length; a++) {
    for (let b = a + 1; b < colours.length; b++) {
      const difference = {
        fresh: colourDifference(colours[a].fresh, colours[b].fresh),
        nextDay: colourDifference(colours[a].nextDay, colours[b].nextDay),
        cured: colourDifference(colours[a].cured, colours[b].cured),
      };
      const commonEye = reads(difference.cured);
      const alikeTo = (Object.keys(VISIONS) as Vision[]).filter(
        (v) =>
          commonEye !== "alike" &&
          reads(colourDifference(seenBy(colours[a].cured, v), seenBy(colours[b].cured, v))) === "alike",
      );
      pairs.push({
        a,
        b,
        areNeighbours: touching.has(`${a}:${b}`),
        difference,
        reads: { fresh: reads(difference.fresh), nextDay: reads(difference.nextDay), cured: commonEye },
        alikeTo,
      });
    }
  }
  return pairs.sort((x, y) => x.difference.cured - y.difference.cured);
}

const AT = { fresh: "at the pour", nextDay: "the next day", cured: "when cured" } as const;

/** "look alike at the pour, apart when cured": how a pair reads over time, in words. */
export function pairWords(pair: ColourPair): string {
  const { fresh, nextDay, cured } = pair.reads;
  const say = { alike: "look alike", close: "are close", apart: "are told apart" };
  if (fresh === cured && nextDay === cured) {
    return cured === "apart"
      ? "are told apart at the pour and when cured"
      : `${say[cured]} from the pour to the cured bar`;
  }
  if (fresh === cured) return `${say[cured]} ${AT.fresh} and ${AT.cured}, but ${say[nextDay]} ${AT.nextDay}`;
  return `${say[fresh]} ${AT.fresh}, ${say[cured]} ${AT.cured}`;
}
