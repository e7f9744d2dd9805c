import type { Block, Leaf } from "../../core/cut/leaves";
import type { PlannedCut } from "../../core/cut/planned";
import { facing } from "../../core/cut/propose";
import type { CutAxis } from "../../core/mould/cutSchema";
import type { Design } from "../../core/swirl/design";
import type { View } from "../../core/swirl/view";
import type { FaceRequest } from "../../workers/faceProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";
import type { Faces } from "../parts/useFaces";

/** A bar with the picture that its face is cut out of. */
export interface BarSight {
  bar: Leaf;
  /** How the face lies: its direction to the right and up. */
  right: CutAxis;
  up: CutAxis;
  loaf: Block;
  sight: FaceRequest;
}

/** More bars than this are not drawn one by one. */
const MOST_DRAWN = 24;
const PX_PER_MM = 1.6;
const SIDES: Readonly<Record<CutAxis, { right: CutAxis; up: CutAxis }>> = {
  length: { right: "width", up: "height" },
  width: { right: "length", up: "height" },
  height: { right: "length", up: "width" },
};

function viewAt(axis: CutAxis, atMm: number): View {
  if (axis === "length") return { kind: "across", atMm };
  return axis === "width" ? { kind: "lengthwise", atMm } : { kind: "level", atMm };
}

/** The face of every bar: the whole section of the loaf at its middle, of which the bar is a part. */
export function barSights({ loaf, up }: PlannedCut, design: Design | null): BarSight[] {
  if (!design) return [];
  return up.bars.slice(0, MOST_DRAWN).map((bar) => {
    const axis = facing(bar);
    const { right, up: upward } = SIDES[axis];
    const atMm = bar.at[axis] + bar.size[axis] / 2;
    const key = `${axis}:${atMm.toFixed(1)}`;
    const [width, height] = [loaf.size[right], loaf.size[upward]].map((mm) => Math.round(PX_PER_MM * mm));
    return { bar, right, up: upward, loaf, sight: { key, view: viewAt(axis, atMm), width, height } };
  });
}

/** The bars one after the other, each with its face. */
export function BarStrip({ sights, faces, count }: { sights: readonly BarSight[]; faces: Faces; count: number }) {
  return (
    <>
      <ol className="mt-3 flex flex-wrap gap-2.5" aria-label="Bars">
        {sights.map(({ bar, right, up, loaf, sight }, i) => {
          const [w, h] = [bar.size[right], bar.size[up]];
          const wide = (100 * loaf.size[right]) / w;
          const high = (100 * loaf.size[up]) / h;
          return (
            <li key={bar.place.join("-")} className="text-center text-[12.5px]">
              <span
                className="relative block overflow-hidden border border-ink/40"
                style={{ width: `${w}px`, height: `${h}px` }}
              >
                <span
                  className="absolute block"
                  style={{
                    width: `${wide}%`,
                    height: `${high}%`,
                    left: `${(-100 * bar.at[right]) / w}%`,
                    bottom: `${(-100 * bar.at[up]) / h}%`,
                  }}
                >
                  <FaceCanvas face={faces.get(sight.key)} label={`Predicted face of bar ${i + 1}`} />
                </span>
              </span>
              {i + 1}
            </li>
          );
        })}
      </ol>
      {count > sights.length && <p className="text-[12.5px] text-muted">and {count - sights.length} more</p>}
    </>
  );
}
