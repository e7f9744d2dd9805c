import { comparable, faceFigures, halved, LEFT_OUT_MM, type Sorted, sharesOf } from "./figures";
import { anchorOf, fitLightAndColours, hexOfLab, inEvenLight, type Lab, labOf, linearOf } from "./light";
import type { Corners, MeasuredFace, PhotoPoint } from "./photoSchema";
import { sortColours } from "./sort";
import { blurred, type Pixels, STRAIGHT_PX, type Straight, sharpened, straighten } from "./straighten";
import { castOf, type WhiteTrouble } from "./white";

/** Version of the figures and of how they are taken: raise it when either changes. */
export const MEASURE_VERSION = 3;
/** A figure is kept to so many decimals: far finer than a photo tells. */
const FIGURE_DECIMALS = 5;

/** What a face is expected to be. */
export interface ExpectedFace {
  widthMm: number;
  heightMm: number;
  /** Cured colours of the picture, sRGB hex, and the share of each on this bar. */
  palette: readonly string[];
  shares: readonly number[];
  /** False where the bar is a part of its loaf's section, or shows another direction of it. */
  isWhole?: boolean;
}

export type Refusal = "corners" | "small" | "dark" | "bright" | "blurred" | "other" | WhiteTrouble;
export const REFUSAL_WORDS: Readonly<Record<Refusal, string>> = {
  corners: "The four corners make no face: set them on the corners of the bar, round in order.",
  small: "The bar is too small in the photo to be measured: it should be 300 pixels wide or more.",
  dark: "Too dark to tell the colours: take it in daylight, without a flash.",
  bright: "Overexposed: the pale colours are all white. Take it again with less light.",
  blurred: "Blurred: no edge is sharper than 3 mm. Hold still, a hand's length further off.",
  whiteBright:
    "What the ring lies on is overexposed: its colour is lost. Set it where white is a little grey, or take it off.",
  whiteDark:
    "What the ring lies on is too dark to tell the light: set it on something white or pale grey, or take it off.",
  whiteColoured:
    "What the ring lies on is neither white nor grey, or several things at once: set it on one, or take it off.",
  other: "These are not the colours of this batch: is it another bar, or are the corners off it?",
};

export type Measured =
  | { ok: true; face: MeasuredFace; sorted: Sorted; even: Straight }
  | { ok: false; why: Refusal; words: string };

/** Least width of a bar in a photo, px. */
const LEAST_PX = 190;
const DARK_UNDER = 0.035;
const WHITE_FROM = 0.985;
const MOST_WHITE = 0.3;
/** Edges of a sharp photo keep this much more of what changes than after a blur of so many mm. */
const SHARP = { blurMm: 1.2, least: 1.28 } as const;
/** Most that may belong to no colour, before edges are drawn together and after; most that the shares may lie off (half the sum of differences); and most that a place typically lies from its colour. */
const MOST_UNKNOWN = { before: 0.12, after: 0.3 } as const;
const MOST_OFF = 0.45;
const MOST_RESIDUAL = 0.045;
/** A colour that covers less of a face tells nothing of itself. */
const SHOWS_FROM = 0.015;

const refused = (why: Refusal): Measured => ({ ok: false, why, words: REFUSAL_WORDS[why] });

/** Brightness of a pixel, linear. */
const brightness = (rgb: Float32Array, i: number) => 0.21 * rgb[3 * i] + 0.72 * rgb[3 * i + 1] + 0.07 * rgb[3 * i + 2];

/** How much steepness a further blur takes away: near 1 for what is blurred already. */
function sharpness(face: Straight, mmPerPx: number): number {
  const soft = { ...face, rgb: blurred(face, SHARP.blurMm / 2 / mmPerPx) };
  const steep = ({ width, height, rgb }: Straight) => {
    const all: number[] = [];
    for (let y = 1; y < height - 1; y++)
      for (let x = 1; x < width - 1; x++) {
        const i = y * width + x;
        all.push(
          Math.hypot(
            brightness(rgb, i + 1) - brightness(rgb, i - 1),
            brightness(rgb, i + width) - brightness(rgb, i - width),
          ),
        );
      }
    all.sort((a, b) => a - b);
    // The steepest edges of the face, a few of them left out as scratches.
    return all[Math.floor(0.97 * all.length)];
  };
  return steep(face) / Math.max(1e-6, steep(soft));
}

function lightTrouble(face: Straight): Refusal | null {
  const n = face.width * face.height;
  const all = Float32Array.from({ length: n }, (_, i) => brightness(face.rgb, i)).sort();
  if (all[n >> 1] < DARK_UNDER && all[Math.floor(0.9 * n)] < 2 * DARK_UNDER) return "dark";
  let white = 0;
  for (let i = 0; i < n; i++) if (all[i] > WHITE_FROM) white++;
  return white > MOST_WHITE * n ? "bright" : null;
}

/** Least and most of red, green and blue among colours, linear. */
function rangeOf(colours: readonly Lab[]) {
  const linear = colours.map(linearOf);
  const of = (pick: (...v: number[]) => number) => [0, 1, 2].map((c) => pick(...linear.map((k) => k[c])));
  return { least: of(Math.min), most: of(Math.max) };
}

/** A face that was drawn, by the same figures as one that was photographed. */
export function drawnFigures(face: Sorted, colours: number, widthMm: number): number[] {
  return faceFigures(comparable(face, widthMm), colours, widthMm);
}

/** Rows of a straightened face of this size: an even number, for it is halved. */
export const straightRows = (widthMm: number, heightMm: number): number =>
  2 * Math.max(8, Math.round((STRAIGHT_PX * heightMm) / widthMm / 2));

/**
 * Measures a photographed face: straightened by its corners, its light taken off, sorted into the colours of the batch, and measured by the figures that
 * the prediction has. Refuses what tells nothing, with the reason.
 * @param whiteAt something white or plain grey in the photo, by which the light is taken; as the corners are given
 */
export function measurePhoto(
  photo: Pixels,
  corners: Corners,
  expected: ExpectedFace,
  whiteAt: PhotoPoint | null = null,
): Measured {
  const { widthMm, heightMm, palette, shares } = expected;
  const wide = Math.min(
    ...[
      [0, 1],
      [3, 2],
    ].map(([i, k]) =>
      Math.hypot((corners[i][0] - corners[k][0]) * photo.width, (corners[i][1] - corners[k][1]) * photo.height),
    ),
  );
  const straight = straighten(photo, corners, STRAIGHT_PX, straightRows(widthMm, heightMm));
  if (!straight || !isRound(corners)) return refused("corners");
  if (wide < LEAST_PX) return refused("small");
  const trouble = lightTrouble(straight);
  if (trouble) return refused(trouble);
  const mmPerPx = widthMm / STRAIGHT_PX;
  if (sharpness(straight, mmPerPx) < SHARP.least) return refused("blurred");
  const white = whiteAt && castOf(photo, whiteAt);
  if (white && !white.ok) return refused(white.why);
  const labs = palette.map(labOf);
  const margin = { rim: Math.round(LEFT_OUT_MM.rim / mmPerPx), top: Math.round(LEFT_OUT_MM.top / mmPerPx) };
  const fitted = fitLightAndColours(straight, labs, shares, anchorOf(labs, shares), margin, white);
  const even = sharpened(inEvenLight(straight, fitted.light), mmPerPx, rangeOf(fitted.colours));
  const sorted = comparable(halved(sortColours(even, fitted.colours)), widthMm);
  const seen = sharesOf(sorted, palette.length, widthMm);
  const off = seen.shares.reduce((sum, s, c) => sum + Math.abs(s - (shares[c] ?? 0)), 0) / 2;
  const isUnknown = fitted.unknown > MOST_UNKNOWN.before || seen.unknown > MOST_UNKNOWN.after;
  if (isUnknown || off > MOST_OFF || fitted.residual > MOST_RESIDUAL) return refused("other");
  return {
    ok: true,
    sorted,
    even,
    face: {
      version: MEASURE_VERSION,
      isWhole: expected.isWhole ?? true,
      shares: seen.shares,
      unknownShare: Math.max(0, seen.unknown),
      seenHex: fitted.colours.map((c, i) => (seen.shares[i] >= SHOWS_FROM ? hexOfLab(c) : null)),
      figures: faceFigures(sorted, palette.length, widthMm).map((v) => Number(v.toFixed(FIGURE_DECIMALS))),
    },
  };
}

/** Whether corners go round a face once, without crossing, the first at the top left. */
export function isRound(corners: Corners): boolean {
  const turns = corners.map((p, i) => {
    const [q, r] = [corners[(i + 1) % 4], corners[(i + 2) % 4]];
    return (q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0]);
  });
  return turns.every((t) => t > 1e-6);
}
