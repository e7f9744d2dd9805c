import { apart, type Lab, labOfLinear } from "./light";
import type { Corners } from "./photoSchema";
import { type Pixels, toLinear } from "./straighten";

/** Corners to start from where none can be proposed: an upright face in the middle. */
export const MIDDLE_CORNERS: Corners = [
  [0.15, 0.15],
  [0.85, 0.15],
  [0.85, 0.85],
  [0.15, 0.85],
];

/** Pixels looked at each way; how unlike the ground a place must be; least and most part of the photo that the bar may cover. */
const LOOKED_PX = 160;
const UNLIKE = 0.1;
const COVERS = { least: 0.06, most: 0.92 } as const;

/** Corners that a bar on an even ground may have: where what is unlike the ground reaches furthest each way. A proposal, never to be trusted. */
export function proposeCorners({ width, height, data }: Pixels): Corners {
  const step = Math.max(1, Math.floor(Math.max(width, height) / LOOKED_PX));
  const [w, h] = [Math.floor(width / step), Math.floor(height / step)];
  const lab = (x: number, y: number): Lab => {
    const i = 4 * (y * step * width + x * step);
    return labOfLinear(toLinear(data[i]), toLinear(data[i + 1]), toLinear(data[i + 2]));
  };
  const rim: Lab[] = [];
  for (let x = 0; x < w; x++) rim.push(lab(x, 0), lab(x, h - 1));
  for (let y = 0; y < h; y++) rim.push(lab(0, y), lab(w - 1, y));
  const ground = [0, 1, 2].map((c) => rim.map((l) => l[c]).sort((a, b) => a - b)[rim.length >> 1]) as Lab;
  const isBar = (x: number, y: number) => apart(lab(x, y), ground) > UNLIKE;
  const found: [number, number][] = [];
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) if (isBar(x, y) && isBar(x + 1, y) && isBar(x, y + 1)) found.push([x, y]);
  if (found.length < COVERS.least * w * h || found.length > COVERS.most * w * h) return MIDDLE_CORNERS;
  const furthest = (of: (x: number, y: number) => number) =>
    found.reduce((best, p) => (of(...p) > of(...best) ? p : best), found[0]);
  const part = ([x, y]: [number, number]): [number, number] => [(x + 0.5) / w, (y + 0.5) / h];
  return [
    part(furthest((x, y) => -x - y)),
    part(furthest((x, y) => x - y)),
    part(furthest((x, y) => x + y)),
    part(furthest((x, y) => y - x)),
  ];
}
