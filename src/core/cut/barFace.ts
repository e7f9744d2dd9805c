import type { CutAxis } from "../mould/cutSchema";
import type { Part, View } from "../swirl/view";
import { AXES_OF_FACE } from "./faceAxes";
import type { Block, Leaf } from "./leaves";
import { facing } from "./propose";

/** The face of a bar: a section of its loaf at its middle, and which part of that it is. */
export interface BarFace {
  axis: CutAxis;
  view: View;
  /** How it lies: its direction to the right and up. */
  right: CutAxis;
  up: CutAxis;
  part: Part;
  /** Whether it is the whole section across the loaf. */
  isWhole: boolean;
}

/** Part of its loaf that a bar must have each way for its face to be the whole section: a skim from its top does not count. */
const WHOLE = 0.97;

function viewAt(axis: CutAxis, atMm: number): View {
  if (axis === "length") return { kind: "across", atMm };
  return axis === "width" ? { kind: "lengthwise", atMm } : { kind: "level", atMm };
}

export function barFace(loaf: Block, leaf: Leaf): BarFace {
  const axis = facing(leaf);
  const { right, up } = AXES_OF_FACE[axis];
  const from = (d: CutAxis) => leaf.at[d] / loaf.size[d];
  const to = (d: CutAxis) => (leaf.at[d] + leaf.size[d]) / loaf.size[d];
  return {
    ...{ axis, right, up, view: viewAt(axis, leaf.at[axis] + leaf.size[axis] / 2) },
    part: { fromX: from(right), toX: to(right), fromUp: from(up), toUp: to(up) },
    isWhole: axis === "length" && to(right) - from(right) > WHOLE && to(up) - from(up) > WHOLE,
  };
}
