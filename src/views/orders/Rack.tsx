import { useState } from "react";
import type { RackRow } from "../../core/derive/orders";
import { NumberField } from "../parts/NumberField";
import { PutForm } from "../parts/PutForm";
import { RemoveButton } from "../parts/RemoveButton";
import { useUnits } from "../parts/units";
import { barsWords, day, freshId, type HeldOrders, stateWords } from "./held";

/** Bars on the rack and curing, batch by batch: what came, what is spoken for, what is free. */
export function Rack({ rows, held, today }: { rows: readonly RackRow[]; held: HeldOrders; today: string }) {
  const shown = rows.filter(
    (r) => (r.state === "curing" || r.state === "ready") && r.bars - r.given - r.handedOver !== 0,
  );
  const [giving, setGiving] = useState<string | null>(null);
  return (
    <section aria-label="The rack" className="col-span-full">
      <h2 className="text-[19px]">The rack</h2>
      {shown.length === 0 && <p className="text-muted">Nothing cures and nothing is ready.</p>}
      <ul className="mt-1">
        {shown.map((r) => (
          <li key={r.id} aria-label={r.title} className="border-t border-rule py-1.5">
            <span className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <a className="w-52 truncate font-semibold hover:underline" href={`/batches/${r.id}/book`}>
                {r.title}
              </a>
              <span className="w-72 text-muted">
                {r.pourOn && `poured ${day(r.pourOn)}, `}
                {stateWords(r)}
              </span>
              <RackFigures row={r} />
              <span className="flex-1" />
              <button
                type="button"
                className="button min-h-[40px] narrow:min-h-[44px]"
                aria-expanded={giving === r.id}
                onClick={() => setGiving(giving === r.id ? null : r.id)}
              >
                Give out
              </button>
            </span>
            {giving === r.id && <GiveOut row={r} held={held} today={today} onDone={() => setGiving(null)} />}
            <ul className="text-[13px] text-muted">
              {held.document.given
                .filter((g) => g.batchId === r.id)
                .map((g) => (
                  <li key={g.id} className="flex items-center gap-1">
                    {barsWords(g.bars)} on {day(g.on)}
                    {g.to && `, ${g.to}`}
                    <RemoveButton
                      label={`Take back ${barsWords(g.bars)} of ${r.title}`}
                      onRemove={() => {
                        held.edit({ kind: "remove", path: ["given"], id: g.id });
                      }}
                    />
                  </li>
                ))}
            </ul>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-[13px] text-muted">
        Bars are counted at the cut, without those that are kept to be looked at and the samples; before it they are as
        planned. Ready is a day of your own and a weight that levels off, never a statement that a bar is safe.
      </p>
    </section>
  );
}

function RackFigures({ row: r }: { row: RackRow }) {
  const { grams } = useUnits();
  return (
    <span>
      <strong className={r.free < 0 ? "text-cut" : ""}>{r.free} free</strong> of {r.bars}
      {r.isCounted ? " cut" : " planned, not counted yet"}
      {r.allocated > r.handedOver && `, ${r.allocated - r.handedOver} allocated`}
      {r.handedOver > 0 && `, ${r.handedOver} handed over`}
      {r.given > 0 && `, ${r.given} given out`}
      {r.kept + r.samples > 0 && `, beside ${r.kept} kept and ${r.samples} ${r.samples === 1 ? "sample" : "samples"}`}
      {r.curedG !== null && <span className="text-muted"> · about {grams(Math.round(r.curedG))} each, cured</span>}
    </span>
  );
}

function GiveOut({ row, held, today, onDone }: { row: RackRow; held: HeldOrders; today: string; onDone: () => void }) {
  const [bars, setBars] = useState(1);
  const [to, setTo] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const put = () => {
    const item = { id: freshId("g"), batchId: row.id, bars, on: today, to: to.trim() };
    const refused =
      bars > row.free
        ? `only ${Math.max(0, row.free)} are free`
        : held.edit({ kind: "insert", path: ["given"], index: held.document.given.length, item });
    held.seal();
    setProblem(refused);
    if (refused === null) onDone();
  };
  return (
    <PutForm noValidate className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-2" onPut={put}>
      <NumberField
        label="give out"
        value={bars}
        decimals={0}
        unit="bars"
        onChange={(v) => {
          if (v === null || v < 1 || !Number.isInteger(v)) return "a whole number of bars";
          setBars(v);
          return null;
        }}
      />
      <label className="text-muted">
        to <input className="field w-56" value={to} maxLength={120} onChange={(e) => setTo(e.currentTarget.value)} />
      </label>
      <button type="submit" className="button button-main min-h-[40px] narrow:min-h-[44px]">
        Note it
      </button>
      {problem && <span className="text-cut">{problem}</span>}
    </PutForm>
  );
}
