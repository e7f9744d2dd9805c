import { useMemo, useRef, useState } from "react";
import {
  asPouredS,
  barsDue,
  countBars,
  nextBar,
  noteBar,
  placeFinding,
  restAsPredicted,
  setThumb,
  toggleFinding,
} from "../../core/cut/cutDay";
import type { Edit } from "../../core/document/edits/edit";
import { FINDINGS, type Finding, type Thumb } from "../../core/mould/cutDaySchema";
import { byId } from "../../core/units/byId";
import { KeyHint } from "../keys/KeyHint";
import { CUT_DAY_KEYS } from "../keys/screens";
import { type Acts, useKeys } from "../keys/useKeys";
import { BatchPaper } from "../parts/BatchPaper";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { today } from "../parts/dates";
import { FromScale, useBarOnScale } from "../parts/FromScale";
import { NumberField } from "../parts/NumberField";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useDerived } from "../parts/useDerived";
import { useUndoKeys } from "../parts/useDocument";
import { useFaces } from "../parts/useFaces";
import { sightOf } from "./BarStrip";
import { CutCounts, CutTally } from "./CutCounts";
import { DayBar } from "./DayBar";
import { DayStrip } from "./DayStrip";
import { Findings, ThumbPad } from "./Findings";
import { GoOrWait } from "./GoOrWait";
import { PhotoLink } from "./PhotoLink";

export default function CutDay({ initial, ...page }: BatchPageProps) {
  return (
    <LiveBench {...page}>
      <DayOfCut initial={initial} />
    </LiveBench>
  );
}

/** Bars of a loaf whose faces are drawn. */
const MOST_DRAWN = 40;

/** The day of the cut: led bar by bar along the strip that was predicted. */
function DayOfCut({ initial }: { initial: StoredBatch }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { units } = useUnits();
  const derived = useDerived(plan, units, asPouredS(plan));
  useUndoKeys(batch.undo, batch.redo);
  const bars = useMemo(() => (derived.masses ? barsDue(plan, derived.masses) : []), [plan, derived]);
  const [chosen, setChosen] = useState<number | null>(null);
  const at = Math.min(chosen ?? nextBar(bars), bars.length - 1);
  const bar = at >= 0 ? bars[at] : null;
  /** What the next tap on the bar shows the place of. */
  const [marking, setMarking] = useState<Finding>("air");
  const mass = useRef<HTMLDivElement>(null);
  const scale = useBarOnScale();
  const loaf = bars.filter((b) => b.mouldId === bar?.mouldId);
  const sights = useMemo(() => loaf.slice(0, MOST_DRAWN).map((b) => sightOf(b.loaf, b.leaf)), [loaf]);
  const large = useMemo(() => {
    if (!bar) return null;
    const own = sightOf(bar.loaf, bar.leaf);
    const { sight } = own;
    return { ...own, sight: { ...sight, key: `large:${sight.key}`, width: 3 * sight.width, height: 3 * sight.height } };
  }, [bar]);
  const design = bar ? (derived.designs.get(bar.mouldId) ?? null) : null;
  const faces = useFaces(design, derived.palette, [large ? [large.sight] : [], sights.map((s) => s.sight)]);

  const isOpen = plan.record.finishedAt !== null && bar !== null;
  const note = (edit: Edit) => {
    batch.edit(edit);
  };
  const go = (to: number) => setChosen(Math.min(bars.length - 1, Math.max(0, to)));
  const next = () => {
    if (!bar) return;
    if (!bar.noted || (bar.noted.findings.length === 0 && !bar.noted.isAsPredicted))
      note(noteBar(plan, bar, { isAsPredicted: true }, today()));
    go(at + 1);
  };
  const toggle = (what: Finding) => {
    if (!bar) return;
    setMarking(what);
    note(toggleFinding(plan, bar, what, today()));
  };
  const set = (change: Parameters<typeof noteBar>[2]) => bar && note(noteBar(plan, bar, change, today()));
  const fate = (to: "keep" | "sample") => set({ fate: bar?.noted?.fate === to ? "rack" : to });
  const thumb = (n: Thumb | null) => note(setThumb(plan, n, new Date().toISOString()));
  const findingActs: Acts<string> = Object.fromEntries(
    FINDINGS.map((what) => [what, (e: KeyboardEvent) => (e.repeat ? false : toggle(what))]),
  );
  useKeys(
    CUT_DAY_KEYS,
    {
      ...findingActs,
      next: (e) => (e.repeat || (e.target instanceof HTMLElement && e.target.closest("button, a")) ? false : next()),
      rest: (e) => (e.repeat ? false : note(restAsPredicted(plan, bars, today()))),
      bar: (e) => go(at + (e.key === "ArrowLeft" ? -1 : 1)),
      thumb: (e) => (e.repeat ? false : thumb(Number(e.key) as Thumb)),
      mass: (e) =>
        scale.valueG !== null
          ? e.repeat || set({ massG: scale.valueG })
          : mass.current?.querySelector("input")?.focus(),
      keep: (e) => (e.repeat ? false : fate("keep")),
      sample: (e) => (e.repeat ? false : fate("sample")),
      undo: () => batch.undo(),
    },
    !isOpen,
  );
  const count = countBars(bars);
  const mould = bar ? byId(plan.moulds, bar.mouldId) : null;
  return (
    <BatchPaper
      {...{ id: initial.id, batch, tab: "cut", screen: "cutDay" }}
      head={
        bar && mould
          ? `day of the cut, bar ${bar.number} of ${loaf.length}${plan.moulds.length > 1 ? `, ${mould.name}` : ""}`
          : null
      }
      className="grid grid-cols-[minmax(0,1fr)_370px] content-start gap-x-7 gap-y-3 px-6 py-3 narrow:grid-cols-1 phone:px-3"
    >
      {!isOpen || !bar || !large ? (
        <p className="notice-leaf">
          {bar ? "This batch is not poured yet: its day of the cut comes after the pour." : "No bar comes of it yet."}{" "}
          <a className="underline" href={`/batches/${initial.id}/cut`}>
            The cutting plan
          </a>
        </p>
      ) : (
        <>
          <section aria-labelledby="bar-head" className="min-w-0">
            <GoOrWait plan={plan} after={derived.dates?.after ?? null} planHref={`/batches/${initial.id}/cut`} />
            <div className="mt-2 mb-1 flex items-baseline justify-between gap-3">
              <h2 id="bar-head" className="text-[19px]">
                Bar {bar.number} as predicted
              </h2>
              <span className="text-[13px] text-muted">a prediction: tap where the bar in your hand differs</span>
            </div>
            <DayBar
              sight={large}
              faces={faces}
              number={bar.number}
              bar={bar.noted}
              onTap={(place) => note(placeFinding(plan, bar, marking, place, today()))}
            />
            <div className="mt-3 flex flex-wrap gap-2">
              <button type="button" className="button button-main !min-h-[60px] flex-1 px-4 text-[16px]" onClick={next}>
                {bar.noted && bar.noted.findings.length > 0 ? "Next bar" : "As predicted"}{" "}
                <KeyHint of={CUT_DAY_KEYS.next} />
              </button>
              <button
                type="button"
                className="button !min-h-[60px] px-4"
                disabled={count.came === count.all}
                onClick={() => note(restAsPredicted(plan, bars, today()))}
              >
                All the rest as predicted <KeyHint of={CUT_DAY_KEYS.rest} />
              </button>
              <button
                type="button"
                className="button !min-h-[60px] px-4"
                disabled={!batch.canUndo}
                onClick={batch.undo}
              >
                Undo <KeyHint of={CUT_DAY_KEYS.undo} />
              </button>
            </div>
            <CutTally count={count} />
          </section>
          <div className="min-w-0">
            <Findings bar={bar.noted} onToggle={toggle} />
            <ThumbPad thumb={plan.record.cutDay.thumb} onSet={thumb} />
            <div ref={mass} className="mt-3 flex items-center justify-between gap-3">
              <NumberField
                key={`${bar.mouldId}:${bar.number}`}
                label="on the scale"
                quantity="mass"
                isNullable
                width="w-16"
                value={bar.noted?.massG ?? null}
                onChange={(v) =>
                  batch.edit(noteBar(plan, bar, { massG: v }, today()), `mass${bar.mouldId}${bar.number}`)
                }
                onBlur={batch.seal}
              />
              <FromScale scale={scale} onTake={(massG) => set({ massG })} />
              <PhotoLink id={initial.id} photos={plan.record.photos} bar={bar} />
            </div>
            <CutCounts count={count} bar={bar} onFate={fate} />
          </div>
          <div className="col-span-full border-t border-rule pt-2">
            <DayStrip
              bars={loaf}
              sights={sights}
              faces={faces}
              at={loaf.indexOf(bar)}
              first={loaf.findIndex((b) => b.noted === null)}
              onChoose={(i) => go(bars.indexOf(loaf[i]))}
            />
            {plan.moulds.length > 1 && (
              <p className="mt-1 text-[13px] text-muted">
                {mould?.name}; the arrows go on to the bars of the other moulds.
              </p>
            )}
          </div>
        </>
      )}
    </BatchPaper>
  );
}
