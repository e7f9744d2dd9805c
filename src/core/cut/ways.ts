import {
  type CutAxis,
  type CutStep,
  type Cutter,
  type Cutting,
  type Planer,
  UNTRIMMED,
  type WantedBars,
} from "../mould/cutSchema";
import { type Block, divide } from "./leaves";

export const PATTERNS = ["across", "level", "along", "on-side", "guest"] as const;
export type Pattern = (typeof PATTERNS)[number];

/** Most pieces along the loaf, across its width, and in its height that are tried. */
const MOST = { length: 40, width: 8, height: 4 } as const;
/** No bar is thinner than this, mm. */
export const THINNEST_MM = 8;
/** Trims that take an uneven end off, mm: tried beside none. */
const TRIMS_MM = [0, 1, 2, 4] as const;

const cutStep = (fields: Partial<CutStep> & Pick<CutStep, "id" | "axis" | "division">): CutStep => ({
  ofId: null,
  pieces: null,
  ...UNTRIMMED,
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
  cutting: Omit<Cutting, "mouldId">;
  pattern: Pattern;
  bars: number;
  /** Most bars, mm, thinnest first; all bars together, mm3. */
  sizeMm: readonly [number, number, number];
  barsMm3: number;
  /** By how much bars that are meant to be alike differ, mm. */
  unevenMm: number;
}

/** What cuts a loaf, and what skims it first; null where a wire does. */
export interface CutTools {
  cutter: Cutter;
  planer: Planer | null;
}

/** Thickness that most of these have, the first of them where there are as many, mm. */
function mostMm(thick: readonly number[]): number {
  const counts = new Map<string, number>();
  for (const mm of thick) counts.set(mm.toFixed(4), (counts.get(mm.toFixed(4)) ?? 0) + 1);
  const most = Math.max(...counts.values());
  return thick.find((mm) => counts.get(mm.toFixed(4)) === most)!;
}

/** Fewest bars across of which the last two are halved: the whole ones stay the most. */
const LEAST_FOR_GUESTS = 6;

/** Every way to cut that is tried: level, along, across, each divided or not, the start trimmed or not, the last two bars halved or all of them. */
export function* waysToCut(loaf: Block, wanted: WantedBars, { cutter, planer }: CutTools): Generator<WayToCut> {
  const single: Cutter = { ...cutter, pitchMm: null };
  const { kerfMm, heightStepMm } = cutter;
  const taken = (axis: CutAxis) => isTaken(cutter, loaf.size, axis);
  const ofAxis = (axis: CutAxis, most: number, by: Cutter, trim: Partial<typeof UNTRIMMED | CutStep>) => {
    const trims = { ...UNTRIMMED, ...trim };
    const wire = { kerfMm, heightStepMm: axis === "height" ? heightStepMm : null };
    const roomMm = loaf.size[axis] - trims.trimStartMm - trims.trimEndMm;
    return divisionsOf(roomMm, most, axis === "length" ? wanted.thickMm : null, by).flatMap((division) => {
      const divided = divide(loaf.size[axis], { ...trims, division }, wire);
      const isTrimmed = trims.trimStartMm > 0 || trims.trimEndMm > 0;
      const isCut = !isWhole(division) || isTrimmed;
      const byWire = !isWhole(division) || (isTrimmed && !trims.isPlaned);
      if (!divided || (byWire && !taken(axis))) return [];
      const thick = divided.pieces.map(([from, to]) => to - from);
      if (Math.min(...thick) < THINNEST_MM) return [];
      return [
        {
          step: isCut ? cutStep({ id: "", axis, ...trims, division }) : null,
          division,
          count: thick.length,
          mm: mostMm(thick),
          sumMm: thick.reduce((s, mm) => s + mm, 0),
          unevenMm: Math.max(...thick) - Math.min(...thick),
        },
      ];
    });
  };
  const levels = ofAxis("height", MOST.height, single, {
    ...{ trimStartMm: wanted.skimFloorMm, trimEndMm: wanted.skimMm },
    isPlaned: planer !== null && (wanted.skimMm > 0 || wanted.skimFloorMm > 0),
  });
  const alongs = ofAxis("width", MOST.width, single, {});
  const acrosses = TRIMS_MM.flatMap((trimStartMm) => ofAxis("length", MOST.length, cutter, { trimStartMm }));
  const sizeOf = (l: number, w: number, h: number) => [l, w, h].sort((a, b) => a - b) as [number, number, number];
  for (const level of levels)
    for (const along of alongs)
      for (const across of acrosses) {
        const steps: CutStep[] = [];
        for (const { step } of [level, along, across])
          if (step) steps.push({ ...step, id: `k${steps.length + 1}`, ofId: steps.at(-1)?.id ?? null });
        if (steps.length === 0) continue;
        const cutting = { kerfMm, heightStepMm, shows: "length" as CutAxis, steps };
        const bars = level.count * along.count * across.count;
        const [l, w, h] = [across.mm, along.mm, level.mm];
        const pattern: Pattern = !isWhole(level.division) ? "level" : !isWhole(along.division) ? "along" : "across";
        const { unevenMm } = level;
        const barsMm3 = across.sumMm * along.sumMm * level.sumMm;
        yield { cutting, pattern, bars, sizeMm: sizeOf(l, w, h), barsMm3, unevenMm };
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
            barsMm3: barsMm3 - 2 * l * kerfMm * h,
            unevenMm,
          };
        const halfMm = (h - kerfMm) / 2;
        if (halfMm >= THINNEST_MM && taken("height"))
          yield {
            cutting: half(null, "height"),
            pattern: "on-side",
            bars: 2 * bars,
            sizeMm: sizeOf(l, w, halfMm),
            barsMm3: 2 * bars * l * w * halfMm,
            unevenMm,
          };
      }
}
