import { hexOfOklab, linearOfOklab, oklabOfLinear, toOklab } from "../colour/spaces";
import type { Straight } from "./straighten";

/** A colour as its lightness and two hues in OKLab. */
export type Lab = [number, number, number];

export const labOf = (hex: string): Lab => {
  const { l, a, b } = toOklab(hex);
  return [l, a, b];
};
export const hexOfLab = ([l, a, b]: Lab): string => hexOfOklab({ l, a, b });
export const labOfLinear = (r: number, g: number, b: number): Lab => {
  const lab = oklabOfLinear({ r, g, b });
  return [lab.l, lab.a ?? 0, lab.b ?? 0];
};
export const linearOf = ([l, a, b]: Lab): Lab => {
  const rgb = linearOfOklab({ l, a, b });
  return [Math.max(1e-4, rgb.r), Math.max(1e-4, rgb.g), Math.max(1e-4, rgb.b)];
};

/** Lightness counts for this part: shadow changes it more than hue. */
const LIGHTNESS = 0.75;
export const apart = (p: Lab, q: Lab): number => Math.hypot(LIGHTNESS * (p[0] - q[0]), p[1] - q[1], p[2] - q[2]);

/** Index of the colour that lies nearest, nearer than `within`; -1 where none does. */
export function nearestColour(lab: Lab, colours: readonly Lab[], within: number): number {
  let best = -1;
  let nearest = within;
  for (let c = 0; c < colours.length; c++) {
    const d = apart(lab, colours[c]);
    if (d >= nearest) continue;
    nearest = d;
    best = c;
  }
  return best;
}

/** Which colour the light is taken by: that of which most shows, and a pale one rather than a dark one, which says little of a cast. */
export function anchorOf(colours: readonly Lab[], shares: readonly number[]): number {
  const tells = colours.map(([l], c) => (shares[c] ?? 0) * l ** 3);
  return tells.indexOf(Math.max(...tells));
}

/** How light lies over a face, as log factors: a plane and its curves, and what it does to red and blue. Terms: 1, u, v, uu, uv, vv of -1 to 1. */
export interface Light {
  log: number[];
  red: number;
  blue: number;
}

const TERMS = 6;
const termsAt = (u: number, v: number): number[] => [1, u, v, u * u, u * v, v * v];
const lightAt = (light: Light, u: number, v: number): number => {
  const t = termsAt(u, v);
  let sum = 0;
  for (let i = 0; i < TERMS; i++) sum += light.log[i] * t[i];
  return Math.exp(sum);
};

/** Light and colours of a face, fitted together. */
export interface Fitted {
  light: Light;
  /** Colours as they are seen in even light. */
  colours: Lab[];
  /** Part of the places looked at that belongs to none. */
  unknown: number;
  /** Typical distance of a place from its colour. */
  residual: number;
}

const ROUNDS = 10;
const COARSE_PX = 60;
/** From so far from every colour a place belongs to none. */
export const NONE_FROM = 0.13;
/** How far a colour may lie from where it was expected, the part of that which is taken for its own, and the fewest places that tell it. */
const COLOUR = { heldWithin: 0.12, ownPart: 0.85, fewestPlaces: 8 } as const;
/** Bounds of what light does: a whole face, end to end, and a cast. */
export const MOST_LIGHT = { log: 1.6, cast: 0.5 } as const;
/** A prior on uneven light and cast, as so many places; and on a cast that something white beside the bar told. */
const STIFF = { usual: 6, told: 20_000 } as const;

interface Places {
  rgb: Float32Array;
  u: Float32Array;
  v: Float32Array;
  n: number;
}

function coarsely(face: Straight, margin: { rim: number; top: number }): Places {
  const step = Math.max(1, Math.round(face.width / COARSE_PX));
  const rgb: number[] = [];
  const u: number[] = [];
  const v: number[] = [];
  for (let y = margin.top; y < face.height - margin.rim; y += step)
    for (let x = margin.rim; x < face.width - margin.rim; x += step) {
      const i = 3 * (y * face.width + x);
      rgb.push(...[0, 1, 2].map((c) => Math.max(1e-4, face.rgb[i + c])));
      u.push((2 * (x + 0.5)) / face.width - 1);
      v.push((2 * (y + 0.5)) / face.height - 1);
    }
  return { rgb: Float32Array.from(rgb), u: Float32Array.from(u), v: Float32Array.from(v), n: u.length };
}

/** Solves the normal equations of a small least squares problem in place (Cholesky; the prior makes them definite). */
function solved(matrix: Float64Array, right: Float64Array, n: number): Float64Array {
  const a = matrix.slice();
  const b = right.slice();
  for (let c = 0; c < n; c++) {
    for (let r = c + 1; r < n; r++) {
      const by = a[r * n + c] / a[c * n + c];
      for (let k = c; k < n; k++) a[r * n + k] -= by * a[c * n + k];
      b[r] -= by * b[c];
    }
  }
  for (let r = n - 1; r >= 0; r--) {
    for (let k = r + 1; k < n; k++) b[r] -= a[r * n + k] * b[k];
    b[r] /= a[r * n + r];
  }
  return b;
}

const within = (v: number, most: number): number => Math.min(most, Math.max(-most, v));

/** Light that leads from the colours of their places to what was seen, by least squares on logs; misses count less the greater they are. */
function fitLight(
  places: Places,
  of: Int16Array,
  linear: readonly Lab[],
  before: Light,
  told: Pick<Light, "red" | "blue"> | null,
): Light {
  // Unknowns: the six terms, red, blue. Green is the measure.
  const n = TERMS + 2;
  const matrix = new Float64Array(n * n);
  const right = new Float64Array(n);
  for (let i = 1; i < n; i++) matrix[i * n + i] = STIFF.usual;
  matrix[0] = 1e-3;
  [told?.red, told?.blue].forEach((cast, k) => {
    if (cast === undefined) return;
    const i = TERMS + k;
    matrix[i * n + i] = STIFF.told;
    right[i] = STIFF.told * cast;
  });
  const row = new Float64Array(n);
  for (let p = 0; p < places.n; p++) {
    if (of[p] < 0) continue;
    const terms = termsAt(places.u[p], places.v[p]);
    const now = Math.log(lightAt(before, places.u[p], places.v[p]));
    for (let c = 0; c < 3; c++) {
      const y = Math.log(places.rgb[3 * p + c] / linear[of[p]][c]);
      const cast = c === 0 ? before.red : c === 2 ? before.blue : 0;
      const miss = y - now - cast;
      const weight = 1 / (1 + (miss / 0.15) ** 2);
      for (let i = 0; i < TERMS; i++) row[i] = terms[i];
      row[TERMS] = c === 0 ? 1 : 0;
      row[TERMS + 1] = c === 2 ? 1 : 0;
      for (let i = 0; i < n; i++) {
        if (row[i] === 0) continue;
        right[i] += weight * row[i] * y;
        for (let k = 0; k < n; k++) matrix[i * n + k] += weight * row[i] * row[k];
      }
    }
  }
  const x = solved(matrix, right, n);
  return {
    log: Array.from({ length: TERMS }, (_, i) => within(x[i], MOST_LIGHT.log)),
    red: within(x[TERMS], MOST_LIGHT.cast),
    blue: within(x[TERMS + 1], MOST_LIGHT.cast),
  };
}

const median = (values: number[]): number => {
  values.sort((a, b) => a - b);
  return values[values.length >> 1] ?? 0;
};

/** A first light: as bright as the whole face must be for its mean to be that of the expected colours by their shares. */
function firstLight(places: Places, linear: readonly Lab[], shares: readonly number[]): Light {
  const logs = [0, 1, 2].map((c) => {
    let seen = 0;
    for (let p = 0; p < places.n; p++) seen += places.rgb[3 * p + c];
    const expected = linear.reduce((s, k, i) => s + shares[i] * k[c], 0);
    return Math.log(seen / Math.max(1, places.n) / Math.max(1e-3, expected));
  });
  return {
    log: [within(logs[1], MOST_LIGHT.log), 0, 0, 0, 0, 0],
    red: within(logs[0] - logs[1], MOST_LIGHT.cast),
    blue: within(logs[2] - logs[1], MOST_LIGHT.cast),
  };
}

/**
 * Light and colours of a straightened face, together, on a coarse grid: starts at the colours that are expected, holds each near them and that of the base
 * where it is, for else light and colours drift into each other.
 * @param expected colours as predicted, in OKLab; `shares` of each
 * @param baseAt which of them stays: the largest
 * @param told cast of the light where something white or grey beside the bar tells it: it holds, and the colour of which most shows is as free as the others
 */
export function fitLightAndColours(
  face: Straight,
  expected: readonly Lab[],
  shares: readonly number[],
  baseAt: number,
  margin: { rim: number; top: number },
  told: Pick<Light, "red" | "blue"> | null = null,
): Fitted {
  const places = coarsely(face, margin);
  let colours = expected.map((c) => [...c] as Lab);
  let light = firstLight(places, expected.map(linearOf), shares);
  if (told) light = { ...light, ...told };
  const of = new Int16Array(places.n);
  const labs: Lab[] = new Array(places.n);
  let unknown = 0;
  const residuals: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    // Generous at first: the light is not known yet.
    const noneFrom = NONE_FROM * (round < 4 ? 2 : 1);
    unknown = 0;
    residuals.length = 0;
    for (let p = 0; p < places.n; p++) {
      const k = lightAt(light, places.u[p], places.v[p]);
      const lab = labOfLinear(
        places.rgb[3 * p] / (k * Math.exp(light.red)),
        places.rgb[3 * p + 1] / k,
        places.rgb[3 * p + 2] / (k * Math.exp(light.blue)),
      );
      labs[p] = lab;
      of[p] = nearestColour(lab, colours, noneFrom);
      if (of[p] < 0) unknown++;
      else residuals.push(apart(lab, colours[of[p]]));
    }
    colours = colours.map((own, c): Lab => {
      const isBase = c === baseAt;
      if (isBase && !told) return own;
      const mine = labs.filter((_, p) => of[p] === c);
      if (mine.length < COLOUR.fewestPlaces) return own;
      const middle = [0, 1, 2].map((i) => median(mine.map((l) => l[i]))) as Lab;
      const from = expected[c];
      const far = Math.hypot(middle[0] - from[0], middle[1] - from[1], middle[2] - from[2]);
      const part = COLOUR.ownPart * far > COLOUR.heldWithin ? COLOUR.heldWithin / far : COLOUR.ownPart;
      // How pale the base is stays as expected: something white tells the hue of the light, not how bright it is.
      return from.map((v, i) => (isBase && i === 0 ? v : v + part * (middle[i] - v))) as Lab;
    });
    light = fitLight(places, of, colours.map(linearOf), light, told);
  }
  return { light, colours, unknown: unknown / Math.max(1, places.n), residual: median(residuals) };
}

/** A face with its light taken off: as it would be seen in even light. */
export function inEvenLight(face: Straight, light: Light): Straight {
  const rgb = new Float32Array(face.rgb.length);
  const [red, blue] = [Math.exp(light.red), Math.exp(light.blue)];
  for (let y = 0; y < face.height; y++)
    for (let x = 0; x < face.width; x++) {
      const i = 3 * (y * face.width + x);
      const k = lightAt(light, (2 * (x + 0.5)) / face.width - 1, (2 * (y + 0.5)) / face.height - 1);
      rgb[i] = face.rgb[i] / (k * red);
      rgb[i + 1] = face.rgb[i + 1] / k;
      rgb[i + 2] = face.rgb[i + 2] / (k * blue);
    }
  return { ...face, rgb };
}
