import { computeMasses } from "../../core/batter/masses";
import { asPouredS, barsDue } from "../../core/cut/cutDay";
import { derivedOf } from "../../core/derive/workedOut";
import type { Plan } from "../../core/document/schema";
import { COMPARED_PX, comparedRows } from "../../core/photo/figures";
import { anchorOf, labOf } from "../../core/photo/light";
import { type MadePhoto, makePhoto, trueColours, USUAL_SPOILING } from "../../core/photo/makePhoto";
import type { ExpectedFace } from "../../core/photo/measure";
import type { PhotoLessons } from "../../core/photo/photoSchema";
import { DEFAULT_SETTINGS } from "../../core/practice/practiceSchema";
import { compileDesign } from "../../core/swirl/design";
import { drawIndices, finish } from "../../core/swirl/face";
import { hashSeed } from "../../core/units/random";

/** How the demo studio's maker pours beside what is usual: what photos of the bars can find. */
const MAKERS_HAND = { depth: 1.14, spread: 0.9, reach: 0.8, carry: 1.05, unevenness: 1.2, wander: 0.9 } as const;
/** How much finer than it is compared a face is photographed, and how wide its bar is in the photo, px. */
const TAKEN = { finer: 5, widthPx: 760 } as const;

/** A photo of one bar, made. */
export interface BarPhoto {
  mouldId: string;
  number: number;
  made: MadePhoto;
  expected: ExpectedFace;
}

/** Photos of some bars of a poured batch, as its maker's hand made them. @param numbers of the bars, from 1 */
export function photographedBars(plan: Plan, numbers: readonly number[]): BarPhoto[] {
  const masses = computeMasses(plan);
  const derived = derivedOf(plan, DEFAULT_SETTINGS.units, asPouredS(plan));
  if (!masses) return [];
  return barsDue(plan, masses).flatMap(({ mouldId, number, leaf }): BarPhoto[] => {
    const design = numbers.includes(number) ? derived.designs.get(mouldId) : undefined;
    if (!design) return [];
    const seed = hashSeed(plan.design.seed, `photo${number}`);
    const poured = compileDesign({ ...design, seed: hashSeed(design.seed, "hand"), look: MAKERS_HAND });
    const { widthMm, levelMm: heightMm } = poured;
    const view = { kind: "across" as const, atMm: leaf.at.length + leaf.size.length / 2 };
    const face = finish(
      drawIndices(poured, view, TAKEN.finer * COMPARED_PX, TAKEN.finer * comparedRows(widthMm, heightMm), 1),
    );
    const shares = derived.palette.map((_, c) => face.colour.filter((x) => x === c).length / face.colour.length);
    const baseAt = anchorOf(derived.palette.map(labOf), shares);
    // The colours of a batch are the same on all its bars.
    const hex = trueColours(derived.palette, baseAt, hashSeed(plan.design.seed, "colours"), USUAL_SPOILING.colours);
    const made = makePhoto(face, widthMm, hex, seed, TAKEN.widthPx, { ...USUAL_SPOILING, hasPaper: true });
    return [{ mouldId, number, made, expected: { widthMm, heightMm, palette: derived.palette, shares } }];
  });
}

/** Bars of the demo's batches that were photographed, by batch. */
export const PHOTOGRAPHED: Readonly<Record<string, readonly number[]>> = {
  "demo-aurora": [2, 4, 6, 8],
  "demo-analemma": [3, 5, 7],
  "demo-vernal-point": [4],
  "demo-meteor-shower-2": [3],
  "demo-meteor-shower-3": [4],
};

/** What the page worked out of the photos of a batch: it takes a minute, so the demo has it ready. */
export const WORKED_OUT: Readonly<Record<string, PhotoLessons["hand"]>> = {
  "demo-aurora": [
    { constant: "carry", mean: -0.248, precision: 14.1 },
    { constant: "reach", mean: -0.381, precision: 107.4 },
  ],
};
