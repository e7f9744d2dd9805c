import { restRatePerMin, Vessels } from "../clock/cup";
import { baseHex } from "../colour/baseColour";
import { labOf } from "../colour/difference";
import { afterPour, type Firming, sayHours } from "../cure/hours";
import { SALT_BAR_FROM } from "../formula/additives";
import { acidShare, type FattyAcid, profileTotal } from "../formula/fattyAcids";
import { type FormulaPerGram, formulaPerGram } from "../formula/formula";
import type { FormulaFields } from "../formula/formulaSchema";
import type { OilLookup } from "../formula/oils";
import type { DoseBase } from "../units/dose";

/** One trait of a formula that the artist decides by: in words, and on a scale 0..1 with its likely range. */
export interface Trait {
  id: "pace" | "firm" | "white" | "foam" | "skin" | "keeping";
  label: string;
  /** Ends of the scale. */
  ends: readonly [string, string];
  words: string;
  low: number;
  mid: number;
  high: number;
}

export interface FormulaJudgement {
  traits: Trait[];
  /** Hours until it can be unmoulded, with the likely range. */
  unmouldH: { low: number; mid: number; high: number };
  baseFreshHex: string;
  baseCuredHex: string;
}

type Judged = Pick<FormulaFields, "oils" | "superfatPct" | "lye" | "water" | "iceSharePct" | "liquids" | "additives">;

/** Share of each group of fatty acids over the whole formula, 0..1. */
export function formulaAcidShare(oils: Judged["oils"], find: OilLookup, acids: readonly FattyAcid[]): number {
  let sum = 0;
  let total = 0;
  for (const o of oils) {
    const row = find(o.oilId);
    if (!row || profileTotal(row.profile) <= 0) continue;
    total += o.sharePct;
    sum += o.sharePct * acidShare(row.profile, acids);
  }
  return total > 0 ? sum / total : 0;
}

const clamp = (v: number) => Math.min(1, Math.max(0, v));
/** From here on minutes are said in half hours. */
const HOURS_FROM_MIN = 119.5;
const minutes = (m: number) => (m < HOURS_FROM_MIN ? `${Math.round(m)} min` : `${Math.round(m / 30) / 2} h`);

const CUP_G = 400;
const ROOM_C = 21;
const MEDIUM = 3;
const STEP_S = 20;
const WATCHED_S = 6 * 3600;
/** Spread of the formula's own rate, natural log (Tundish estimate). */
const PACE_SD = 0.35;
/** 10-90 % of a normal distribution, standard deviations. */
const TENTH = 1.2816;

/** Minutes until a quiet 400 g cup, blended to `fromTrace`, stands at medium trace by itself; at most 6 hours. */
export function minutesToMedium(formula: FormulaPerGram, temperatureC: number, fromTrace = 1.3): number {
  const restRate = restRatePerMin(
    formula.lyeConcentrationPct / 100,
    formula.hardFatShare,
    formula.paceOffset,
    formula.additivePace,
  );
  const cup = new Vessels(1);
  cup.roomC = ROOM_C;
  cup.reset(0, CUP_G, restRate, temperatureC, 0);
  cup.trace[0] = fromTrace;
  let atS = 0;
  while (cup.trace[0] < MEDIUM && atS < WATCHED_S) {
    atS += STEP_S;
    cup.advance(0, atS);
  }
  return atS / 60;
}

const FIRM_ACIDS: FattyAcid[] = ["lauric", "myristic", "palmitic", "stearic", "arachidic", "behenic"];

/** What firmness depends on, of a formula as it is computed. */
export const firmingOf = (
  input: Pick<Judged, "oils" | "superfatPct">,
  formula: FormulaPerGram,
  find: OilLookup,
): Firming => ({
  firmAcidShare: formulaAcidShare(input.oils, find, FIRM_ACIDS),
  lyeConcentrationPct: formula.lyeConcentrationPct,
  superfatPct: input.superfatPct,
  saltPct: formula.saltPct,
  lactatePct: formula.lactatePct,
});

function unmouldHours(input: Judged, formula: FormulaPerGram, find: OilLookup): FormulaJudgement["unmouldH"] {
  const { unmould } = afterPour(firmingOf(input, formula, find), null);
  return { low: unmould.earliestH, mid: unmould.bestH, high: (unmould.bestH * unmould.bestH) / unmould.earliestH };
}

/** What the artist must decide on, from the fatty acids and the clock. Null where the formula cannot be computed. All are estimates. */
/** @param of oils of the batch and its measures, where additives in all must be counted */
export function judgeFormula(
  input: Judged,
  find: OilLookup,
  temperatureC: number,
  of: Pick<DoseBase, "oilsG" | "measures"> | null = null,
): FormulaJudgement | null {
  const formula = formulaPerGram(input, find, of);
  if (!formula) return null;
  const share = (...acids: FattyAcid[]) => formulaAcidShare(input.oils, find, acids);
  const medium = minutesToMedium(formula, temperatureC);
  const unmouldH = unmouldHours(input, formula, find);
  const fresh = baseHex(input.oils, find, 100 * formula.sugarG, "fresh");
  const cured = baseHex(input.oils, find, 100 * formula.sugarG, "cured");
  return {
    traits: [
      paceTrait(medium),
      firmTrait(unmouldH),
      whiteTrait(cured),
      foamTrait(share("caprylic", "capric", "lauric", "myristic"), share("ricinoleic")),
      skinTrait(share("caprylic", "capric", "lauric", "myristic"), input.superfatPct, formula.saltPct),
      keepingTrait(share("linoleic"), share("linolenic", "punicic"), input.superfatPct),
    ],
    unmouldH,
    baseFreshHex: fresh,
    baseCuredHex: cured,
  };
}

/** A trait on its scale of 0 to 1, and how far off its judgement may be either way. */
const about = (
  id: Trait["id"],
  label: string,
  ends: Trait["ends"],
  words: string,
  mid: number,
  spread: number,
): Trait => ({
  id,
  label,
  ends,
  words,
  low: clamp(mid - spread),
  mid,
  high: clamp(mid + spread),
});

/** A scale from its first end to its second, by the logarithm: 0 and 1 at these. */
interface Scale {
  none: number;
  full: number;
}
const onScale = (v: number, { none, full }: Scale): number => clamp(Math.log(none / v) / Math.log(none / full));
/** The word of the first bound that a value lies under, or the last word. */
const wordUnder = (v: number, words: readonly (readonly [number, string])[], last: string): string =>
  words.find(([bound]) => v < bound)?.[1] ?? last;

/** Where traits stand on their scales and what they are called: all of it Tundish estimates, by formulas in common use. */
const PACE_MIN: Scale = { none: 90, full: 8 };
const PACE_WORDS = [
  [10, "very quick"],
  [18, "quick"],
  [35, "ordinary"],
] as const;
const FIRM_H: Scale = { none: 120, full: 4 };
/** By CIE Lab of the cured base: yellowness at which white ends and that takes all of it, and what darkness takes. */
const WHITE = { fromB: 2, overB: 26, fromL: 97, overL: 90 } as const;
const WHITE_WORDS = [
  [5, "near white"],
  [10, "ivory"],
  [17, "cream"],
] as const;
/** Foam by the shares of quick acids and of ricinoleic acid, which holds it. */
const FOAM = { plain: 0.1, perQuick: 2.2, perHolding: 1.2, heldFrom: 0.06 } as const;
const FOAM_WORDS = [
  [0.12, "slow and close"],
  [0.26, "even"],
] as const;
const SKIN = { mildest: 0.95, perStrong: -1.9, perSuperfatPct: 0.018, saltBar: -0.05 } as const;
const SKIN_WORDS = [
  [0.4, "takes much oil off"],
  [0.6, "in between"],
] as const;
/** What turns: linoleic acid, those that are more unsaturated so many times as fast, and free oil beyond the usual superfat. */
const TURNS = { perLinolenic: 2.5, perSuperfatPct: 0.004, usualSuperfatPct: 5, worst: 0.45 } as const;
const TURNS_WORDS = [
  [0.12, "keeps well"],
  [0.22, "keeps about a year"],
] as const;
/** How far off a judgement of looks and foam may be, and one of skin and keeping, on the scale. */
const SURER = 0.12;
const LESS_SURE = 0.15;

function paceTrait(medium: number): Trait {
  const at = (m: number) => onScale(m, PACE_MIN);
  const low = medium * Math.exp(-TENTH * PACE_SD);
  const high = medium * Math.exp(TENTH * PACE_SD);
  const word = wordUnder(medium, PACE_WORDS, "slow");
  return {
    id: "pace",
    label: "Pace",
    ends: ["slow", "quick"],
    words: `${word}: medium trace after standing about ${minutes(medium)} (${minutes(low)} to ${minutes(high)})`,
    low: at(high),
    mid: at(medium),
    high: at(low),
  };
}

function firmTrait(h: FormulaJudgement["unmouldH"]): Trait {
  const at = (v: number) => onScale(v, FIRM_H);
  return {
    id: "firm",
    label: "Firm at unmoulding",
    ends: ["days", "hours"],
    words: `after about ${sayHours(h.mid)} (${sayHours(h.low)} to ${sayHours(h.high)})`,
    low: at(h.high),
    mid: at(h.mid),
    high: at(h.low),
  };
}

function whiteTrait(curedHex: string): Trait {
  const { l, b } = labOf(curedHex);
  const words = `${wordUnder(b, WHITE_WORDS, "strongly tinted")} when cured, without colour or scent`;
  const mid = clamp(1 - (Math.max(0, b) - WHITE.fromB) / WHITE.overB - (WHITE.fromL - l) / WHITE.overL);
  return about("white", "White of the base", ["tinted", "white"], words, mid, SURER);
}

function foamTrait(quick: number, holding: number): Trait {
  const mid = clamp(FOAM.plain + FOAM.perQuick * quick + FOAM.perHolding * holding);
  const words = wordUnder(quick, FOAM_WORDS, "quick and open") + (holding > FOAM.heldFrom ? ", held by castor" : "");
  return about("foam", "Foam", ["slow, close", "quick, open"], words, mid, SURER);
}

function skinTrait(strong: number, superfatPct: number, saltPct: number): Trait {
  const salt = saltPct > SALT_BAR_FROM ? SKIN.saltBar : 0;
  const mid = clamp(SKIN.mildest + SKIN.perStrong * strong + SKIN.perSuperfatPct * superfatPct + salt);
  const word = wordUnder(mid, SKIN_WORDS, "leaves the skin's own oil");
  return about("skin", "On the skin", ["strips", "gentle"], word, mid, LESS_SURE);
}

function keepingTrait(linoleic: number, linolenic: number, superfatPct: number): Trait {
  const free = Math.max(0, superfatPct - TURNS.usualSuperfatPct);
  const risk = linoleic + TURNS.perLinolenic * linolenic + TURNS.perSuperfatPct * free;
  const word = wordUnder(risk, TURNS_WORDS, "may turn: use it within months");
  return about("keeping", "Keeping", ["turns", "keeps"], word, clamp(1 - risk / TURNS.worst), LESS_SURE);
}
