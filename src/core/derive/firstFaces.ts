import { barAt } from "../cut/bars";
import type { Plan } from "../document/schema";
import type { View } from "../swirl/view";
import type { Derived } from "./derive";

/** Samples of a full picture along its longer side. */
const SAMPLES = { face: 300, side: 150, top: 420 } as const;
/** Rows that a picture has at least and at most. */
const ROWS = { least: 8, most: 400 } as const;
/** Depth below the surface of the picture from above, and the highest face that is drawn, mm. */
const [SKIN_MM, LARGEST_FACE_MM] = [0.4, 400];

/** One picture to draw. `width` x `height` samples at full resolution. */
export interface Sight {
  key: string;
  view: View;
  width: number;
  height: number;
}

/** Place of the cut that the sheet opens at: through the middle bar, mm along the loaf. */
export const firstCutMm = (derived: Derived): number =>
  derived.bars.middlesMm[Math.floor((derived.bars.middlesMm.length - 1) / 2)];

/** Height of a face of the first mould over its width. */
export function faceShape(plan: Plan, derived: Derived): number {
  const levelMm = derived.masses?.moulds[0].levelMm ?? 0;
  return Math.max(0.1, Math.min(levelMm, LARGEST_FACE_MM)) / plan.moulds[0].widthMm;
}

/** The pictures of the sheet: the face at the cut, those of the bars beside, and the loaf from above. */
export function sheetFaces(
  plan: Plan,
  derived: Derived,
  cutMm: number,
  besideMm: readonly (number | null)[],
): { main: Sight[]; others: Sight[] } {
  const mould = plan.moulds[0];
  const shape = faceShape(plan, derived);
  const across = (key: string, atMm: number, width: number): Sight => ({
    key,
    view: { kind: "across", atMm },
    width,
    height: Math.max(ROWS.least, Math.min(ROWS.most, Math.round(width * shape))),
  });
  const above: Sight = {
    key: "top",
    view: { kind: "above", depthMm: SKIN_MM },
    width: SAMPLES.top,
    height: Math.round((SAMPLES.top * mould.widthMm) / mould.lengthMm),
  };
  return {
    main: [across("face", cutMm, SAMPLES.face)],
    others: [...besideMm.flatMap((atMm, i) => (atMm === null ? [] : [across(`side${i}`, atMm, SAMPLES.side)])), above],
  };
}

/** Pages that open with pictures, and which. */
export const FIRST_FACES = {
  sheet(plan: Plan, derived: Derived): Sight[] {
    const cutMm = firstCutMm(derived);
    const bar = barAt(derived.bars, cutMm);
    const beside = [bar - 1, bar + 1].map((k) => derived.bars.middlesMm[k] ?? null);
    const { main, others } = sheetFaces(plan, derived, cutMm, beside);
    return [...main, ...others];
  },
  /** The cut through the middle of the loaf, and its top. */
  studio(plan: Plan, derived: Derived): Sight[] {
    const { main, others } = sheetFaces(plan, derived, plan.moulds[0].lengthMm / 2, []);
    return [...main, ...others];
  },
} as const;
