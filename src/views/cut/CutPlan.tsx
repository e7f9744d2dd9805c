import { useMemo, useState } from "react";
import { volumeMm3 } from "../../core/cut/leaves";
import { rankedByPicture } from "../../core/cut/picture";
import { askedOf, cutToolsFor, layOutCut, plannedCut } from "../../core/cut/planned";
import { type Proposal, proposeCuts } from "../../core/cut/propose";
import { cutWords, kindsOf } from "../../core/cut/words";
import type { CutStep } from "../../core/mould/cutSchema";
import { cutMarks } from "../../core/print/cutMarks";
import { sayer } from "../../core/units/sayer";
import { KeyHint } from "../keys/KeyHint";
import { CUT_PLAN_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { BatchPaper } from "../parts/BatchPaper";
import { type BatchPageProps, LiveBench, useBench } from "../parts/bench";
import { useAlive } from "../parts/Live";
import { drawingPdf } from "../parts/pdf";
import { fileName, save } from "../parts/saveFile";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useDerived } from "../parts/useDerived";
import { useUndoKeys } from "../parts/useDocument";
import { useFaces } from "../parts/useFaces";
import { BarStrip, barSights, ColoursShown, sightOf } from "./BarStrip";
import { CutSteps } from "./CutSteps";
import { LoafCuts } from "./LoafCuts";
import { Proposals } from "./Proposals";
import { Sums } from "./Sums";
import { useCutPictures } from "./useCutPictures";
import { WantedFields } from "./WantedFields";
import { When } from "./When";

export default function CutPlan({ initial, ...page }: BatchPageProps) {
  return (
    <LiveBench {...page}>
      <CuttingPlan initial={initial} />
    </LiveBench>
  );
}

/** Which of the proposals is laid out: steps alike but for their ids; -1 for none. */
function placeOf(list: readonly Proposal[], steps: readonly CutStep[]): number {
  const said = (all: readonly CutStep[]) =>
    JSON.stringify(
      all.map(({ axis, pieces, trimStartMm, trimEndMm, division }) => [axis, pieces, trimStartMm, trimEndMm, division]),
    );
  return list.findIndex((p) => said(p.cutting.steps) === said(steps));
}

const px = (mm: number) => Math.max(8, Math.round(2 * mm));

/** How a batch is cut: the loaf with its cuts, what comes of it, and five ways by what is wanted. */
function CuttingPlan({ initial }: { initial: StoredBatch }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { units, grams, mm } = useUnits();
  const derived = useDerived(plan, units);
  useUndoKeys(batch.undo, batch.redo);
  const isAlive = useAlive();
  const [mouldId, setMouldId] = useState(plan.moulds[0].id);
  const mould = plan.moulds.find((m) => m.id === mouldId) ?? plan.moulds[0];
  const cut = useMemo(
    () => (derived.masses ? plannedCut(plan, derived.masses, mould.id) : null),
    [plan, derived, mould],
  );
  const { tools } = useBench("tools");
  const by = useMemo(() => (cut ? cutToolsFor(plan, tools, cut.loaf) : null), [plan, tools, cut]);
  const proposals = useMemo(
    () => (cut && by && isAlive ? proposeCuts(cut.loaf, askedOf(plan, cut), by.tools, cut.soap) : null),
    [cut, isAlive, by, plan],
  );
  const design = derived.designs.get(mould.id) ?? null;
  const pictures = useCutPictures(plan, mould.id, design, proposals?.list ?? null);
  const ranked = useMemo(
    () => (proposals && pictures ? rankedByPicture(proposals.list, pictures, plan.design.family) : null),
    [proposals, pictures, plan.design.family],
  );
  const sides = useMemo(() => {
    if (!cut) return [];
    const { length, width, height } = cut.loaf.size;
    return [
      { key: "top", view: { kind: "above", depthMm: 0.5 } as const, width: px(length), height: px(width) },
      { key: "front", view: { kind: "lengthwise", atMm: width / 2 } as const, width: px(length), height: px(height) },
      { key: "end", view: { kind: "across", atMm: length / 2 } as const, width: px(width), height: px(height) },
    ];
  }, [cut]);
  const strip = useMemo(() => (cut ? barSights(cut, design) : []), [cut, design]);
  const thumbs = useMemo(
    () => (cut ? (ranked ?? []).map((p) => sightOf(cut.loaf, kindsOf(p.up.bars)[0].bar)) : []),
    [cut, ranked],
  );
  const drawn = [sides, strip.map((s) => s.sight), thumbs.map((s) => s.sight)];
  const faces = useFaces(cut ? design : null, derived.palette, drawn);
  const layOut = (p: Proposal) => {
    batch.edit(layOutCut(plan, mould.id, p));
  };
  const say = sayer(units);
  const print = () => {
    if (!cut) return;
    const drawing = cutMarks(
      `Cuts of ${plan.title}, ${mould.name}`,
      cut.up.cuts.map(({ step, ...c }) => ({ axis: step.axis, ...c })),
      say,
    );
    void drawingPdf(drawing).then((pdf) =>
      save(`${fileName(plan.title, "cut-marks")}.pdf`, new Blob([pdf], { type: "application/pdf" })),
    );
  };
  useKeys(CUT_PLAN_KEYS, {
    choose: (e) => {
      const p = e.repeat ? undefined : ranked?.[Number(e.key) - 1];
      return p ? layOut(p) : false;
    },
    marks: (e) => (e.repeat || !cut ? false : print()),
  });
  return (
    <BatchPaper
      {...{ id: initial.id, batch, tab: "cut" }}
      className="grid grid-cols-[minmax(0,1fr)_380px] content-start gap-x-8 gap-y-4 px-6 py-4 narrow:grid-cols-1 phone:px-3"
    >
      {!cut ? (
        <p className="notice-leaf">
          Nothing is poured into a mould yet, or the formula cannot be computed: the Plan says what is missing.
        </p>
      ) : (
        <>
          <section aria-labelledby="cut-plan-head" className="min-w-0">
            <div className="flex flex-wrap items-baseline gap-x-4">
              <h2 id="cut-plan-head" className="text-[22px]">
                Cutting plan
              </h2>
              <span className="text-muted">
                {mould.name.toLowerCase()} {mm(cut.loaf.size.length)} × {mm(cut.loaf.size.width)} ×{" "}
                {say.fine(cut.loaf.size.height)}, {grams(volumeMm3(cut.loaf) * cut.soap.wetGPerMm3)}
                {cut.isLaidOut ? "" : " · not laid out yet: bars as the plan has them"}
              </span>
              {plan.moulds.length > 1 &&
                plan.moulds.map((m) => (
                  <button
                    key={m.id}
                    type="button"
                    aria-pressed={m.id === mould.id}
                    className={`button !min-h-8 narrow:!min-h-[44px] ${m.id === mould.id ? "button-main" : ""}`}
                    onClick={() => setMouldId(m.id)}
                  >
                    {m.name}
                  </button>
                ))}
            </div>
            <When
              after={derived.dates?.after ?? null}
              finishedAt={plan.record.finishedAt}
              cutter={plan.cutting.cutter}
            />
            <LoafCuts loaf={cut.loaf} up={cut.up} faces={faces} />
            <ol className="mt-2 flex flex-wrap gap-x-6 gap-y-1 text-[15px]" aria-label="Order of the cuts">
              {cutWords(cut.up, { ...cut.cutting, planer: plan.cutting.planer }, say).map((words, i) => (
                <li key={words}>
                  <span className="mr-1.5 inline-grid size-6 place-items-center rounded-full bg-cut text-[13px] font-semibold text-sheet">
                    {i + 1}
                  </span>
                  {words}
                </li>
              ))}
            </ol>
            <CutSteps batch={batch} cut={cut} />
            <Sums cut={cut} />
            <BarStrip sights={strip} faces={faces} count={cut.up.bars.length} />
            <ColoursShown plan={plan} sights={strip} faces={faces} />
            <p className="mt-3 flex flex-wrap gap-2">
              {plan.record.finishedAt !== null && (
                <a className="button button-main !min-h-[44px] px-4" href={`/batches/${initial.id}/cut-day`}>
                  The day of the cut
                </a>
              )}
              <button type="button" className="button !min-h-[44px] px-4" onClick={print}>
                Marks true to scale <KeyHint of={CUT_PLAN_KEYS.marks} />
              </button>
            </p>
          </section>
          <section aria-labelledby="ways-head" className="min-w-0">
            <h2 id="ways-head" className="mb-1.5 text-[19px]">
              Ways to cut it
            </h2>
            <WantedFields batch={batch} />
            {proposals && !ranked && (
              <p className="mt-2 text-muted" role="status">
                Working out what the bars of each way would show…
              </p>
            )}
            {proposals && ranked && (
              <Proposals
                list={ranked}
                hasCutters={by !== null && by.tools.length > 1}
                tooHardFor={by?.tooHardFor ?? []}
                thumb={plan.record.cutDay.thumb}
                tried={proposals.tried}
                sights={thumbs}
                faces={faces}
                chosen={placeOf(ranked, cut.cutting.steps)}
                onLayOut={layOut}
              />
            )}
          </section>
        </>
      )}
    </BatchPaper>
  );
}
