import { compileDesign, type Design } from "../core/swirl/design";
import { drawIndices, finish } from "../core/swirl/face";
import { blendEdges, makePalette, paint } from "../core/swirl/paint";
import { refineEdges } from "../core/swirl/smooth";
import { borderMm, soften } from "../core/swirl/soften";
import type { FaceAnswer } from "./faceProtocol";

/** A small face, one of several side by side. */
export type WallFace = Pick<FaceAnswer, "width" | "height" | "rgba" | "stage">;

/** How carefully it is drawn: which part of its samples each way, and how finely what is drawn through the batter is followed. */
export interface Care {
  part: number;
  fineness: number;
  stage: "coarse" | "smooth";
}

/** The cut of a design across the loaf. @param atMm along the loaf */
export function wallFace(
  design: Design,
  palette: string[],
  atMm: number,
  { width: fullWidth, height: fullHeight }: { width: number; height: number },
  { part, fineness, stage }: Care,
): WallFace {
  const compiled = compileDesign(design);
  const view = { kind: "across", atMm } as const;
  const [width, height] = [fullWidth, fullHeight].map((px) => Math.max(1, Math.round(px * part)));
  const image = finish(drawIndices(compiled, view, width, height, fineness));
  const colours = makePalette(palette);
  const rgba = paint(image, colours);
  if (stage === "smooth") {
    const edges = finish(refineEdges(compiled, view, image, fineness));
    blendEdges(rgba, edges, colours);
    soften(rgba, edges.image, colours, (borderMm(design) * width) / compiled.widthMm);
  }
  return { width, height, rgba, stage };
}
