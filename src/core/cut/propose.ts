import type { CutAxis, CutStep, Cutter, Cutting, WantedBars } from "../mould/cutSchema";
import { type Block, type CutUp, cutUp, divide, type Leaf, volumeMm3 } from "./leaves";

/** Mass of the soap in a loaf, g per mm3: as it is cut, and cured. */
export interface SoapDensity {
  wetGPerMm3: number;
  curedGPerMm3: number;
}

/** A way to cut a loaf, with what comes of it. */
export interface Proposal {
  cutting: Omit<Cutting, "mouldId">;
  cutter: Cutter;
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

export const PATTERNS = ["across", "level", "along", "on-side", "guest"] as const;
export type Pattern = (typeof PATTERNS)[number];

/** Most pieces along the loaf, across its width, and in its height that are tried. */
const MOST = { length: 40, width: 8, height: 4 } as const;
/** No bar is thinner than this, and none has a narrower face, mm. */
const THINNEST_MM = 8;
const NARROWEST_MM = 40;
/** A bar longer or wider than this is a block, no bar, mm. */
const LARGEST_MM = 130;
/** Trims that take an uneven end off, mm: tried beside none. */
const TRIMS_MM = [0, 1, 2, 4] as const;
/** What anything off costs at all, and a millimetre within the tolerance, a millimetre off, a gram off, a millimetre over the box and a missing bar cost, in parts of a loaf wasted (Tundish's order: what was asked for goes before waste). */
const COSTS = { misfit: 0.25, perMmWithin: 0.004, perMm: 0.05, perG: 0.02, perBoxMm: 0.08, perBar: 0.1 } as const;
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
  cutter: Cutter,
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
    ...heldAgainst(sizeMm, curedG, up.bars.length, wasteShare, wanted),
    wasteG: {
      trim: up.trimMm3 * soap.wetGPerMm3,
      leftOver: up.leftOverMm3 * soap.wetGPerMm3,
      wire: up.wireMm3 * soap.wetGPerMm3,
    },
  };
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

const cutStep = (fields: Partial<CutStep> & Pick<CutStep, "id" | "axis" | "division">): CutStep => ({
  ofId: null,
  pieces: null,
  trimStartMm: 0,
  trimEndMm: 0,
  ...fields,
});

/** Whether a cutter takes the block that a step cuts: nothing across its wire is larger than its throat. */
function isTaken(cutter: Cutter, block: Block["size"], axis: CutAxis): boolean {
  if (cutter.throatMm === null) return true;
  const across = (["length", "width", "height"] as const).filter((a) => a !== axis).map((a) => block[a]);
  return Math.min(...across) <= cutter.throatMm;
}

/** Divisions of a length that are worth trying: equal parts, and pieces of the wanted thickness or the cutter's pitch with what is left over. */
function divisionsOf(roomMm: number, most: number, thickMm: number | null, cutter: Cutter): CutStep["division"][] {
  if (cutter.pitchMm !== null) return [{ kind: "pitch", thickMm: cutter.pitchMm - cutter.kerfMm }];
  const list: CutStep["division"][] = [];
  for (let count = 1; count <= most; count++)
    if ((roomMm - (count - 1) * cutter.kerfMm) / count >= THINNEST_MM) list.push({ kind: "parts", count });
  if (thickMm !== null && thickMm <= roomMm) list.push({ kind: "pitch", thickMm });
  return list;
}

const isWhole = (d: CutStep["division"]) => d.kind === "parts" && d.count === 1;

/** A way to cut, with what its bars are by sums of one direction at a time. */
export interface WayToCut {
  cutting: Proposal["cutting"];
  pattern: Pattern;
  bars: number;
  /** Most bars, mm, thinnest first; all bars together, mm3. */
  sizeMm: readonly [number, number, number];
  barsMm3: number;
}

/** Fewest bars across of which the last two are halved: the whole ones stay the most. */
const LEAST_FOR_GUESTS = 6;

/** Every way to cut that is tried: level, along, across, each divided or not, the start trimmed or not, the last two bars halved or all of them. */
export function* waysToCut(loaf: Block, wanted: WantedBars, cutter: Cutter): Generator<WayToCut> {
  const single: Cutter = { ...cutter, pitchMm: null };
  const { kerfMm } = cutter;
  const taken = (axis: CutAxis) => isTaken(cutter, loaf.size, axis);
  const ofAxis = (axis: CutAxis, most: number, by: Cutter, trims: Pick<CutStep, "trimStartMm" | "trimEndMm">) => {
    const roomMm = loaf.size[axis] - trims.trimStartMm - trims.trimEndMm;
    return divisionsOf(roomMm, most, axis === "length" ? wanted.thickMm : null, by).flatMap((division) => {
      const divided = divide(loaf.size[axis], { ...trims, division }, kerfMm);
      const isCut = !isWhole(division) || trims.trimStartMm > 0 || trims.trimEndMm > 0;
      if (!divided || (isCut && !taken(axis))) return [];
      const [[from, to]] = divided.pieces;
      return [
        {
          step: isCut ? cutStep({ id: "", axis, ...trims, division }) : null,
          division,
          count: divided.pieces.length,
          mm: to - from,
        },
      ];
    });
  };
  const levels = ofAxis("height", MOST.height, single, { trimStartMm: 0, trimEndMm: wanted.skimMm });
  const alongs = ofAxis("width", MOST.width, single, { trimStartMm: 0, trimEndMm: 0 });
  const acrosses = TRIMS_MM.flatMap((trimStartMm) =>
    ofAxis("length", MOST.length, cutter, { trimStartMm, trimEndMm: 0 }),
  );
  const sizeOf = (l: number, w: number, h: number) => [l, w, h].sort((a, b) => a - b) as [number, number, number];
  for (const level of levels)
    for (const along of alongs)
      for (const across of acrosses) {
        const steps: CutStep[] = [];
        for (const { step } of [level, along, across])
          if (step) steps.push({ ...step, id: `k${steps.length + 1}`, ofId: steps.at(-1)?.id ?? null });
        if (steps.length === 0) continue;
        const cutting = { kerfMm, shows: "length" as CutAxis, steps };
        const bars = level.count * along.count * across.count;
        const [l, w, h] = [across.mm, along.mm, level.mm];
        const pattern: Pattern = !isWhole(level.division) ? "level" : !isWhole(along.division) ? "along" : "across";
        yield { cutting, pattern, bars, sizeMm: sizeOf(l, w, h), barsMm3: bars * l * w * h };
        const last = steps.at(-1)!;
        if (pattern !== "across" || last.axis !== "length") continue;
        const half = (pieces: CutStep["pieces"], axis: CutAxis) => ({
          ...cutting,
          steps: [
            ...steps,
            cutStep({ id: `k${steps.length + 1}`, ofId: last.id, pieces, axis, division: { kind: "parts", count: 2 } }),
          ],
        });
        if (bars >= LEAST_FOR_GUESTS && taken("width") && (w - kerfMm) / 2 >= THINNEST_MM)
          yield {
            cutting: half([bars - 2, bars - 1], "width"),
            pattern: "guest",
            bars: bars + 2,
            sizeMm: sizeOf(l, w, h),
            barsMm3: bars * l * w * h - 2 * l * kerfMm * h,
          };
        const halfMm = (h - kerfMm) / 2;
        if (halfMm >= THINNEST_MM && taken("height"))
          yield {
            cutting: half(null, "height"),
            pattern: "on-side",
            bars: 2 * bars,
            sizeMm: sizeOf(l, w, halfMm),
            barsMm3: 2 * bars * l * w * halfMm,
          };
      }
}

interface Ranked {
  way: WayToCut;
  cutter: Cutter;
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
export function proposeCuts(loaf: Block, wanted: WantedBars, cutters: readonly Cutter[], soap: SoapDensity): Proposals {
  const all: Ranked[] = [];
  let tried = 0;
  const loafMm3 = volumeMm3(loaf);
  for (const cutter of cutters)
    for (const way of waysToCut(loaf, wanted, cutter)) {
      tried++;
      if (!isBar(way.sizeMm)) continue;
      const curedG = way.sizeMm[0] * way.sizeMm[1] * way.sizeMm[2] * soap.curedGPerMm3;
      const { cost } = heldAgainst(way.sizeMm, curedG, way.bars, 1 - way.barsMm3 / loafMm3, wanted);
      all.push({ way, cutter, cost });
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
    .flatMap(({ way, cutter }) => {
      const found = judgeCutting(loaf, way.cutting, way.pattern, cutter, wanted, soap);
      return found ? [{ ...found, cutting: { ...found.cutting, shows: facing(commonest(found.up.bars)) } }] : [];
    });
  return { list, tried };
}
