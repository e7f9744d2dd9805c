import type { Sight } from "../core/derive/firstFaces";
import type { Design } from "../core/swirl/design";

/** One picture asked for. */
export interface FaceRequest extends Sight {
  /** Shown large: drawn once more, last, with more samples each way. */
  isLarge?: boolean;
}

/** Newest job wins: a worker drops what it does when a higher generation comes in. */
export interface FaceJob {
  generation: number;
  design: Design;
  palette: string[];
  requests: FaceRequest[];
  /** Only the first so many operations, and the height shown, mm: a still of the film of the pour. */
  upTo?: number;
  frameMm?: number;
  /** Coarse pictures alone, while something is dragged. */
  isCoarse?: boolean;
}

/** coarse: a quarter of the resolution each way; full: one sample a pixel; smooth: edges refined; fine: smooth at a higher resolution. */
export type FaceStage = "coarse" | "full" | "smooth" | "fine";

export interface FaceAnswer {
  generation: number;
  key: string;
  stage: FaceStage;
  width: number;
  height: number;
  rgba: Uint8ClampedArray<ArrayBuffer>;
  /** Colour index of every pixel, before its edges were smoothed. */
  colour: Uint8Array<ArrayBuffer>;
  /** Time since the job came in, ms. */
  afterMs: number;
}
