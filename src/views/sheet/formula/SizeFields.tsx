import { parseISO } from "date-fns";
import type { Derived } from "../../../core/derive/derive";
import type { Batter } from "../../../core/document/schema";
import { BoundNumber } from "../../parts/bound";
import { worded } from "../../parts/Choose";
import { format, today } from "../../parts/dates";
import { Says } from "../../parts/Says";
import { useUnits } from "../../parts/units";
import type { OpenBatch } from "../../parts/useBatch";
import { editable } from "../panel";

const BASES = worded<Batter["size"]["basis"]>({
  mould: "to the moulds",
  oils: "to total oils",
  order: "to an order of bars",
});

/** What a batter is scaled to. */
export function SizeFields({
  batch,
  batter,
  derived,
  disabled,
}: {
  batch: OpenBatch;
  batter: Batter;
  derived: Derived;
  disabled: boolean;
}) {
  const open = editable(batch, disabled);
  const { grams, mm } = useUnits();
  const order = derived.orders.find((o) => o.batterId === batter.id);
  const isPast = derived.latestPourOn !== null && derived.latestPourOn < today();
  const at = (...rest: string[]) => ["batters", `#${batter.id}`, "size", ...rest];
  const m = derived.masses?.batters.find((b) => b.id === batter.id);
  const choose = (basis: Batter["size"]["basis"]) => {
    const oilsG = Math.min(100_000, Math.max(1, Math.round(m?.oilsG ?? 1000)));
    const sizes: Record<typeof basis, Batter["size"]> = {
      mould: { basis: "mould", sharePct: 100 },
      oils: { basis: "oils", oilsG },
      order: { basis: "order", bars: 40, curedBarG: 120, dueOn: null },
    };
    batch.set(at(), sizes[basis]);
    batch.seal();
  };
  return (
    <div>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1" disabled={disabled}>
        <legend className="sr-only">Scaled</legend>
        {BASES.map((b) => (
          <label key={b.value} className="inline-flex items-center gap-1.5">
            <input
              type="radio"
              name={`size-${batter.id}`}
              className="size-4 accent-[var(--ink)]"
              checked={batter.size.basis === b.value}
              onChange={() => choose(b.value)}
            />
            {b.label}
          </label>
        ))}
      </fieldset>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-3 gap-y-1">
        {batter.size.basis === "mould" && (
          <BoundNumber open={open} path={at("sharePct")} label="takes" unit="% of the moulds" width="w-12" />
        )}
        {batter.size.basis === "oils" && (
          <BoundNumber open={open} path={at("oilsG")} label="oils" quantity="mass" width="w-20" />
        )}
        {batter.size.basis === "order" && (
          <>
            <BoundNumber open={open} path={at("bars")} label="bars" width="w-12" />
            <BoundNumber open={open} path={at("curedBarG")} label="each, cured" quantity="mass" width="w-14" />
            <label className="inline-flex items-baseline gap-1 text-muted">
              due
              <input
                type="date"
                className="field text-ink"
                value={batter.size.dueOn ?? ""}
                disabled={disabled}
                onChange={(e) => batch.set(at("dueOn"), e.currentTarget.value || null)}
              />
            </label>
          </>
        )}
        {m && (
          <span className="text-muted">
            = {grams(m.oilsG)} of oils, {grams(m.plannedBaseG)} of batter
          </span>
        )}
      </p>
      {batter.size.basis === "order" && (
        <p className="mt-1 text-[12.5px] text-muted">
          Cured mass keeps {batch.plan.residualWaterPct} % of water (estimate).
          {derived.latestPourOn &&
            ` Latest day to pour: ${format(parseISO(derived.latestPourOn), "EEEE d MMMM yyyy")}, back over cure and unmoulding.`}
          {isPast && <strong className="notice-amber ml-1">That day is past: the bars cannot be cured in time.</strong>}
          {order &&
            ` ${order.fillings} ${order.fillings === 1 ? "filling" : "fillings"} of ${batch.plan.moulds[0].name}, ${order.perFilling} bars each at ${mm(order.cutMm)}; a bar of ${mm(batch.plan.barThicknessMm)} weighs ${grams(order.barWetG)} fresh and about ${grams(order.barCuredG)} cured.`}
        </p>
      )}
      <Says
        className="mt-1"
        notices={derived.notices}
        fields={(f) => f === `batters.${batter.id}.size`}
        onFix={disabled ? undefined : (e) => batch.edit(e)}
      />
    </div>
  );
}
