import { type CSSProperties, type ReactNode, useState } from "react";
import { barAt } from "../../core/cut/bars";
import type { Derived } from "../../core/derive/derive";
import { faceShape, firstCutMm, sheetFaces } from "../../core/derive/firstFaces";
import type { Plan } from "../../core/document/schema";
import { lookWords } from "../../core/hand/words";
import { CUT_KEYS } from "../keys/screens";
import { act } from "../keys/useKeys";
import { FaceCanvas, type Stills } from "../parts/FaceCanvas";
import { useUnits } from "../parts/units";
import { useFaces } from "../parts/useFaces";

/** Highest picture of the face on the page, px. */
const MOST_FACE_PX = 300;

/** The predicted cut face at a place of the loaf, its neighbours, and the loaf from above with the place of the cut. */
export function CutFace({
  plan,
  derived,
  isStrip,
  isTall = false,
  stills = {},
  children,
}: {
  plan: Plan;
  derived: Derived;
  /** In a narrow window only the face and the place of its cut: the rest has a room of its own. */
  isStrip: boolean;
  /** On a tablet that strip has room: beside the clock nothing else stands. */
  isTall?: boolean;
  /** First pictures by their keys, as the server drew them. */
  stills?: Stills;
  children?: ReactNode;
}) {
  const rest = isStrip ? "narrow:hidden" : "";
  const mould = plan.moulds[0];
  const { middlesMm } = derived.bars;
  const { mm } = useUnits();
  const [chosenMm, choose] = useState<number | null>(null);
  const cutMm = Math.min(mould.lengthMm, chosenMm ?? firstCutMm(derived));
  const bar = barAt(derived.bars, cutMm);
  const design = derived.designs.get(mould.id) ?? null;
  const hand = lookWords(design?.look);
  const shape = faceShape(plan, derived);
  const neighbours = [bar - 1, bar + 1].map((k) => (k >= 0 && k < middlesMm.length ? middlesMm[k] : null));
  const { main, others } = sheetFaces(plan, derived, cutMm, neighbours);
  const isEmpty = !design || design.pours.every((p) => p.volumeMm3 <= 0);
  const faces = useFaces(isEmpty ? null : design, derived.palette, [main, others]);

  return (
    <section
      aria-labelledby="cut-head"
      className={`scroll-quiet flex min-h-0 min-w-0 flex-col overflow-y-auto narrow:order-first narrow:overflow-visible ${isStrip ? "narrow:sticky narrow:top-11 narrow:z-10 narrow:mb-2 narrow:border-b narrow:border-rule narrow:bg-sheet narrow:pb-1" : ""}`}
    >
      <div className="flex items-baseline gap-2">
        <h2 id="cut-head" className="whitespace-nowrap text-[15px]">
          Cut face at {mm(Math.round(cutMm))}
        </h2>
        <span className="truncate text-[12.5px] text-muted">
          bar {bar + 1} of {middlesMm.length}, a prediction of pattern
        </span>
      </div>
      {hand && <p className={`text-[12.5px] text-muted ${rest}`}>Drawn as your photos taught: {hand}.</p>}
      <div className={`mt-0.5 ${rest}`}>{children}</div>
      {isEmpty ? (
        <p className="mt-2 grid flex-1 place-items-center border border-dashed border-rule p-6 text-center text-muted">
          {derived.masses
            ? "Nothing is poured yet: add a pour at the right to see its cut."
            : "The formula cannot be computed yet; see what it says there."}
        </p>
      ) : (
        <>
          <div className="mt-1 flex gap-2">
            <div
              className={`min-w-0 flex-1 border border-ink/30 ${isStrip ? `${isTall ? "narrow:max-w-[calc(400px*var(--face-ratio))]!" : "narrow:max-w-[calc(150px*var(--face-ratio))]!"} phone:max-w-[calc(150px*var(--face-ratio))]!` : ""}`}
              style={
                {
                  aspectRatio: `${1 / shape}`,
                  maxWidth: MOST_FACE_PX / shape,
                  "--face-ratio": 1 / shape,
                } as CSSProperties
              }
            >
              <FaceCanvas
                face={faces.get("face")}
                still={stills.face}
                label={`Predicted cut face at ${mm(Math.round(cutMm))}`}
              />
            </div>
            <div
              className={`flex w-[96px] shrink-0 flex-col justify-between gap-1 text-[12px] text-muted ${isStrip ? "phone:hidden narrow:w-auto narrow:flex-row narrow:justify-start narrow:gap-2 narrow:[&>figure]:w-[110px]" : ""}`}
            >
              {neighbours.map((atMm, i) => (
                <figure key={i} className="m-0">
                  {atMm !== null && (
                    <>
                      <div className="border border-ink/30" style={{ aspectRatio: `${1 / shape}` }}>
                        <FaceCanvas
                          face={faces.get(`side${i}`)}
                          still={stills[`side${i}`]}
                          label={`Predicted face of bar ${bar + (i ? 2 : 0)}`}
                        />
                      </div>
                      <figcaption>
                        bar {bar + (i ? 2 : 0)}, {mm(Math.round(atMm))}
                      </figcaption>
                    </>
                  )}
                </figure>
              ))}
            </div>
          </div>
          <div className="relative mt-2">
            <div
              className={`border border-ink/30 ${rest}`}
              style={{ height: Math.min(104, Math.round((440 * mould.widthMm) / mould.lengthMm)) }}
            >
              <FaceCanvas
                face={faces.get("top")}
                still={stills.top}
                label="Predicted top of the loaf, seen from above"
              />
            </div>
            <div
              aria-hidden="true"
              className="pointer-events-none absolute -top-1 bottom-4 w-0.5 bg-[#b3201a] shadow-[0_0_0_1px_#faf6ec]"
              style={{ left: `${(100 * cutMm) / mould.lengthMm}%` }}
            />
            <input
              type="range"
              aria-label="Place of the cut along the loaf, mm"
              className="cut-slider block w-full"
              min={0}
              max={mould.lengthMm}
              step={1}
              value={cutMm}
              onChange={(e) => choose(Number(e.currentTarget.value))}
              onKeyDown={(e) => {
                const by = (n: number) => choose(middlesMm[Math.min(middlesMm.length - 1, Math.max(0, bar + n))]);
                act(CUT_KEYS, { barOn: () => by(1), barBack: () => by(-1) }, e);
              }}
            />
          </div>
          <p className={`text-[12.5px] text-muted ${rest}`}>
            Loaf from above, near wall below. Arrows move the cut, page keys go bar by bar.
          </p>
        </>
      )}
    </section>
  );
}
