import { useCallback, useMemo, useState } from "react";
import type { ColourTime } from "../../core/colour/colourantSchema";
import { barAt } from "../../core/cut/bars";
import { levelOf } from "../../core/swirl/level";
import { FAMILIES } from "../../core/techniques/families/registry";
import { BatchHead } from "../parts/BatchHead";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import type { Stills } from "../parts/FaceCanvas";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/stored";
import { Trouble } from "../parts/Trouble";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useDerived } from "../parts/useDerived";
import { useUndoKeys } from "../parts/useDocument";
import { FamilyPanel } from "../sheet/FamilyPanel";
import { BarStrip } from "./BarStrip";
import { CutControls } from "./CutControls";
import { CutFigure } from "./CutFigure";
import { START_DRAFT } from "./DrawPanel";
import { DrawSurface } from "./DrawSurface";
import { type Beside, paletteAt, START_CUT, sightOf } from "./look";
import { PairNumbers } from "./Numbers";
import { PictureBar } from "./PictureBar";
import { type PanelId, SidePanels } from "./SidePanels";
import { StripeHandles } from "./StripeHandles";
import { TopView } from "./TopView";
import { useStudioPictures } from "./useStudioPictures";

export default function Studio({ initial, stills, ...page }: BatchPageProps & { stills?: Stills }) {
  return (
    <LiveBench {...page}>
      <SwirlStudio initial={initial} stills={stills} />
    </LiveBench>
  );
}

/** Where the film of the pour stands, in words; null: at its end. */
function sayStep(step: number | null, steps: number, title: string): string {
  if (step === null) return `finished, ${steps} steps`;
  return step === 0 ? "the empty mould" : `${step} of ${steps}: ${title}`;
}

/** The swirl studio: the loaf cut as one likes, all its bars, its top, the pour as a film, and what the picture yields. */
function SwirlStudio({ initial, stills }: { initial: StoredBatch; stills?: Stills }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { units, mm } = useUnits();
  const derived = useDerived(plan, units);
  const isPoured = plan.record.startedAt !== null;
  useUndoKeys(batch.undo, batch.redo, isPoured);
  const [cut, setCut] = useState(START_CUT);
  const [time, setTime] = useState<ColourTime>("cured");
  const [isGrey, setGrey] = useState(false);
  const [beside, setBeside] = useState<Beside>("nothing");
  const [panel, setPanel] = useState<PanelId>("numbers");
  const [step, setStep] = useState<number | null>(null);
  const [isPlaying, play] = useState(false);
  const [draft, setDraft] = useState(START_DRAFT);

  const mould = plan.moulds[0];
  const design = derived.designs.get(mould.id) ?? null;
  const isEmpty = !design || design.pours.every((p) => p.volumeMm3 <= 0);
  const levelMm = design ? levelOf(design) : 0;
  const palette = useMemo(() => paletteAt(derived, time, isGrey), [derived, time, isGrey]);
  const { bars } = derived;
  const cutMm = cut.along * mould.lengthMm;
  const bar = barAt(bars, cutMm);
  const isAcross = cut.kind === "across";
  const { other, faces, besideFaces, numbers, progress, besideNumbers, besideProgress } = useStudioPictures({
    plan,
    design: isEmpty ? null : design,
    levelMm,
    cut,
    cutsMm: bars.edgesMm,
    colours: { palette, time, isGrey },
    beside,
    step,
    isPlaying,
  });
  const { frame } = sightOf(cut, plan, levelMm);
  const at = design?.pours[(step ?? 0) - 1]?.id ?? "";
  const stepWords = sayStep(step, design?.pours.length ?? 0, derived.instructions.get(at)?.title ?? "");
  const onStep = useCallback((next: number | null) => setStep(next), []);
  const drawsOn = panel === "draw" && !isPoured ? draft.on : null;
  const drawing = { spots: draft.spots, pitchMm: draft.pitchMm };
  const onDraw = (spots: typeof draft.spots) => setDraft({ ...draft, spots });

  const anotherLoaf = () => {
    batch.edit({ kind: "set", path: ["design", "seed"], value: (plan.design.seed * 1664525 + 1013904223) >>> 0 });
  };
  const choosePanel = (next: PanelId) => {
    setPanel(next);
    if (next === "draw" && !isAcross) setCut({ ...cut, kind: "across" });
  };

  return (
    <div className="flex h-screen min-h-[760px] flex-col narrow:h-auto narrow:min-h-screen" data-testid="studio">
      <BatchHead id={initial.id} batch={batch} tab="studio">
        {FAMILIES[plan.design.family].label} · a prediction of pattern, not a photograph
      </BatchHead>
      <main className="mx-2.5 mb-2 flex min-h-0 flex-1 flex-col gap-2 rounded-lg border-[1.5px] border-ink bg-sheet p-3">
        <SaveTrouble batch={batch} />
        {isEmpty || !design ? (
          <p className="grid flex-1 place-items-center text-muted">
            Nothing is poured yet, or the formula cannot be computed: the Plan says what is missing.
          </p>
        ) : (
          <>
            <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_380px] gap-5 narrow:grid-cols-1">
              <section
                aria-labelledby="studio-cut"
                className="scroll-quiet flex min-h-0 min-w-0 flex-col gap-1.5 overflow-y-auto"
              >
                <h2 id="studio-cut" className="sr-only">
                  The cut
                </h2>
                <FamilyPanel batch={batch} derived={derived} disabled={isPoured} />
                <CutControls cut={cut} plan={plan} levelMm={levelMm} onChange={setCut} />
                <div className="flex min-h-0 justify-center gap-4">
                  <CutFigure
                    frame={frame}
                    face={faces.get("face")}
                    still={stills?.face}
                    label={`Predicted cut, ${mm(frame.widthMm)} by ${mm(frame.heightMm)}`}
                    isPair={other.sight !== null}
                    above={
                      isAcross &&
                      step === null && (
                        <StripeHandles
                          plan={plan}
                          palette={palette}
                          disabled={isPoured}
                          onMove={(id, acrossMm) =>
                            batch.edit({ kind: "set", path: ["operations", `#${id}`, "acrossMm"], value: acrossMm })
                          }
                          onSeal={batch.seal}
                        />
                      )
                    }
                    over={
                      isAcross &&
                      drawsOn === "end" && (
                        <DrawSurface
                          widthMm={frame.widthMm}
                          heightMm={frame.heightMm}
                          label="Draw the way of a hanger on the end of the loaf; across runs from the near wall, up from the floor"
                          drawing={drawing}
                          onDraw={onDraw}
                        />
                      )
                    }
                  >
                    {isAcross ? `bar ${bar + 1} of ${bars.middlesMm.length}, ` : ""}
                    {mm(frame.widthMm)} × {mm(frame.heightMm)}
                    {isAcross && step === null && !isPoured && drawsOn !== "end"
                      ? "; drag a mark above to move its pour"
                      : ""}
                  </CutFigure>
                  {other.sight && (
                    <CutFigure
                      frame={other.sight.frame}
                      face={besideFaces.get("face")}
                      label={`The same cut, ${other.sight.words}`}
                      isPair
                      above={isAcross && step === null && <div className="h-5" />}
                    >
                      {other.sight.words}
                    </CutFigure>
                  )}
                </div>
                <Trouble words={other.problem} className="" />
                {other.sight && numbers && (
                  <PairNumbers
                    own={numbers}
                    other={progress === null && besideProgress === null ? besideNumbers : null}
                    words={other.sight.words}
                  />
                )}
                <PictureBar
                  batchId={initial.id}
                  family={plan.design.family}
                  film={{ count: design.pours.length, step, words: stepWords, isPlaying, onStep, onPlay: play }}
                  beside={beside}
                  onBeside={setBeside}
                  time={time}
                  onTime={setTime}
                  isGrey={isGrey}
                  onGrey={setGrey}
                  onAnotherLoaf={isPoured ? null : anotherLoaf}
                />
              </section>
              <aside className="flex min-h-0 min-w-0 flex-col gap-2" aria-label="Top and numbers">
                <div>
                  <TopView
                    plan={plan}
                    face={faces.get("top")}
                    still={stills?.top}
                    cutMm={isAcross || cut.kind === "tilted" ? cutMm : null}
                    bars={bars}
                    drawing={drawsOn === "top" ? drawing : null}
                    onDraw={onDraw}
                  />
                  <p className="text-[12.5px] text-muted">
                    The top, near wall below: {bars.middlesMm.length} bars of {mm(plan.barThicknessMm)}
                    {plan.trimMm > 0 ? `, ${mm(plan.trimMm)} off either end` : ""}
                    {bars.endMm > 0.5 ? `, ${mm(bars.endMm)} left over` : ""}.
                  </p>
                </div>
                <SidePanels
                  batch={batch}
                  derived={derived}
                  design={design}
                  palette={palette}
                  numbers={numbers}
                  progress={progress}
                  chosen={panel}
                  onChoose={choosePanel}
                  draft={draft}
                  onDraft={setDraft}
                  cutMm={cutMm}
                  levelMm={levelMm}
                  pictures={{ face: faces.get("face"), top: faces.get("top"), frame }}
                />
              </aside>
            </div>
            <BarStrip
              design={design}
              palette={palette}
              barsMm={bars.middlesMm}
              shape={Math.max(0.1, levelMm / mould.widthMm)}
              chosen={isAcross ? bar : -1}
              onChoose={(atMm) => setCut({ ...cut, kind: "across", along: atMm / mould.lengthMm })}
            />
          </>
        )}
      </main>
    </div>
  );
}
