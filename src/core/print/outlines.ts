import type { IndexImage } from "../swirl/face";

/** Corners of one closed line on the grid of a picture: x, y in pixels, first corner not repeated. */
export type Ring = readonly (readonly [number, number])[];

/**
 * Outlines of one colour of a picture, along the sides of its pixels, straight runs joined. Outer rings run clockwise (y down), holes against it, so
 * that either rule of filling gives the same area.
 */
export function ringsOf(image: IndexImage, colour: number): Ring[] {
  const { width, height } = image;
  const isIn = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && image.colour[y * width + x] === colour;
  // Every border side of a pixel, as a step with the colour on its right: from corner to corner.
  const next = new Map<number, number[]>();
  const key = (x: number, y: number) => y * (width + 1) + x;
  const add = (x0: number, y0: number, x1: number, y1: number) => {
    const from = key(x0, y0);
    next.set(from, [...(next.get(from) ?? []), key(x1, y1)]);
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!isIn(x, y)) continue;
      if (!isIn(x, y - 1)) add(x, y, x + 1, y);
      if (!isIn(x + 1, y)) add(x + 1, y, x + 1, y + 1);
      if (!isIn(x, y + 1)) add(x + 1, y + 1, x, y + 1);
      if (!isIn(x - 1, y)) add(x, y + 1, x, y);
    }
  }
  const rings: Ring[] = [];
  for (const start of [...next.keys()]) {
    while (next.get(start)?.length) rings.push(walk(next, start, width + 1));
  }
  return rings;
}

/** Follows the sides from a corner round to it; where two cross, it turns right, so that corners that touch stay apart. */
function walk(next: Map<number, number[]>, start: number, stride: number): Ring {
  const corners: [number, number][] = [];
  let at = start;
  let before = 0;
  do {
    const ways = next.get(at)!;
    const k = ways.length > 1 ? ways.findIndex((to) => isRightTurn(before, to - at, stride)) : 0;
    const [to] = ways.splice(Math.max(0, k), 1);
    if (to - at !== before) corners.push([at % stride, Math.floor(at / stride)]);
    before = to - at;
    at = to;
  } while (at !== start);
  // The start lies in the middle of a side where the last step runs on as the first.
  const [first, second] = corners;
  const last = corners[corners.length - 1];
  const isStraight =
    (first[0] === second[0] && last[0] === first[0]) || (first[1] === second[1] && last[1] === first[1]);
  return isStraight ? corners.slice(1) : corners;
}

const isRightTurn = (before: number, step: number, stride: number): boolean =>
  (before === 1 && step === stride) ||
  (before === stride && step === -1) ||
  (before === -1 && step === -stride) ||
  (before === -stride && step === 1);

/** Area inside rings, pixels: outer ones less the holes. */
export function areaOf(rings: readonly Ring[]): number {
  let twice = 0;
  for (const ring of rings) {
    ring.forEach(([x, y], i) => {
      const [x1, y1] = ring[(i + 1) % ring.length];
      twice += x * y1 - x1 * y;
    });
  }
  return twice / 2;
}

export interface OutlineColour {
  /** Colour index in the picture. */
  index: number;
  name: string;
  hex: string;
}

const escaped = (s: string) => s.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** A picture as SVG of true size: one path for every colour, named; the first colour also lies below all as a ground. */
export function outlineSvg(
  image: IndexImage,
  colours: readonly OutlineColour[],
  size: { widthMm: number; heightMm: number },
  title: string,
): string {
  const [w, h] = [size.widthMm.toFixed(1), size.heightMm.toFixed(1)];
  const paths = colours.flatMap(({ index, name, hex }) => {
    const rings = ringsOf(image, index);
    if (rings.length === 0) return [];
    const d = rings.map((ring) => `M${ring.map(([x, y]) => `${x} ${y}`).join("L")}Z`).join("");
    return [`<path fill="${hex}" fill-rule="evenodd" d="${d}"><title>${escaped(name)}</title></path>`];
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${image.width} ${image.height}" preserveAspectRatio="none"><title>${escaped(title)}</title>${paths.join("")}</svg>`;
}
