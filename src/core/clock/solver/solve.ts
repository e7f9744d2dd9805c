import { chancesOf } from "../chance";
import type { Program } from "../program";
import { Search } from "./search";
import { reorder } from "./space";

/** A wished order of steps, with what it gives on the deterministic run and by simulation. */
export interface Solution {
  order: string[];
  /** Sum of 1 - grade over the steps that must meet their window, on the deterministic run; less is better. */
  missed: number;
  quality: number;
  /** Trace left to the nearest upper edge of a window, at worst. */
  slack: number;
  chance: number | null;
}

export interface SolveOptions {
  seed: number;
  /** Draws for re-ranking the best few; 0 leaves the deterministic order. */
  draws: number;
  onProgress?: (share: number) => boolean;
}

/**
 * Finds the order of scenting, when each scent goes in, and which colour leads the rounds of compartments, never touching the order of the
 * design. Colours go from light to dark (any other order needs the blender rinsed, which only delays); every scented cup's scent goes in before
 * the pours, in any order among the others, or at the last moment before its first pour; cups stand where their batter is too thin.
 * For up to eight scents that act this is exact on the deterministic run: every order is bounded, and played where its bound leaves it open
 * (see docs/trace.md); of more, the eight fastest are free. The best few are ranked by simulation. Locked steps stay.
 * Null when stopped by `onProgress`.
 */
export function solve(base: Program, locked: ReadonlySet<string>, options: SolveOptions): Solution[] | null {
  const search = new Search(base, locked, options.onProgress);
  if (!search.run()) return null;
  const solutions = search.found.map(({ order, worth }): Solution => {
    const simulated = options.draws
      ? chancesOf(reorder(base, order), { seed: options.seed, draws: options.draws, withBands: false })
      : null;
    return {
      order,
      missed: worth.missed,
      quality: simulated?.quality ?? worth.quality,
      slack: worth.slack,
      chance: simulated?.chance ?? null,
    };
  });
  return solutions.sort(
    (a, b) => (b.chance ?? 0) - (a.chance ?? 0) || a.missed - b.missed || b.quality - a.quality || b.slack - a.slack,
  );
}
