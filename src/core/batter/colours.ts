import { baseHex } from "../colour/baseColour";
import { COLOUR_TIMES, type ColourTime } from "../colour/colourantSchema";
import { mixHex, NATURAL_BATTER_HEX, type Stain } from "../colour/mix";
import { shiftedHex } from "../colour/shift";
import type { Batter, Plan, Portion } from "../document/schema";
import { oilLookup } from "../formula/oils";
import { loadPctOfOils } from "../scent/effect";
import type { Scent } from "../scent/scentSchema";
import { byId } from "../units/byId";
import { type DoseBase, rateBase } from "../units/dose";
import type { Masses } from "./masses";

/** Oils per gram of batter where no formula can be computed yet. */
const USUAL_OILS_PER_BASE = 0.7;
/** Load at which a scent's discolouring is stated, percent of oils. */
const DISCOLOUR_LOAD_PCT = 3;

/** What the scents of a cup do to its colour at a time. */
export function stainsOf(scents: readonly (Scent | null)[], base: DoseBase, time: ColourTime): Stain[] {
  return scents.flatMap((scent) => {
    if (!scent) return [];
    const load = loadPctOfOils(scent, base) / DISCOLOUR_LOAD_PCT;
    const total = scent.parts.reduce((sum, p) => sum + p.sharePct, 0) || 1;
    return scent.parts.flatMap((p) =>
      p.discolour ? [{ hex: p.discolour.hex, share: (p.discolour[time] * load * p.sharePct) / total }] : [],
    );
  });
}

/** Predicted colour of a portion at a time, sRGB hex; `without` leaves its own scent out, or that of its batter too. */
export function portionHexAt(
  plan: Plan,
  masses: Masses | null,
  portion: Portion,
  time: ColourTime,
  without: "scent" | "all scents" | null = null,
): string {
  const batter = byId(plan.batters, portion.batterId);
  const m = masses?.batters.find((b) => b.id === batter.id);
  const cup = masses?.portions.find((p) => p.id === portion.id);
  const doseBase = cup?.dose ?? rateBase(m?.formula.oilsPerBaseG ?? USUAL_OILS_PER_BASE, plan.measures);
  const byPatch = mixHex(
    {
      baseHex: m ? batterHexAt(plan, batter, masses, time) : NATURAL_BATTER_HEX,
      colourants: portion.colourants,
      doseBase,
      stains: [
        ...stainsOf([without ? null : portion.scent], doseBase, time),
        ...stainsOf([without === "all scents" ? null : batter.scent], m?.dose ?? doseBase, time),
      ],
    },
    time,
  );
  const learned = time === "cured" ? hueOf(plan, portion) : null;
  return learned ? shiftedHex(byPatch, learned.offset) : byPatch;
}

/** What photos have taught of the cured colour of a cup: of its colourant, where it holds one alone; null where they say nothing. */
export function hueOf(plan: Plan, portion: Portion): Plan["knowledge"]["hues"][string] | null {
  const [only, more] = portion.colourants;
  const id = more ? null : (only?.libraryId ?? null);
  return id !== null && Object.hasOwn(plan.knowledge.hues, id) ? plan.knowledge.hues[id] : null;
}

/** Colour of a batter without colour and scent at a time. */
export function batterHexAt(plan: Plan, batter: Batter, masses: Masses | null, time: ColourTime): string {
  const m = masses?.batters.find((b) => b.id === batter.id);
  return baseHex(batter.oils, oilLookup(plan.oilRows), 100 * (m?.formula.sugarG ?? 0), time);
}

/** Colour of every portion at the three times, in the order of the portions. */
export type PortionColours = Record<ColourTime, string>[];

export const coloursOf = (plan: Plan, masses: Masses | null): PortionColours =>
  plan.portions.map(
    (p) =>
      Object.fromEntries(COLOUR_TIMES.map((t) => [t, portionHexAt(plan, masses, p, t)])) as Record<ColourTime, string>,
  );

/** Colour of every portion at one time, in the order of the design's colour indices. */
export const paletteOf = (plan: Plan, masses: Masses | null, time: ColourTime = "fresh"): string[] =>
  plan.portions.map((p) => portionHexAt(plan, masses, p, time));
