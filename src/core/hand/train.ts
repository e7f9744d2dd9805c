import { COMPARED_PX, comparable, comparedRows, faceFigures, mapPlaces, type Sorted, sharesOf } from "../photo/figures";
import { anchorOf, labOf } from "../photo/light";
import { makePhoto, trueColours, USUAL_SPOILING } from "../photo/makePhoto";
import { measurePhoto } from "../photo/measure";
import { compileDesign, type Design, type DesignPour } from "../swirl/design";
import { drawIndices, finish } from "../swirl/face";
import { frameOf, type Part, type View } from "../swirl/view";
import { HAND_CONSTANTS, type HandConstant } from "../techniques/hand";
import { gauss, generator, hashSeed } from "../units/random";
import { HAND_SPREAD } from "./knowledge";
import { batchOf, type Sides, sidesOf } from "./sides";
import { type TrainOptions, usualTraining } from "./training";

/** How much wider than is believed hands are drawn in what is told of them: each counts by how likely it is afterwards. */
export const WIDER = 1.25;
/** What is not known of a pour beside the hand: its traces (all together and each), where it fell, mm, and how much, natural log. */
const UNKNOWN = { sharedTrace: 0.15, ownTrace: 0.1, placeMm: 3, amount: 0.08 } as const;
const TRACE = { least: 1, most: 5 } as const;
/** Width of a bar in the imagined photos, px. */
const PHOTO_PX = 320;

/** Figures of imagined hands, and what a photo does to figures. */
export interface Imagined {
  /** Natural logs of the factors, one row a hand. */
  logs: Float64Array[];
  /** Figures of the batch that each would have made, photographed in effect: the photo's mean error added, its scatter too. */
  figures: Float64Array[];
  constants: readonly HandConstant[];
  /** Where the figures of squares of the face stand, from and up to before: some constants are told better without them. */
  map: readonly [number, number];
}

/** Hands imagined about a batch, and how its bars are told from their mirror images. */
export interface Training extends Imagined {
  sides: Sides;
}

const hasKind = (design: Design, kinds: readonly DesignPour["kind"][]) =>
  design.pours.some((p) => kinds.includes(p.kind) && (p.volumeMm3 > 0 || !("portionId" in p)));
const FALLS = ["stripe", "plop"] as const;
const DRAWN = ["wire", "stroke", "comb"] as const;
const LAID = ["layer"] as const;
/** Bars from which on a constant is told: what differs from bar to bar needs more of them. */
const BARS_FROM: Readonly<Record<HandConstant, number>> = {
  depth: 1,
  spread: 1,
  carry: 1,
  reach: 1,
  unevenness: 3,
  wander: 5,
};

/** Constants that photos of so many bars of a design can tell; what falls and is drawn through at once tells too little of either. */
export function toldBy(design: Design, bars: number): HandConstant[] {
  const [falls, drawn, laid] = [hasKind(design, FALLS), hasKind(design, DRAWN), hasKind(design, LAID)];
  const can: Record<HandConstant, boolean> = {
    depth: falls,
    spread: falls && !drawn,
    carry: drawn && !falls,
    reach: drawn && !falls,
    unevenness: laid && !falls,
    wander: falls || drawn,
  };
  return HAND_CONSTANTS.filter((c) => can[c] && bars >= BARS_FROM[c]);
}

/** A design as another hand of this maker might have poured it that day. */
export function asPoured(design: Design, look: Partial<Record<HandConstant, number>>, random: () => number): Design {
  const shared = UNKNOWN.sharedTrace * gauss(random);
  const within = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
  return {
    ...design,
    seed: Math.floor(random() * 4_294_967_295),
    look,
    pours: design.pours.map((p) => {
      const strayed = (mm: number, size: number) =>
        within(mm + UNKNOWN.placeMm * gauss(random), 0.02 * size, 0.98 * size);
      const trace = within(p.trace + shared + UNKNOWN.ownTrace * gauss(random), TRACE.least, TRACE.most);
      const amount = Math.exp(UNKNOWN.amount * gauss(random));
      return {
        ...p,
        trace,
        volumeMm3: p.volumeMm3 * amount,
        ...(p.outMm3 === undefined ? {} : { outMm3: p.outMm3 * amount }),
        ...("acrossMm" in p ? { acrossMm: strayed(p.acrossMm, design.widthMm) } : {}),
      } as DesignPour;
    }),
  };
}

/** Faces of a design at some places, as faces are compared. */
export function facesOf(
  design: Design,
  views: readonly View[],
): { faces: Sorted[]; widthMm: number; heightMm: number } {
  const compiled = compileDesign(design);
  const { widthMm, levelMm: heightMm } = compiled;
  const rows = comparedRows(widthMm, heightMm);
  const faces = views.map((view) => comparable(finish(drawIndices(compiled, view, COMPARED_PX, rows, 1)), widthMm));
  return { faces, widthMm, heightMm };
}

/** A part of a section of a design, as faces are compared; its size, mm. */
export function facePart(
  design: Design,
  view: View,
  { fromX, toX, fromUp, toUp }: Part,
): { face: Sorted; widthMm: number; heightMm: number } {
  const compiled = compileDesign(design);
  const frame = frameOf(compiled, view);
  const [widthMm, heightMm] = [(toX - fromX) * frame.widthMm, (toUp - fromUp) * frame.heightMm];
  const [width, height] = [COMPARED_PX, comparedRows(widthMm, heightMm)];
  const [allWide, allHigh] = [Math.round(width / (toX - fromX)), Math.round(height / (toUp - fromUp))];
  const all = finish(drawIndices(compiled, view, allWide, allHigh, 1));
  const left = Math.min(allWide - width, Math.round(fromX * allWide));
  const above = Math.min(allHigh - height, Math.round((1 - toUp) * allHigh));
  const colour = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const from = (above + y) * allWide + left;
    colour.set(all.colour.subarray(from, from + width), y * width);
  }
  return { face: comparable({ width, height, colour }, widthMm), widthMm, heightMm };
}

/** What a photo does to the figures of a face: measured less drawn, of one imagined bar; null where it cannot be measured. */
function photoError(design: Design, view: View, palette: readonly string[], seed: number): number[] | null {
  const compiled = compileDesign(design);
  const { widthMm, levelMm: heightMm } = compiled;
  const rows = comparedRows(widthMm, heightMm);
  const fine = finish(drawIndices(compiled, view, 3 * COMPARED_PX, 3 * rows, 1));
  const drawn = finish(drawIndices(compiled, view, COMPARED_PX, rows, 1));
  const compared = comparable(drawn, widthMm);
  const shares = sharesOf(compared, palette.length, widthMm).shares;
  const baseAt = anchorOf(palette.map(labOf), shares);
  const hex = trueColours(palette, baseAt, seed, USUAL_SPOILING.colours);
  const made = makePhoto(fine, widthMm, hex, hashSeed(seed, "photo"), PHOTO_PX);
  const measured = measurePhoto(made.pixels, made.corners, { widthMm, heightMm, palette, shares });
  if (!measured.ok) return null;
  const own = faceFigures(compared, palette.length, widthMm);
  return measured.face.figures.map((v, i) => v - own[i]);
}

/**
 * Imagines hands about what is believed of any hand, each pouring this design on its own day, and the figures that photos of their bars would have.
 * Yields how far it is, 0 to 1.
 * @param design as it was poured: with the traces of its record
 * @param views where the photographed bars were cut
 */
export function* train(
  design: Design,
  views: readonly View[],
  palette: readonly string[],
  { draws, photos, seed }: TrainOptions = usualTraining(views.length),
): Generator<number, Training> {
  const random = generator(seed);
  const all = draws + photos;
  const constants = toldBy(design, views.length);
  const spread = HAND_CONSTANTS.map((c) => HAND_SPREAD[c] * (constants.includes(c) ? WIDER : 1));
  const logs: Float64Array[] = [];
  const faces: number[][][] = [];
  const hands: Design[] = [];
  for (let k = 0; k < draws; k++) {
    const log = Float64Array.from(spread, (sd) => sd * gauss(random));
    const look = Object.fromEntries(HAND_CONSTANTS.map((c, i) => [c, Math.exp(log[i])]));
    const poured = asPoured(design, look, random);
    const own = facesOf(poured, views);
    faces.push(own.faces.map((f) => faceFigures(f, palette.length, own.widthMm)));
    logs.push(log);
    hands.push(poured);
    yield (k + 1) / all;
  }
  const errors: number[][] = [];
  for (let k = 0; k < photos; k++) {
    const error = photoError(hands[k % draws], views[k % views.length], palette, hashSeed(seed, `p${k}`));
    if (error) errors.push(error);
    yield (draws + k + 1) / all;
  }
  const places = mapPlaces(palette.length);
  const sides = sidesOf(faces, palette.length);
  const plain = faces.map((own) => batchOf(own, sides));
  return {
    logs,
    figures: spoilt(plain, errors, views.length, random),
    constants,
    map: [places.together, places.end],
    sides,
  };
}

/** Part of the scatter that is drawn as whole error vectors of photos; the rest is independent: there are fewer photos than figures. */
const AS_SEEN = 0.5;

/** Figures as photos would give them: the mean error of the photos, and the scatter of so many. */
function spoilt(plain: readonly number[][], errors: readonly number[][], bars: number, random: () => number) {
  const n = errors[0]?.length ?? 0;
  const mean = Array.from({ length: n }, (_, i) => errors.reduce((s, e) => s + e[i], 0) / Math.max(1, errors.length));
  const sd = mean.map((m, i) =>
    Math.sqrt(errors.reduce((s, e) => s + (e[i] - m) ** 2, 0) / Math.max(1, errors.length - 1)),
  );
  // Light and eye are the same for the bars of one batch: their errors do not average out.
  const scale = Math.sqrt((1 + 1 / bars) / 2);
  return plain.map((row) => {
    const whole = errors[Math.floor(random() * errors.length)];
    return Float64Array.from(row, (v, i) => {
      if (i >= n) return v;
      const seen = whole ? Math.sqrt(AS_SEEN) * (whole[i] - mean[i]) : 0;
      return v + mean[i] + scale * (seen + Math.sqrt(1 - AS_SEEN) * sd[i] * gauss(random));
    });
  });
}
