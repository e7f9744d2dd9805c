import type { CutAxis } from "../mould/cutSchema";

/** How a face lies that is cut across a direction: what goes to the right on it, and what goes up. */
export const AXES_OF_FACE: Readonly<Record<CutAxis, { right: CutAxis; up: CutAxis }>> = {
  length: { right: "width", up: "height" },
  width: { right: "length", up: "height" },
  height: { right: "length", up: "width" },
};
