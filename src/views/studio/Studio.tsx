import { lazy, Suspense, useCallback, useMemo, useState } from "react";
import type { ColourTime } from "../../core/colour/colourantSchema";
import { COLOUR_TIMES } from "../../core/colour/colourantSchema";
import { FAMILIES, layOut } from "../../core/families/registry";
import type { Variant } from "../../core/families/variants";
import type { Bench } from "../../core/library/bench";
import { derive } from "../../core/plan/derive";
import { nextId } from "../../core/plan/newPlan";
import { FAMILY_IDS } from "../../core/plan/operations";
import { compileDesign } from "../../core/swirl/design";
import { frameOf } from "../../core/swirl/view";
import { BatchHead } from "../parts/BatchHead";
import { BenchProvider } from "../parts/bench";
import { FaceCanvas } from "../parts/FaceCanvas";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/saver";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useUndoKeys } from "../parts/useDocument";
import { useFaces } from "../parts/useFaces";
import { FamilyPanel } from "../sheet/FamilyPanel";
import { BarStrip } from "./BarStrip";
import { CutControls } from "./CutControls";
import { DrawPanel, START_DRAFT } from "./DrawPanel";
import { Film } from "./Film";
import { type Beside, designBeside, paletteAt, START_CUT, viewOf } from "./look";
import { Numbers } from "./Numbers";
import { PrintPanel } from "./PrintPanel";
import { StripeHandles } from "./StripeHandles";
import { TopView } from "./TopView";
import { useNumbers } from "./useNumbers";
import { Variants } from "./Variants";

const LoafView = lazy(() => import("./LoafView"));

const FACE_PX = 300;
const TOP_PX = 460;
const SKIN_MM = 0.4;
const TIME_WORDS: Record<ColourTime, string> = { fresh: "at the pour", nextDay: "next day", cured: "cured" };
const PANELS = [
  { id: "numbers", label: "Numbers" },
  { id: "variants", label: "Variants" },
  { id: "draw", label: "Draw" },
  { id: "loaf", label: "In space" },
  { id: "print", label: "Print" },
] as const;

export default function Studio({ initial, bench }: { initial: StoredBatch; bench: Bench }) {
  return (
    <BenchProvider bench={bench}>
      <SwirlStudio initial={initial} />
    </BenchProvider>
  );
}

/** The swirl studio: the loaf cut as one likes, all its bars, its top, the pour as a film, and what the picture yields. */
function SwirlStudio({ initial }: { initial: StoredBatch }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { units, mm } = useUnits();
  const derived = useMemo(() => derive(plan, undefined, units), [plan, units]);
  const isPoured = plan.record.startedAt !== null;
  useUndoKeys(batch.undo, batch.redo, isPoured);
  const [cut, setCut] = useState(START_CUT);
  const [time, setTime] = useState<ColourTime>("cured");
  const [isGrey, setGrey] = useState(false);
  const [beside, setBeside] = useState<Beside>("nothing");
  const [panel, setPanel] = useState<(typeof PANELS)[number]["id"]>("numbers");
  const [step, setStep] = useState<number | null>(null);
  const [isPlaying, play] = useState(false);
  const [draft, setDraft] = useState(START_DRAFT);

  const mould = plan.moulds[0];
  const design = derived.designs.get(mould.id) ?? null;
  const isEmpty = !design || design.pours.every((p) => p.volumeMm3 <= 0);
  const levelMm = useMemo(() => (design ? compileDesign(design).levelMm : 0), [design]);
  const palette = useMemo(() => paletteAt(derived, time, isGrey), [derived, time, isGrey]);
  const { middlesMm, endMm } = derived.bars;
  const cutMm = cut.along * mould.lengthMm;
  const bar = Math.min(middlesMm.length - 1, Math.floor(cutMm / plan.barThicknessMm));
  const isAcross = cut.kind === "across";
  const view = viewOf(cut, plan, levelMm);
  const frame = frameOf({ lengthMm: mould.lengthMm, widthMm: mould.widthMm, levelMm, operations: [] }, view);
  const other = useMemo(() => (design ? designBeside(beside, plan, design) : null), [beside, plan, design]);
  const scale = Math.min(FACE_PX / frame.widthMm, FACE_PX / Math.max(1, frame.heightMm));
  const request = {
    key: "face",
    view,
    width: Math.max(8, Math.round(frame.widthMm * scale)),
    height: Math.max(8, Math.round(frame.heightMm * scale)),
  };
  const top = {
    key: "top",
    view: { kind: "above", depthMm: SKIN_MM } as const,
    width: TOP_PX,
    height: Math.round((TOP_PX * mould.widthMm) / mould.lengthMm),
  };
  const still =
    step === null ? {} : { upTo: step, frameMm: levelMm, isCoarse: isPlaying && (design?.pours.length ?? 0) > 12 };
  const shown = isEmpty ? null : design;
  const faces = useFaces(shown, palette, [[request], [top]], still);
  const besideFaces = useFaces(isEmpty ? null : other, palette, [[request]], still);
  const { numbers, progress } = useNumbers(shown, middlesMm, plan.portions.length);
  const stepWords =
    step === null
      ? `finished, ${design?.pours.length ?? 0} steps`
      : step === 0
        ? "the empty mould"
        : `${step} of ${design?.pours.length}: ${derived.instructions.get(design?.pours[step - 1]?.id ?? "")?.title ?? ""}`;
  const onStep = useCallback((next: number | null) => setStep(next), []);

  const pick = (v: Variant) => {
    batch.seal();
    batch.edit({
      kind: "all",
      edits: [
        { kind: "set", path: ["design"], value: { ...plan.design, knobs: v.knobs, seed: v.seed } },
        { kind: "set", path: ["operations"], value: layOut(plan, plan.design.family, v.knobs) },
        { kind: "set", path: ["schedule"], value: { order: [], locked: [] } },
      ],
    });
    batch.seal();
  };
  const layStroke = () => {
    const id = nextId(plan.operations, "o");
    const { tool, pitchMm, depthMm, points } = draft;
    batch.edit({
      kind: "insert",
      path: ["operations"],
      index: plan.operations.length,
      item: {
        id,
        mouldId: mould.id,
        kind: "stroke",
        tool,
        path: "free",
        pitchMm: Math.max(2, pitchMm),
        loops: 1,
        depthMm,
        points,
      } as { id: string },
    });
    batch.seal();
    setDraft({ ...draft, points: [] });
  };
  const shape = Math.max(0.1, levelMm / mould.widthMm);

  return (
    <div className="flex h-screen min-h-[760px] min-w-[1180px] flex-col" data-testid="studio">
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
            <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_380px] gap-5">
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
                  <figure className="m-0 flex min-w-0 flex-col" style={{ width: faceWidth(frame, other !== null) }}>
                    {isAcross && step === null && (
                      <StripeHandles
                        plan={plan}
                        palette={palette}
                        disabled={isPoured}
                        onMove={(id, acrossMm) =>
                          batch.edit({ kind: "set", path: ["operations", `#${id}`, "acrossMm"], value: acrossMm })
                        }
                        onSeal={batch.seal}
                      />
                    )}
                    <div
                      className="border border-ink/40"
                      style={{ aspectRatio: `${frame.widthMm / Math.max(1, frame.heightMm)}` }}
                    >
                      <FaceCanvas
                        face={faces.get("face")}
                        label={`Predicted cut, ${mm(frame.widthMm)} by ${mm(frame.heightMm)}`}
                      />
                    </div>
                    <figcaption className="text-[12.5px] text-muted">
                      {isAcross ? `bar ${bar + 1} of ${middlesMm.length}, ` : ""}
                      {mm(frame.widthMm)} × {mm(frame.heightMm)}
                      {isAcross && step === null && !isPoured ? "; drag a mark above to move its pour" : ""}
                    </figcaption>
                  </figure>
                  {other && (
                    <figure className="m-0 flex min-w-0 flex-col" style={{ width: faceWidth(frame, true) }}>
                      {isAcross && step === null && <div className="h-5" />}
                      <div
                        className="border border-ink/40"
                        style={{ aspectRatio: `${frame.widthMm / Math.max(1, frame.heightMm)}` }}
                      >
                        <FaceCanvas face={besideFaces.get("face")} label={`The same cut, ${besideWords(beside)}`} />
                      </div>
                      <figcaption className="text-[12.5px] text-muted">{besideWords(beside)}</figcaption>
                    </figure>
                  )}
                </div>
                <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
                  <div className="min-w-52 flex-1">
                    <Film
                      count={design.pours.length}
                      step={step}
                      words={stepWords}
                      isPlaying={isPlaying}
                      onStep={onStep}
                      onPlay={play}
                    />
                  </div>
                  <label className="flex items-center gap-1.5">
                    <span className="text-muted">beside it</span>
                    <select
                      className="field w-36"
                      value={beside}
                      onChange={(e) => setBeside(e.currentTarget.value as Beside)}
                    >
                      <option value="nothing">nothing</option>
                      <option value="thicker">poured a stage thicker</option>
                      <option value="thinner">poured a stage thinner</option>
                      <option value="loaf">another loaf of the same plan</option>
                      {FAMILY_IDS.filter((f) => f !== plan.design.family).map((f) => (
                        <option key={f} value={`family:${f}`}>
                          the same cups as {FAMILIES[f].label.toLowerCase()}
                        </option>
                      ))}
                    </select>
                  </label>
                  <label className="flex items-center gap-1.5">
                    <span className="text-muted">colours</span>
                    <select
                      className="field"
                      value={time}
                      onChange={(e) => setTime(e.currentTarget.value as ColourTime)}
                    >
                      {COLOUR_TIMES.map((t) => (
                        <option key={t} value={t}>
                          {TIME_WORDS[t]}
                        </option>
                      ))}
                    </select>
                  </label>
                  <label className="flex items-center gap-1.5">
                    <input type="checkbox" checked={isGrey} onChange={(e) => setGrey(e.currentTarget.checked)} />
                    greys only
                  </label>
                  <button
                    type="button"
                    className="button"
                    disabled={isPoured}
                    title="Draws the hand's unevenness anew"
                    onClick={() => {
                      batch.edit({
                        kind: "set",
                        path: ["design", "seed"],
                        value: (plan.design.seed * 1664525 + 1013904223) >>> 0,
                      });
                      batch.seal();
                    }}
                  >
                    Another loaf
                  </button>
                </div>
              </section>
              <aside className="flex min-h-0 min-w-0 flex-col gap-2" aria-label="Top and numbers">
                <div>
                  <TopView
                    plan={plan}
                    face={faces.get("top")}
                    cutMm={isAcross || cut.kind === "tilted" ? cutMm : null}
                    barsMm={middlesMm}
                    endMm={endMm}
                    drawing={panel === "draw" && !isPoured ? draft : null}
                    onDraw={(points) => setDraft({ ...draft, points })}
                  />
                  <p className="text-[12.5px] text-muted">
                    The top, near wall below: {middlesMm.length} bars of {mm(plan.barThicknessMm)}
                    {endMm > 0.5 ? `, ${mm(endMm)} left at the end` : ""}.
                  </p>
                </div>
                <div className="flex gap-1" role="tablist" aria-label="Beside the picture">
                  {PANELS.map((p) => (
                    <button
                      key={p.id}
                      type="button"
                      role="tab"
                      id={`studio-tab-${p.id}`}
                      aria-selected={panel === p.id}
                      aria-controls="studio-panel"
                      className={`border-b-2 px-2 py-0.5 text-[13px] ${panel === p.id ? "border-ink font-semibold" : "border-transparent text-muted hover:border-rule"}`}
                      onClick={() => setPanel(p.id)}
                    >
                      {p.label}
                    </button>
                  ))}
                </div>
                <div
                  id="studio-panel"
                  role="tabpanel"
                  aria-labelledby={`studio-tab-${panel}`}
                  className="scroll-quiet min-h-0 flex-1 overflow-y-auto pr-1"
                >
                  {panel === "numbers" && (
                    <Numbers plan={plan} design={design} palette={palette} numbers={numbers} progress={progress} />
                  )}
                  {panel === "variants" &&
                    (isPoured ? (
                      <p className="text-muted">This batch has been poured: copy it on the shelf to vary it.</p>
                    ) : (
                      <Variants plan={plan} shape={shape} onPick={pick} />
                    ))}
                  {panel === "draw" && (
                    <DrawPanel draft={draft} disabled={isPoured} onChange={setDraft} onLay={layStroke} />
                  )}
                  {panel === "loaf" && (
                    <Suspense fallback={<p className="text-muted">One moment…</p>}>
                      <LoafView design={design} palette={palette} cutMm={cutMm} levelMm={levelMm} />
                    </Suspense>
                  )}
                  {panel === "print" && (
                    <PrintPanel
                      plan={plan}
                      derived={derived}
                      face={faces.get("face")}
                      top={faces.get("top")}
                      faceSizeMm={{ widthMm: frame.widthMm, heightMm: frame.heightMm }}
                    />
                  )}
                </div>
              </aside>
            </div>
            <BarStrip
              design={design}
              palette={palette}
              barsMm={middlesMm}
              shape={shape}
              chosen={isAcross ? bar : -1}
              onChoose={(atMm) => setCut({ ...cut, kind: "across", along: atMm / mould.lengthMm })}
            />
          </>
        )}
      </main>
    </div>
  );
}

/** Width of a shown face, px: as large as the room beside the other controls allows. */
function faceWidth(frame: { widthMm: number; heightMm: number }, isPair: boolean): number {
  const tallest = 425;
  const widest = isPair ? 400 : 780;
  return Math.min(widest, (tallest * frame.widthMm) / Math.max(1, frame.heightMm));
}

function besideWords(beside: Beside): string {
  if (beside === "thicker") return "poured a stage thicker";
  if (beside === "thinner") return "poured a stage thinner";
  if (beside === "loaf") return "another loaf of the same plan";
  if (beside.startsWith("family:"))
    return `the same cups as ${FAMILIES[beside.slice(7) as keyof typeof FAMILIES].label.toLowerCase()}`;
  return "";
}
