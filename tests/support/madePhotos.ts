import sharp from "sharp";
import { derive } from "../../src/core/derive/derive";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { comparable, halved, type Sorted, sharesOf } from "../../src/core/photo/figures";
import { anchorOf, labOf } from "../../src/core/photo/light";
import { type MadePhoto, makePhoto, type Spoiling, trueColours, USUAL_SPOILING } from "../../src/core/photo/makePhoto";
import type { ExpectedFace } from "../../src/core/photo/measure";
import { type CompiledDesign, compileDesign, type Design } from "../../src/core/swirl/design";
import { drawIndices, finish } from "../../src/core/swirl/face";
import type { FamilyId } from "../../src/core/techniques/families/registry";

/** The design of a family's usual plan, with its cured colours and what its bars are expected to show. */
export function photographed(family: FamilyId): { design: Design; expected: ExpectedFace } {
  const derived = derive(planOfFamily(family));
  const design = derived.designs.get("m1")!;
  return { design, expected: expectedOf(design, derived.palette) };
}

/** What a bar of a design is expected to show: the mean of all. */
export function expectedOf(design: Design, palette: readonly string[]): ExpectedFace {
  const poured = palette.map((_, c) => design.pours.reduce((sum, p) => sum + (p.colour === c ? p.volumeMm3 : 0), 0));
  const all = poured.reduce((a, b) => a + b, 0);
  const { levelMm, widthMm } = compileDesign(design);
  return { widthMm, heightMm: levelMm, palette, shares: poured.map((v) => v / all) };
}

/** Finer than a photo shows it, px over the face. */
const FINE_PX = 480;

/** A face of a bar, fine; and as faces are compared. */
export function trueFace(compiled: CompiledDesign, atMm: number): { fine: Sorted; compared: Sorted } {
  const rows = 4 * Math.round((FINE_PX * compiled.levelMm) / compiled.widthMm / 4);
  const fine = finish(drawIndices(compiled, { kind: "across", atMm }, FINE_PX, rows, 1));
  return { fine, compared: comparable(halved(halved(fine)), compiled.widthMm) };
}

/** A made photo of a face, through a real JPEG. */
export async function photoOf(
  fine: Sorted,
  expected: ExpectedFace,
  seed: number,
  spoiling: Partial<Spoiling> = {},
  widthPx = 500,
): Promise<MadePhoto> {
  const by = { ...USUAL_SPOILING, ...spoiling };
  const baseAt = anchorOf(expected.palette.map(labOf), expected.shares);
  const hex = trueColours(expected.palette, baseAt, seed, by.colours);
  const made = makePhoto(fine, expected.widthMm, hex, seed + 1, widthPx, by);
  const { width, height, data } = made.pixels;
  const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 82 })
    .toBuffer();
  const read = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { ...made, pixels: { width, height, data: new Uint8Array(read.data) } };
}

export const truthOf = (compared: Sorted, { palette, widthMm }: ExpectedFace): number[] =>
  sharesOf(compared, palette.length, widthMm).shares;
