import type { Packer } from "./shader/packer";

/** How deep an upright tool reaches. */
export interface ToolDepth {
  levelMm: number;
  /** Height of its tip above the floor, mm; it drags from there up, fading in over `fadeMm` below it. */
  tipMm: number;
  fadeMm: number;
  /** Share of the drag that is lost from the surface down to the floor, 0..1. */
  lossAtFloor: number;
}

const DRAG_NODES = 256;
/** Drag by height for the shader, from the floor to the level; a tool without depth drags alike everywhere. */
export const packDrag = (at: (z: number) => number, levelMm: number, out: Packer): number =>
  out.table(
    Float64Array.from({ length: DRAG_NODES + 2 }, (_, i) => at((Math.min(i, DRAG_NODES) / DRAG_NODES) * levelMm)),
  );

/** How much the tool drags at a height: 1 at the surface, less with depth, fading to 0 below its tip. */
export function dragAt(o: ToolDepth, z: number): number {
  const along = 1 - o.lossAtFloor * Math.max(0, 1 - z / o.levelMm);
  if (z >= o.tipMm) return along;
  const t = 1 - (o.tipMm - z) / o.fadeMm;
  return t <= 0 ? 0 : along * t * t * (3 - 2 * t);
}
