import { SALT_BAR_FROM } from "../formula/additives";
import type { Practice } from "../practice/practiceSchema";

/** What firmness at unmoulding depends on. */
export interface Firming {
  /** Lauric, myristic, palmitic, stearic, arachidic and behenic share of the fatty acids, 0..1. */
  firmAcidShare: number;
  /** All water counted, percent. */
  lyeConcentrationPct: number;
  superfatPct: number;
  /** Salt stirred into the cups, g per 100 g of oils. */
  saltPct: number;
  /** Sodium lactate 60 %, g per 100 g of oils. */
  lactatePct: number;
}

/** How the moulds stand: gel, cover, room, and how thick the batter lies; what is not known is left out. */
export interface Standing {
  gel: Practice["gel"];
  cover: Practice["cover"];
  roomC: number;
  thicknessMm: number;
  isSlab: boolean;
}

/** Hours since the pour: from when, best, until when; and what moves them, the strongest first. */
export interface HourWindow {
  earliestH: number;
  bestH: number;
  latestH: number;
}
export interface AfterPour {
  unmould: HourWindow;
  cut: HourWindow;
  reasons: string[];
}

/**
 * Hours until firm: a day at 38 % firm acids, more as they fall, and factors from there. All Tundish estimates from what practitioners report (24 h
 * typical, two to three days for soft formulas, up to a week for slabs, 3-4 h for salt bars).
 */
const FIRM = {
  hours: 24,
  atShare: 0.38,
  slope: 4.4,
  lyeSlope: 1.2,
  usualLyePct: 33,
  perSuperfatPct: 0.025,
  usualSuperfatPct: 5,
  /** Salt: log per g per 100 g oils; 50 g make it about a sixth. */
  perSaltPct: -0.0367,
  saltAtMost: 0.12,
  /** Lactate: factor at its usual 2 g, in proportion to the dose. */
  lactate: 0.82,
  lactateUsual: 2,
  lactateAtMost: 0.65,
  /** 20 degrees warmer is twice as fast. */
  doublesPerC: 20,
  usualRoomC: 21,
  /** A thin slab loses the heat that would firm it. */
  usualThicknessMm: 65,
  thicknessPower: -0.25,
} as const;
const GEL = { gel: 0.62, chance: 1, none: 1.15 } as const;
const COVER = { once: 0.95, shine: 1, long: 0.95 } as const;
const LEAST_H = 2.5;
const MOST_H = 24 * 7;
/** Earliest and latest by the middle: a spread of what is known, and how long it stays soft enough. */
const EARLIEST = 1 / 1.35;
const DAY_H = 24;
/** Between these the lye concentration counts, percent; thinner than this counts as this; what thickness does at most. */
const LYE_PCT = [20, 60] as const;
const THINNEST_MM = 10;
const BY_THICKNESS = [0.8, 1.5] as const;
/**
 * When it is cut best and how long it may wait, as times of its best hour of unmoulding and in days at least: a salt bar is too
 * hard to cut within hours, a slab left a week breaks wires, a loaf only grows harder.
 */
const STAYS = {
  saltBar: { unmould: { times: 2, days: 0 }, cutBest: 1.15, cut: { times: 1.8, days: 0 } },
  slab: { unmould: { times: 1.5, days: 7 }, cutBest: 1.25, cut: { times: 1.5, days: 6 } },
  loaf: { unmould: { times: 3, days: 10 }, cutBest: 1.25, cut: { times: 2.5, days: 7 } },
} as const;

const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

interface Factor {
  factor: number;
  words: string;
}

function factorsOf(f: Firming, s: Standing | null): Factor[] {
  const firm = Math.exp(FIRM.slope * (FIRM.atShare - f.firmAcidShare));
  const lye = (FIRM.usualLyePct / clamp(f.lyeConcentrationPct, ...LYE_PCT)) ** FIRM.lyeSlope;
  const salt = Math.max(FIRM.saltAtMost, Math.exp(FIRM.perSaltPct * f.saltPct));
  const lactate = Math.max(FIRM.lactateAtMost, FIRM.lactate ** (f.lactatePct / FIRM.lactateUsual));
  const list: Factor[] = [
    { factor: firm, words: firm > 1 ? "soft oils" : "much hard fat" },
    { factor: lye, words: lye > 1 ? "much water" : "strong lye" },
    {
      factor: Math.exp(FIRM.perSuperfatPct * (f.superfatPct - FIRM.usualSuperfatPct)),
      words: f.superfatPct > FIRM.usualSuperfatPct ? "high superfat" : "low superfat",
    },
    { factor: salt, words: "salt" },
    { factor: lactate, words: "sodium lactate" },
  ];
  if (!s) return list;
  const thick = clamp(
    (Math.max(THINNEST_MM, s.thicknessMm) / FIRM.usualThicknessMm) ** FIRM.thicknessPower,
    ...BY_THICKNESS,
  );
  return [
    ...list,
    { factor: GEL[s.gel], words: s.gel === "gel" ? "gelled" : "kept from gelling" },
    { factor: COVER[s.cover], words: "covered" },
    {
      factor: 2 ** ((FIRM.usualRoomC - s.roomC) / FIRM.doublesPerC),
      words: s.roomC > FIRM.usualRoomC ? "a warm room" : "a cool room",
    },
    {
      factor: thick,
      words: thick > 1 ? "a thin slab, which does not keep its heat" : "a thick loaf, which keeps its heat",
    },
  ];
}

/** A factor nearer to 1 than this is no reason. */
const TOLD_FROM = 0.06;

/** Hours from the pour to unmoulding and cutting, each earliest, best and latest. @param standing null: as usual, for a formula by itself */
export function afterPour(firming: Firming, standing: Standing | null): AfterPour {
  const factors = factorsOf(firming, standing);
  const best = clamp(
    factors.reduce((h, x) => h * x.factor, FIRM.hours as number),
    LEAST_H,
    MOST_H,
  );
  const isSaltBar = firming.saltPct >= SALT_BAR_FROM;
  const isSlab = standing?.isSlab ?? false;
  const stays = isSaltBar ? STAYS.saltBar : isSlab ? STAYS.slab : STAYS.loaf;
  const until = ({ times, days }: { times: number; days: number }) => Math.max(best * times, days * DAY_H);
  const unmould = { earliestH: best * EARLIEST, bestH: best, latestH: until(stays.unmould) };
  const cut = { earliestH: best, bestH: best * stays.cutBest, latestH: until(stays.cut) };
  const reasons = [...factors]
    .filter((x) => Math.abs(Math.log(x.factor)) > TOLD_FROM)
    .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)))
    .slice(0, 4)
    .map((x) => `${x.words}: ${x.factor > 1 ? "later" : "sooner"}`);
  return { unmould, cut, reasons };
}

/** From here on hours are said in half days. */
const DAYS_FROM_H = 47.5;
/** "5 h", "31 h", "4 days": hours as they are said. */
export const sayHours = (h: number): string =>
  h < DAYS_FROM_H ? `${Math.round(h)} h` : `${Math.round((2 * h) / 24) / 2} days`;
