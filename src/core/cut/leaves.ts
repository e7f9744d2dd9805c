import type { CutAxis, CutStep, Cutting, Division } from "../mould/cutSchema";

/** A box of soap by its near corner and its size, mm: along the loaf, from the near wall, from the floor. */
export interface Block {
  at: Readonly<Record<CutAxis, number>>;
  size: Readonly<Record<CutAxis, number>>;
}

/** One piece that is not divided any further: a bar. `place`: which piece it is of each step that made it, from 0. */
export interface Leaf extends Block {
  stepId: string | null;
  place: readonly number[];
}

/** The cuts of a step through a block, the first of its blocks where they differ; lengths along its axis, mm. */
export interface StepCuts {
  step: CutStep;
  /** How many blocks it cuts. */
  blocks: number;
  lengthMm: number;
  /** Where the middle of the wire goes, from the start of the block. */
  atMm: number[];
  /** What comes off the start and the end before anything else. */
  offMm: readonly [number, number];
  piecesMm: number[];
  /** Whether the height of the wire goes in steps. */
  isStepped: boolean;
}

/** What comes of a loaf by its cuts; volumes in mm3. All parts together are the loaf. */
export interface CutUp {
  bars: Leaf[];
  /** Ends, skims and what is left over beside whole pieces. */
  trims: (Block & { stepId: string; why: "trim" | "left-over" })[];
  trimMm3: number;
  leftOverMm3: number;
  wireMm3: number;
  /** Cuts of each step, in their order. */
  cuts: StepCuts[];
  /** Steps that fit no block: what they ask for is thicker than what is there. */
  misfits: string[];
}

export const volumeMm3 = ({ size }: Pick<Block, "size">): number => size.length * size.width * size.height;

/** Rounding of sums of lengths, mm. */
const HAIR = 1e-9;
const down = (n: number) => Math.floor(n + HAIR);
const up = (n: number) => Math.ceil(n - HAIR);

/** One length divided: pieces as [from, to], trims, what is left over, and cuts by the middle of the wire, mm. Null where nothing fits. */
export interface Divided {
  pieces: [number, number][];
  trims: [number, number][];
  leftOver: [number, number] | null;
  cutsMm: number[];
  /** What comes off the start and the end before anything else, mm. */
  offMm: [number, number];
}

/** What the wire takes at every cut, and the steps that its height goes in from the start of the length, mm; null where it can be anywhere. */
export interface Wire {
  kerfMm: number;
  heightStepMm: number | null;
}

/** A length that a wire of such steps can be set to: the nearest, or the next below or above. */
const settable = (mm: number, { heightStepMm: step }: Wire, round: (n: number) => number = Math.round): number =>
  step === null ? mm : round(mm / step) * step;

/**
 * Divides a length: the trims are cut off first, each by a cut of its own, then the pieces with a wire's width between them; what is left after the last is over, less the wire that cuts
 * it off. What is planed off costs no wire. Where the wire goes in steps, trims grow to the next and pieces end at the nearest; the last takes the rest.
 * @param lengthMm all of it
 */
export function divide(
  lengthMm: number,
  { trimStartMm, trimEndMm, isPlaned, division }: Pick<CutStep, "trimStartMm" | "trimEndMm" | "isPlaned" | "division">,
  wire: Wire,
): Divided | null {
  const { kerfMm } = wire;
  const trimKerfMm = isPlaned ? 0 : kerfMm;
  const hasStart = trimStartMm > 0;
  const hasEnd = trimEndMm > 0;
  const offStartMm = hasStart && !isPlaned ? settable(trimStartMm, wire, up) : trimStartMm;
  const startMm = hasStart ? offStartMm + trimKerfMm : 0;
  const openEndMm = lengthMm - (hasEnd ? trimEndMm + trimKerfMm : 0);
  const endMm = hasEnd && !isPlaned ? settable(openEndMm, wire, down) : openEndMm;
  const thick = thicknesses(division, endMm - startMm, kerfMm);
  if (thick.length === 0) return null;
  // A planed floor is the floor that heights are set from.
  const floorMm = hasStart && isPlaned ? startMm : 0;
  const half = kerfMm / 2;
  const cutsMm: number[] = hasStart && !isPlaned ? [startMm - half] : [];
  const pieces: [number, number][] = [];
  let atMm = startMm;
  for (const [i, mm] of thick.entries()) {
    const fromMm = i > 0 ? atMm + kerfMm : startMm;
    const isRest = division.kind === "parts" && i === thick.length - 1;
    const nominalMm = division.kind === "parts" ? startMm + (i + 1) * mm + i * kerfMm : fromMm + mm;
    const toMm = isRest ? endMm : floorMm + settable(nominalMm - floorMm, wire);
    if (toMm > endMm + HAIR && division.kind !== "parts") break;
    if (i > 0) cutsMm.push(atMm + half);
    pieces.push([fromMm, toMm]);
    atMm = toMm;
  }
  if (pieces.length === 0 || pieces.some(([from, to]) => to - from < HAIR) || atMm > endMm + HAIR) return null;
  const overMm = endMm - atMm;
  const isOver = overMm > kerfMm + HAIR;
  if (isOver) cutsMm.push(atMm + half);
  if (hasEnd && !isPlaned) cutsMm.push(endMm + half);
  return {
    pieces,
    trims: [
      ...(hasStart ? ([[0, offStartMm]] as [number, number][]) : []),
      ...(hasEnd ? ([[endMm + trimKerfMm, lengthMm]] as [number, number][]) : []),
    ],
    offMm: [offStartMm, hasEnd ? lengthMm - endMm - trimKerfMm : 0],
    leftOver: isOver ? [atMm + kerfMm, endMm] : null,
    cutsMm,
  };
}

/** Thicknesses of the pieces that fit into a length, mm; empty where none does. */
function thicknesses(division: Division, roomMm: number, kerfMm: number): number[] {
  if (division.kind === "parts") {
    const mm = (roomMm - (division.count - 1) * kerfMm) / division.count;
    return mm > HAIR ? Array.from({ length: division.count }, () => mm) : [];
  }
  if (division.kind === "pitch") {
    const count = Math.floor((roomMm + kerfMm) / (division.thickMm + kerfMm) + HAIR);
    return Array.from({ length: Math.max(0, count) }, () => division.thickMm);
  }
  const list: number[] = [];
  let usedMm = 0;
  for (const mm of division.thickMm) {
    const nextMm = usedMm + (list.length > 0 ? kerfMm : 0) + mm;
    if (nextMm > roomMm + HAIR) break;
    list.push(mm);
    usedMm = nextMm;
  }
  return list;
}

const sliced = (block: Block, axis: CutAxis, [from, to]: readonly [number, number]): Block => ({
  at: { ...block.at, [axis]: block.at[axis] + from },
  size: { ...block.size, [axis]: to - from },
});

const takes = ({ pieces }: CutStep, index: number): boolean =>
  pieces === null || (index >= pieces[0] && index <= pieces[1]);

/** Cuts a block up as the steps say. Steps that follow none that is there do nothing. Pieces that were cut across are turned for what follows: their cuts know no steps of height. */
export function cutUp(loaf: Block, { steps, kerfMm, heightStepMm }: Pick<Cutting, "steps" | keyof Wire>): CutUp {
  const up: CutUp = { bars: [], trims: [], trimMm3: 0, leftOverMm3: 0, wireMm3: 0, cuts: [], misfits: [] };
  const made = new Map<string, CutUp["cuts"][number]>();
  const next = (ofId: string | null, index: number) => steps.find((s) => s.ofId === ofId && takes(s, index));
  const work = (block: Block, ofId: string | null, index: number, place: readonly number[], lies = true): void => {
    const step = next(ofId, index);
    const isLevel = step?.axis === "height" && lies;
    const wire = { kerfMm, heightStepMm: isLevel ? heightStepMm : null };
    const divided = step ? divide(block.size[step.axis], step, wire) : null;
    if (step && !divided && !up.misfits.includes(step.id)) up.misfits.push(step.id);
    if (!step || !divided) {
      up.bars.push({ ...block, stepId: ofId, place });
      return;
    }
    const { axis } = step;
    const cut = made.get(step.id) ?? {
      ...{ step, blocks: 0, lengthMm: block.size[axis], atMm: divided.cutsMm, offMm: divided.offMm },
      piecesMm: divided.pieces.map(([from, to]) => to - from),
      isStepped: wire.heightStepMm !== null,
    };
    if (cut.blocks === 0) up.cuts.push(cut);
    made.set(step.id, cut);
    cut.blocks++;
    for (const trim of divided.trims) up.trims.push({ ...sliced(block, axis, trim), stepId: step.id, why: "trim" });
    if (divided.leftOver)
      up.trims.push({ ...sliced(block, axis, divided.leftOver), stepId: step.id, why: "left-over" });
    divided.pieces.forEach((piece, i) => {
      work(sliced(block, axis, piece), step.id, i, [...place, i], lies && axis !== "length");
    });
  };
  work(loaf, null, 0, []);
  const sum = (why: "trim" | "left-over") => up.trims.reduce((s, t) => s + (t.why === why ? volumeMm3(t) : 0), 0);
  up.trimMm3 = sum("trim");
  up.leftOverMm3 = sum("left-over");
  const barsMm3 = up.bars.reduce((s, b) => s + volumeMm3(b), 0);
  up.wireMm3 = Math.max(0, volumeMm3(loaf) - barsMm3 - up.trimMm3 - up.leftOverMm3);
  return up;
}

/** A loaf as it comes out of its mould, filled to a level, mm. */
export const loafBlock = (mould: { lengthMm: number; widthMm: number }, levelMm: number): Block => ({
  at: { length: 0, width: 0, height: 0 },
  size: { length: mould.lengthMm, width: mould.widthMm, height: levelMm },
});
