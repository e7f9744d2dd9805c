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

/** What comes of a loaf by its cuts; volumes in mm3. All parts together are the loaf. */
export interface CutUp {
  bars: Leaf[];
  /** Ends, skims and what is left over beside whole pieces. */
  trims: (Block & { stepId: string; why: "trim" | "left-over" })[];
  trimMm3: number;
  leftOverMm3: number;
  wireMm3: number;
  /** Cuts that each step makes through one block, in the order of the steps, how long that block is along its axis, and where the middle of the wire goes, mm from its start. */
  cuts: { step: CutStep; blocks: number; lengthMm: number; atMm: number[] }[];
  /** Steps that fit no block: what they ask for is thicker than what is there. */
  misfits: string[];
}

export const volumeMm3 = ({ size }: Pick<Block, "size">): number => size.length * size.width * size.height;

/** Rounding of sums of lengths, mm. */
const HAIR = 1e-9;

/** One length divided: pieces as [from, to], trims, what is left over, and cuts by the middle of the wire, mm. Null where nothing fits. */
export interface Divided {
  pieces: [number, number][];
  trims: [number, number][];
  leftOver: [number, number] | null;
  cutsMm: number[];
}

/**
 * Divides a length: the trims are cut off first, each by a cut of its own, then the pieces with a wire's width between them; what is left after the last is over, less the wire that cuts
 * it off.
 * @param lengthMm all of it @param kerfMm taken by every cut
 */
export function divide(
  lengthMm: number,
  { trimStartMm, trimEndMm, division }: Pick<CutStep, "trimStartMm" | "trimEndMm" | "division">,
  kerfMm: number,
): Divided | null {
  const startMm = trimStartMm > 0 ? trimStartMm + kerfMm : 0;
  const endMm = lengthMm - (trimEndMm > 0 ? trimEndMm + kerfMm : 0);
  const thick = thicknesses(division, endMm - startMm, kerfMm);
  if (thick.length === 0) return null;
  const half = kerfMm / 2;
  const cutsMm: number[] = trimStartMm > 0 ? [trimStartMm + half] : [];
  const pieces: [number, number][] = [];
  let atMm = startMm;
  thick.forEach((mm, i) => {
    if (i > 0) {
      cutsMm.push(atMm + half);
      atMm += kerfMm;
    }
    pieces.push([atMm, atMm + mm]);
    atMm += mm;
  });
  const overMm = endMm - atMm;
  const isOver = overMm > kerfMm + HAIR;
  if (isOver) cutsMm.push(atMm + half);
  if (trimEndMm > 0) cutsMm.push(endMm + half);
  return {
    pieces,
    trims: [
      ...(trimStartMm > 0 ? ([[0, trimStartMm]] as [number, number][]) : []),
      ...(trimEndMm > 0 ? ([[lengthMm - trimEndMm, lengthMm]] as [number, number][]) : []),
    ],
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

/** Cuts a block up as the steps say. Steps that follow none that is there do nothing. */
export function cutUp(loaf: Block, { steps, kerfMm }: Pick<Cutting, "steps" | "kerfMm">): CutUp {
  const up: CutUp = { bars: [], trims: [], trimMm3: 0, leftOverMm3: 0, wireMm3: 0, cuts: [], misfits: [] };
  const made = new Map<string, CutUp["cuts"][number]>();
  const next = (ofId: string | null, index: number) => steps.find((s) => s.ofId === ofId && takes(s, index));
  const work = (block: Block, ofId: string | null, index: number, place: readonly number[]): void => {
    const step = next(ofId, index);
    const divided = step ? divide(block.size[step.axis], step, kerfMm) : null;
    if (step && !divided && !up.misfits.includes(step.id)) up.misfits.push(step.id);
    if (!step || !divided) {
      up.bars.push({ ...block, stepId: ofId, place });
      return;
    }
    const { axis } = step;
    const cut = made.get(step.id) ?? { step, blocks: 0, lengthMm: block.size[axis], atMm: divided.cutsMm };
    if (cut.blocks === 0) up.cuts.push(cut);
    made.set(step.id, cut);
    cut.blocks++;
    for (const trim of divided.trims) up.trims.push({ ...sliced(block, axis, trim), stepId: step.id, why: "trim" });
    if (divided.leftOver)
      up.trims.push({ ...sliced(block, axis, divided.leftOver), stepId: step.id, why: "left-over" });
    divided.pieces.forEach((piece, i) => {
      work(sliced(block, axis, piece), step.id, i, [...place, i]);
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
