import type { BarFace } from "../core/cut/barFace";
import type { HandRead } from "../core/hand/read";
import type { Refusal } from "../core/photo/measure";
import type { Corners, MeasuredFace, PhotoPoint } from "../core/photo/photoSchema";
import type { Design } from "../core/swirl/design";
import type { View } from "../core/swirl/view";

/** Asks for a photo to be measured against the bar that it shows, or for what several teach of the hand. */
export type PhotoJob =
  | {
      kind: "measure";
      id: string;
      url: string;
      /** Null: they are proposed. */
      corners: Corners | null;
      whiteAt: PhotoPoint | null;
      design: Design;
      /** The section that the bar's face is a part of, which part, and whether it is the whole section across the loaf. */
      face: Pick<BarFace, "view" | "part" | "isWhole">;
      palette: string[];
    }
  | { kind: "learn"; design: Design; views: View[]; figures: number[][]; palette: string[] };

/** A small picture of a face, ready to be shown. */
export interface SmallFace {
  width: number;
  height: number;
  rgba: Uint8ClampedArray<ArrayBuffer>;
}
/** A face by the figures: its picture in the batch's colours, shares, line width and mean heights. */
export interface FaceRead {
  picture: SmallFace;
  shares: number[];
  lineMm: number;
  heights: number[];
}

export type PhotoAnswer =
  | { kind: "proposed"; id: string; corners: Corners }
  | {
      kind: "measured";
      id: string;
      corners: Corners;
      face: MeasuredFace;
      /** The straightened face with its light taken off, the same sorted, and the prediction. */
      even: SmallFace;
      seen: FaceRead;
      predicted: FaceRead;
      afterMs: number;
    }
  | { kind: "refused"; id: string; corners: Corners; why: Refusal | "unread"; words: string }
  | { kind: "progress"; share: number }
  | { kind: "learnt"; hand: HandRead[]; afterMs: number };
