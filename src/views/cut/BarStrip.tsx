import { barFace } from "../../core/cut/barFace";
import type { Block, Leaf } from "../../core/cut/leaves";
import type { PlannedCut } from "../../core/cut/planned";
import { coloursSeen, shownWords } from "../../core/cut/shown";
import type { Plan } from "../../core/document/schema";
import type { CutAxis } from "../../core/mould/cutSchema";
import type { Design } from "../../core/swirl/design";
import type { Part } from "../../core/swirl/view";
import { portionOf } from "../../core/techniques/operations/registry";
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
  /** Which part of the section its face is. */
  part: Part;
  sight: FaceRequest;
}

/** More bars than this are not drawn one by one; and how finely a section is. */
const DRAWN = { most: 24, pxPerMm: 1.6 } as const;

/** The face of one bar: the whole section of the loaf at its middle, of which the bar is a part. */
export function sightOf(loaf: Block, bar: Leaf): BarSight {
  const { axis, right, up, view, part } = barFace(loaf, bar);
  const atMm = bar.at[axis] + bar.size[axis] / 2;
  const [width, height] = [loaf.size[right], loaf.size[up]].map((mm) => Math.round(DRAWN.pxPerMm * mm));
  return { bar, right, up, loaf, part, sight: { key: `${axis}:${atMm.toFixed(1)}`, view, width, height } };
}

/** The faces of all bars, as far as they are drawn one by one. */
export const barSights = ({ loaf, up }: PlannedCut, design: Design | null): BarSight[] =>
  design ? up.bars.slice(0, DRAWN.most).map((bar) => sightOf(loaf, bar)) : [];

/** A bar's face, so many px to its millimetre. */
export function BarFace({
  of,
  faces,
  label,
  pxPerMm,
  isFluid = false,
}: {
  of: BarSight;
  faces: Faces;
  label: string;
  pxPerMm: number;
  /** Shrinks to the room that there is. */
  isFluid?: boolean;
}) {
  const { bar, right, up, loaf, sight } = of;
  const [w, h] = [bar.size[right], bar.size[up]];
  return (
    <span
      className={`relative block shrink-0 overflow-hidden border border-ink/40 ${isFluid ? "max-w-full" : ""}`}
      style={{
        width: `${pxPerMm * w}px`,
        ...(isFluid ? { aspectRatio: `${w} / ${h}` } : { height: `${pxPerMm * h}px` }),
      }}
    >
      <span
        className="absolute block"
        style={{
          width: `${(100 * loaf.size[right]) / w}%`,
          height: `${(100 * loaf.size[up]) / h}%`,
          left: `${(-100 * bar.at[right]) / w}%`,
          bottom: `${(-100 * bar.at[up]) / h}%`,
        }}
      >
        <FaceCanvas face={faces.get(sight.key)} label={label} />
      </span>
    </span>
  );
}

/** The bars one after the other, each with its face. */
export function BarStrip({ sights, faces, count }: { sights: readonly BarSight[]; faces: Faces; count: number }) {
  return (
    <>
      <ol className="mt-3 flex flex-wrap gap-2.5" aria-label="Bars">
        {sights.map((of, i) => (
          <li key={of.bar.place.join("-")} className="text-center text-[12.5px]">
            <BarFace of={of} faces={faces} label={`Predicted face of bar ${i + 1}`} pxPerMm={1} />
            {i + 1}
          </li>
        ))}
      </ol>
      {count > sights.length && <p className="text-[12.5px] text-muted">and {count - sights.length} more</p>}
    </>
  );
}

/** Whether every bar shows every colour that is poured; nothing until all of them are drawn. */
export function ColoursShown({
  plan,
  sights,
  faces,
}: {
  plan: Pick<Plan, "portions" | "operations">;
  sights: readonly BarSight[];
  faces: Faces;
}) {
  const drawn = sights.flatMap((s) => {
    const face = faces.get(s.sight.key);
    return face && face.stage !== "coarse" ? [coloursSeen(face, s.part)] : [];
  });
  if (drawn.length === 0 || drawn.length < sights.length) return null;
  const poured = new Set(plan.operations.map(portionOf));
  const names = new Map(plan.portions.flatMap((p, i) => (poured.has(p.id) ? [[i, p.name] as const] : [])));
  return (
    <p className="mt-1 text-[15px]" data-testid="colours-shown">
      <strong>{shownWords(drawn, names)}</strong>{" "}
      <span className="text-muted">A prediction, from a hundredth of a face on.</span>
    </p>
  );
}
