import type { CutAxis, Cutter, Cutting, Planer, WantedBars } from "../mould/cutSchema";
import { type Block, type CutUp, cutUp, type Leaf, volumeMm3 } from "./leaves";
import { type CutTools, PATTERNS, type Pattern, THINNEST_MM, type WayToCut, waysToCut } from "./ways";

/** Mass of the soap in a loaf, g per mm3: as it is cut, and cured. */
export interface SoapDensity {
  wetGPerMm3: number;
  curedGPerMm3: number;
}

/** A way to cut a loaf, with what comes of it. */
export interface Proposal {
  cutting: Omit<Cutting, "mouldId">;
  cutter: Cutter;
  /** What skims it, where that is planed off. */
  planer: Planer | null;
  pattern: Pattern;
  up: CutUp;
  /** Size of most bars, mm, thinnest first; their grams. */
  sizeMm: readonly [number, number, number];
  wetG: number;
  curedG: number;
  /** Part of the loaf that is no bar, and what of it is trimmed, left over and wire, g. */
  wasteShare: number;
  wasteG: { trim: number; leftOver: number; wire: number };
  /** How far the bar is from what is wanted: thickness and grams beyond their tolerance, mm and g, and mm that it is too large for the box; 0 where it fits. */
  offMm: number;
  offG: number;
  boxOverMm: number;
  /** Bars that are missing of what is owed. */
  short: number;
  /** What it is ranked by: smaller is better. */
  cost: number;
}

/** No bar has a narrower face than this, mm. */
const NARROWEST_MM = 40;
/** A bar longer or wider than this is a block, no bar, mm. */
const LARGEST_MM = 130;
/** What anything off costs at all, and a millimetre within the tolerance, a millimetre off, a gram off, a millimetre over the box and a missing bar cost, and a millimetre by which bars of one kind differ, in parts of a loaf wasted (Tundish's order: what was asked for goes before waste). */
const COSTS = {
  misfit: 0.25,
  perMmWithin: 0.004,
  perMmUneven: 0.01,
  perMm: 0.05,
  perG: 0.02,
  perBoxMm: 0.08,
  perBar: 0.1,
} as const;
export const MOST_PROPOSALS = 5;

/** Whether a piece of this size, thinnest first, is a bar: no sliver, no stick, no block. */
const isBar = ([thin, middle, long]: Proposal["sizeMm"]): boolean =>
  thin >= THINNEST_MM && middle >= NARROWEST_MM && long <= LARGEST_MM;

const sorted = ({ size }: Block): [number, number, number] =>
  [size.length, size.width, size.height].sort((a, b) => a - b) as [number, number, number];

/** The direction in which a bar is thinnest: its face is what lies across that. */
export const facing = ({ size }: Block): CutAxis =>
  (["length", "width", "height"] as const).reduce((a, b) => (size[b] < size[a] - 1e-9 ? b : a));

const over = (off: number, tolerance: number): number => Math.max(0, Math.abs(off) - tolerance);

/** Millimetres by which a bar of this size, thinnest first, is too large for a box, turned as it fits best. */
export function boxOverMm(sizeMm: Proposal["sizeMm"], box: WantedBars["boxMm"]): number {
  if (box === null) return 0;
  const inner = [...box].sort((a, b) => a - b);
  return sizeMm.reduce((sum, mm, i) => sum + Math.max(0, mm - inner[i]), 0);
}

/** How far bars of a size are from what is wanted, and what that costs. */
function heldAgainst(
  sizeMm: Proposal["sizeMm"],
  curedG: number,
  bars: number,
  wasteShare: number,
  unevenMm: number,
  wanted: WantedBars,
): Pick<Proposal, "offMm" | "offG" | "boxOverMm" | "short" | "cost"> {
  const offMm = wanted.thickMm === null ? 0 : over(sizeMm[0] - wanted.thickMm, wanted.thickTolMm);
  const offG = wanted.curedG === null ? 0 : over(curedG - wanted.curedG, wanted.curedTolG);
  const tooLargeMm = boxOverMm(sizeMm, wanted.boxMm);
  const short = wanted.bars === null ? 0 : Math.max(0, wanted.bars - bars);
  const isMisfit = offMm > 0 || offG > 0 || tooLargeMm > 0 || short > 0;
  const withinMm = wanted.thickMm === null ? 0 : Math.abs(sizeMm[0] - wanted.thickMm) - offMm;
  const cost =
    wasteShare +
    COSTS.perMmWithin * withinMm +
    COSTS.perMmUneven * unevenMm +
    (isMisfit ? COSTS.misfit : 0) +
    COSTS.perMm * offMm +
    COSTS.perG * offG +
    COSTS.perBoxMm * tooLargeMm +
    (wanted.bars === null ? 0 : (COSTS.perBar * short) / wanted.bars);
  return { offMm, offG, boxOverMm: tooLargeMm, short, cost };
}

/** What comes of a way to cut, held against what is wanted. The bar that is judged is the one of which there are most. */
export function judgeCutting(
  loaf: Block,
  cutting: Proposal["cutting"],
  pattern: Pattern,
  { cutter, planer }: CutTools,
  wanted: WantedBars,
  soap: SoapDensity,
): Proposal | null {
  const up = cutUp(loaf, cutting);
  if (up.misfits.length > 0 || up.bars.length === 0) return null;
  const bar = commonest(up.bars);
  const sizeMm = sorted(bar);
  if (!isBar(sizeMm)) return null;
  const mm3 = volumeMm3(bar);
  const [wetG, curedG] = [mm3 * soap.wetGPerMm3, mm3 * soap.curedGPerMm3];
  const wasteMm3 = up.trimMm3 + up.leftOverMm3 + up.wireMm3;
  const wasteShare = wasteMm3 / volumeMm3(loaf);
  return {
    ...{ cutting, cutter, pattern, up, sizeMm, wetG, curedG, wasteShare },
    planer: cutting.steps.some((s) => s.isPlaned) ? planer : null,
    ...heldAgainst(sizeMm, curedG, up.bars.length, wasteShare, unevenMm(up.bars, pattern), wanted),
    wasteG: {
      trim: up.trimMm3 * soap.wetGPerMm3,
      leftOver: up.leftOverMm3 * soap.wetGPerMm3,
      wire: up.wireMm3 * soap.wetGPerMm3,
    },
  };
}

/** By how much the heights of bars differ that are meant to be alike, mm: a wire that goes in steps cuts no even halves. */
function unevenMm(bars: readonly Leaf[], pattern: Pattern): number {
  if (pattern === "guest") return 0;
  const heights = bars.map((b) => b.size.height);
  return Math.max(...heights) - Math.min(...heights);
}

function commonest(bars: readonly Leaf[]): Leaf {
  const keyOf = (b: Leaf) =>
    sorted(b)
      .map((mm) => mm.toFixed(4))
      .join("x");
  const counts = new Map<string, { bar: Leaf; count: number }>();
  for (const bar of bars) {
    const known = counts.get(keyOf(bar));
    if (known) known.count++;
    else counts.set(keyOf(bar), { bar, count: 1 });
  }
  return [...counts.values()].reduce((a, b) => (b.count > a.count ? b : a)).bar;
}

interface Ranked {
  way: WayToCut;
  tools: CutTools;
  cost: number;
}

/** The better of two; where they are as good: fewer cuts, then more bars, then the earlier pattern. */
const before = (a: Ranked, b: Ranked): number =>
  a.cost - b.cost ||
  a.way.cutting.steps.length - b.way.cutting.steps.length ||
  b.way.bars - a.way.bars ||
  PATTERNS.indexOf(a.way.pattern) - PATTERNS.indexOf(b.way.pattern);

const isLike = ({ way: a }: Ranked, { way: b }: Ranked): boolean =>
  a.pattern === b.pattern && a.bars === b.bars && Math.abs(a.sizeMm[0] - b.sizeMm[0]) < ALIKE_MM;
/** Two ways of one pattern and as many bars are one where these differ by less, mm. */
const ALIKE_MM = 0.5;

export interface Proposals {
  list: Proposal[];
  tried: number;
}

/**
 * Up to five ways to cut a loaf, the best first: the best of all, the best of each other pattern, then what comes next. What was asked for goes before waste.
 */
export function proposeCuts(loaf: Block, wanted: WantedBars, tools: readonly CutTools[], soap: SoapDensity): Proposals {
  const all: Ranked[] = [];
  let tried = 0;
  const loafMm3 = volumeMm3(loaf);
  for (const by of tools)
    for (const way of waysToCut(loaf, wanted, by)) {
      tried++;
      if (!isBar(way.sizeMm)) continue;
      const curedG = way.sizeMm[0] * way.sizeMm[1] * way.sizeMm[2] * soap.curedGPerMm3;
      const { cost } = heldAgainst(way.sizeMm, curedG, way.bars, 1 - way.barsMm3 / loafMm3, way.unevenMm, wanted);
      all.push({ way, tools: by, cost });
    }
  all.sort(before);
  const chosen: Ranked[] = [];
  for (const r of all) if (!chosen.some((x) => x.way.pattern === r.way.pattern)) chosen.push(r);
  for (const r of all) {
    if (chosen.length >= MOST_PROPOSALS) break;
    if (!chosen.some((x) => isLike(x, r))) chosen.push(r);
  }
  const list = chosen
    .sort(before)
    .slice(0, MOST_PROPOSALS)
    .flatMap(({ way, tools: by }) => {
      const found = judgeCutting(loaf, way.cutting, way.pattern, by, wanted, soap);
      return found ? [{ ...found, cutting: { ...found.cutting, shows: facing(commonest(found.up.bars)) } }] : [];
    });
  return { list, tried };
}
