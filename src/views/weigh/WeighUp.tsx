import { parseISO } from "date-fns";
import { Printer } from "lucide-react";
import { useMemo } from "react";
import { barWords } from "../../core/cut/bars";
import type { Derived } from "../../core/derive/derive";
import { derivedOf } from "../../core/derive/workedOut";
import { tickOf } from "../../core/prepare/tick";
import { WEIGH_UP_STAGES, type WeighUpItem, type WeighUpStage } from "../../core/prepare/weighUp";
import { byId } from "../../core/units/byId";
import { shownMassG } from "../../core/units/quantities";
import { BatchHead } from "../parts/BatchHead";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { format } from "../parts/dates";
import { useAlive } from "../parts/Live";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { type OpenBatch, useBatch } from "../parts/useBatch";
import { useUndoKeys } from "../parts/useDocument";
import { Eyeball } from "./Eyeball";
import { PracticeOfBatch } from "./PracticeOfBatch";
import { type OnShelf, useShelf } from "./useShelf";
import { WeighLine } from "./WeighLine";

export default function WeighUp({ initial, ...page }: BatchPageProps) {
  return (
    <LiveBench {...page}>
      <WeighUpSheet initial={initial} studio={page.bench.settings.studio} />
    </LiveBench>
  );
}

const LEFT: WeighUpStage[] = ["safety", "tools", "colours", "scents"];
const RIGHT: WeighUpStage[] = ["oils", "lye", "additives", "targets"];

/** The preparation in the order of the work: ticked by key or touch, and printable without colour. */
function WeighUpSheet({ initial, studio }: { initial: StoredBatch; studio: string }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { units, grams } = useUnits();
  const isAlive = useAlive();
  const derived = useMemo(() => derivedOf(plan, units), [plan, units]);
  const isPoured = plan.record.startedAt !== null;
  const shelf = useShelf(plan, initial, derived.masses);
  useUndoKeys(batch.undo, batch.redo, isPoured);
  const counted = derived.weighUp.filter((i) => i.stage !== "targets");
  const ticked = counted.filter((i) => i.isTicked).length;
  const blocks = derived.notices.filter((n) => n.level === "block");
  const columns = (stages: WeighUpStage[]) =>
    stages.map((stage) => (
      <Stage
        key={stage}
        stage={stage}
        items={derived.weighUp.filter((i) => i.stage === stage)}
        batch={batch}
        shelf={shelf}
        disabled={isPoured}
      />
    ));

  return (
    <div className="flex min-h-screen flex-col">
      <BatchHead id={initial.id} batch={batch} tab="weigh" />
      <main className="mx-2.5 mb-2.5 flex-1 rounded-lg border-[1.5px] border-ink bg-sheet px-5 py-3 print:m-0 print:border-0 print:bg-white print:p-0 print:text-black">
        <SaveTrouble batch={batch} />
        <header className="hidden justify-between border-b-2 border-black pb-1 print:flex">
          <strong className="font-head text-[20px]">{plan.title}</strong>
          <span>
            {studio} · weigh-up{plan.pourOn ? ` for ${format(parseISO(plan.pourOn), "d MMMM yyyy")}` : ""} · printed{" "}
            {isAlive && format(new Date(), "d MMMM yyyy")}
          </span>
        </header>
        <PrintedFacts plan={plan} derived={derived} />
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule pb-2 print:hidden">
          <h1 className="text-[22px]">Weigh up</h1>
          <span className="text-[17px]" data-testid="weigh-progress">
            <strong>{ticked}</strong> of {counted.length} ticked
          </span>
          <span className="h-2.5 w-40 border border-ink bg-[var(--field)]" aria-hidden="true">
            <span
              className="block h-full bg-leaf"
              style={{ width: `${(100 * ticked) / Math.max(1, counted.length)}%` }}
            />
          </span>
          <span className="text-muted max-lg:hidden">Space ticks the line in focus, arrows move.</span>
          <button type="button" className="button ml-auto" onClick={() => window.print()}>
            <Printer size={15} /> Print
          </button>
          <a className="button button-main" href={`/batches/${initial.id}/pour`}>
            To the pour
          </a>
        </div>
        {blocks.map((n) => (
          <p key={n.field + n.message} className="notice-cut mt-2">
            <strong>Stop: </strong>
            {n.message}
          </p>
        ))}
        {derived.masses === null ? (
          <p className="p-8 text-muted">The formula cannot be computed yet: see what the plan says there.</p>
        ) : (
          <div className="mt-2 grid gap-x-8 md:grid-cols-2 print:grid-cols-2 print:gap-x-5">
            <div>
              {columns(LEFT)}
              <PracticeOfBatch batch={batch} disabled={isPoured} />
            </div>
            <div>
              {columns(RIGHT)}
              {plan.practice.measuring === "eyeball" && <Eyeball plan={plan} masses={derived.masses} />}
              <p className="mt-2 text-[12.5px] text-muted print:text-black">
                {derived.masses.batters.map((b) => `${grams(b.plannedBaseG)} of batter`).join(", ")} as planned. Spoons
                are level and estimates from bulk density: grams decide. What was checked stands here; nothing says that
                a formula cannot harm. Data sheets, certificates and local rules decide.
              </p>
            </div>
          </div>
        )}
      </main>
    </div>
  );
}

/** What a printed sheet must carry of the batch: mould, superfat, lye, oils, and what is poured in order. */
function PrintedFacts({ plan, derived }: { plan: OpenBatch["plan"]; derived: Derived }) {
  const { grams, mm, say } = useUnits();
  const { masses } = derived;
  if (!masses) return null;
  return (
    <div className="hidden border-b border-black py-1 text-[12px] print:block">
      <p>
        {plan.moulds
          .map(
            (m) =>
              `${m.name}, inside ${mm(m.lengthMm)} × ${mm(m.widthMm)} × ${mm(m.heightMm)}, filled to ${m.fillPct} %`,
          )
          .join("; ")}
        {derived.mouldBars.length > 0 && ` · ${derived.mouldBars.map(barWords).join("; ")}`}
      </p>
      {plan.batters.map((b) => {
        const m = byId(masses.batters, b.id);
        return (
          <p key={b.id}>
            {plan.batters.length > 1 && <strong>{b.name}: </strong>}
            oils {grams(m.oilsG)} · superfat {b.superfatPct} % (effective {m.effectiveSuperfatPct.toFixed(1)} %) · lye{" "}
            {m.formula.lyeConcentrationPct.toFixed(1)} % · lye and oils at {say(b.startTemperatureC, "temperature")} ·
            blend to trace {b.blendToTrace}
          </p>
        );
      })}
      <ol className="columns-2">
        {plan.operations.map((o, i) => (
          <li key={o.id}>
            {i + 1}. {derived.instructions.get(o.id)?.title}
          </li>
        ))}
      </ol>
    </div>
  );
}

/** Stages whose printed lines make one sum. */
const SUMMED: ReadonlySet<WeighUpStage> = new Set(["oils", "lye", "targets"]);

function Stage({
  stage,
  items,
  batch,
  shelf,
  disabled,
}: {
  stage: WeighUpStage;
  items: WeighUpItem[];
  batch: OpenBatch;
  shelf: (item: WeighUpItem) => OnShelf | null;
  disabled: boolean;
}) {
  const { units, grams } = useUnits();
  const weighed = items.filter((i) => i.massG !== null);
  if (items.length === 0) return null;
  const setTick = (item: WeighUpItem, isOn: boolean) => {
    const others = batch.plan.weighUp.ticks.filter((t) => t.id !== item.id);
    const lot = shelf(item)?.lot ?? "";
    batch.set(["weighUp", "ticks"], isOn ? [...others, tickOf(item, new Date().toISOString(), lot)] : others);
    batch.seal();
  };
  const setLot = (item: WeighUpItem, lot: string) => {
    const { ticks } = batch.plan.weighUp;
    const refused = batch.set(
      ["weighUp", "ticks"],
      ticks.map((t) => (t.id === item.id ? { ...t, lot } : t)),
    );
    batch.seal();
    return refused;
  };
  return (
    <section aria-label={WEIGH_UP_STAGES[stage]} className="mb-2 break-inside-avoid">
      <h2 className="border-b-[1.5px] border-ink text-[15px]">{WEIGH_UP_STAGES[stage]}</h2>
      <ul>
        {items.map((item) => (
          <WeighLine
            key={item.id}
            item={item}
            shelf={shelf(item)}
            disabled={disabled}
            onTick={(isOn) => setTick(item, isOn)}
            onLot={(lot) => setLot(item, lot)}
          />
        ))}
      </ul>
      {SUMMED.has(stage) && weighed.length > 1 && (
        <p className="flex justify-between border-t border-rule pt-0.5" data-testid={`sum-${stage}`}>
          <span className="text-muted print:text-black">together</span>
          <strong>{grams(weighed.reduce((sum, i) => sum + shownMassG(i.massG!, units), 0))}</strong>
        </p>
      )}
    </section>
  );
}
