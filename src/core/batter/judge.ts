import { restRatePerMin, Vessels } from "../clock/cup";
import { baseHex } from "../colour/baseColour";
import { labOf } from "../colour/difference";
import { afterPour, type Firming } from "../cure/hours";
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
const hours = (h: number) => (h < 47.5 ? `${Math.round(h)} h` : `${Math.round(h / 12) / 2} days`);
const minutes = (m: number) => (m < 119.5 ? `${Math.round(m)} min` : `${Math.round(m / 30) / 2} h`);

const CUP_G = 400;
const ROOM_C = 21;
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
  while (cup.trace[0] < 3 && atS < 6 * 3600) {
    atS += 20;
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

function paceTrait(medium: number): Trait {
  const at = (m: number) => clamp(1 - Math.log(m / 8) / Math.log(90 / 8));
  const low = medium * Math.exp(-TENTH * PACE_SD);
  const high = medium * Math.exp(TENTH * PACE_SD);
  const word = medium > 35 ? "slow" : medium > 18 ? "ordinary" : medium > 10 ? "quick" : "very quick";
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
  const at = (v: number) => clamp(1 - Math.log(v / 4) / Math.log(120 / 4));
  return {
    id: "firm",
    label: "Firm at unmoulding",
    ends: ["days", "hours"],
    words: `after about ${hours(h.mid)} (${hours(h.low)} to ${hours(h.high)})`,
    low: at(h.high),
    mid: at(h.mid),
    high: at(h.low),
  };
}

function whiteTrait(curedHex: string): Trait {
  const { l, b } = labOf(curedHex);
  const word = b < 5 ? "near white" : b < 10 ? "ivory" : b < 17 ? "cream" : "strongly tinted";
  const mid = clamp(1 - (Math.max(0, b) - 2) / 26 - (97 - l) / 90);
  return about(
    "white",
    "White of the base",
    ["tinted", "white"],
    `${word} when cured, without colour or scent`,
    mid,
    0.12,
  );
}

function foamTrait(quick: number, holding: number): Trait {
  const mid = clamp(0.1 + 2.2 * quick + 1.2 * holding);
  const word = quick > 0.26 ? "quick and open" : quick > 0.12 ? "even" : "slow and close";
  return about(
    "foam",
    "Foam",
    ["slow, close", "quick, open"],
    `${word}${holding > 0.06 ? ", held by castor" : ""}`,
    mid,
    0.12,
  );
}

function skinTrait(strong: number, superfatPct: number, saltPct: number): Trait {
  const mid = clamp(0.95 - 1.9 * strong + 0.018 * superfatPct - (saltPct > 25 ? 0.05 : 0));
  const word = mid > 0.6 ? "leaves the skin's own oil" : mid > 0.4 ? "in between" : "takes much oil off";
  return about("skin", "On the skin", ["strips", "gentle"], word, mid, 0.15);
}

function keepingTrait(linoleic: number, linolenic: number, superfatPct: number): Trait {
  const risk = linoleic + 2.5 * linolenic + 0.004 * Math.max(0, superfatPct - 5);
  const mid = clamp(1 - risk / 0.45);
  const word = risk < 0.12 ? "keeps well" : risk < 0.22 ? "keeps about a year" : "may turn: use it within months";
  return about("keeping", "Keeping", ["turns", "keeps"], word, mid, 0.15);
}
