import type { LinePlan, RackRow, ToMake } from "../../core/derive/orders";
import type { Order } from "../../core/practice/ordersSchema";
import { BoundNumber, type Editable } from "../parts/bound";
import { Choose } from "../parts/Choose";
import { RemoveButton } from "../parts/RemoveButton";
import { barsWords, day, freshId, type HeldOrders, stateWords } from "./held";

/** The newest batch of every soap, by which it is ordered. */
function soaps(rows: readonly RackRow[]): RackRow[] {
  const seen = new Set<string>();
  return rows.filter((r) => !seen.has(r.rootId) && seen.add(r.rootId));
}

/** "2 batches of 8 bars (one more of each is kept) in Loaf. Pour by 12 Dec 2026." */
function makeWords({ batches, barsEach, moulds }: ToMake): string {
  const each = `${batches === 1 ? "1 batch" : `${batches} batches`} of ${barsWords(barsEach)}`;
  return `To make: ${each} (one more of each is kept), in ${moulds.join(" and ")}.`;
}

function WhenToPour({ make, order }: { make: ToMake; order: Order }) {
  if (make.latestPourOn === null)
    return (
      <> {order.dueOn === null ? "Without a day there is no latest day to pour." : "How long it takes is not known."}</>
    );
  if (make.lateDays === 0)
    return (
      <>
        {" "}
        Latest day to pour: <strong>{day(make.latestPourOn)}</strong>.
      </>
    );
  return (
    <strong className="text-cut">
      {" "}
      Too late: the latest day to pour was {day(make.latestPourOn)}, {make.lateDays}{" "}
      {make.lateDays === 1 ? "day" : "days"} ago. Poured today it is ready on {day(make.readyIfToday!)}.
    </strong>
  );
}

/** One soap of an order: how many bars, from where, and what is to be made. */
export function OrderLineRow({
  order,
  plan,
  rows,
  held,
  open,
  isMaking,
  onMake,
}: {
  order: Order;
  plan: LinePlan;
  rows: readonly RackRow[];
  held: HeldOrders;
  open: Editable;
  isMaking: boolean;
  onMake: () => void;
}) {
  const { line } = plan;
  const at = ["orders", `#${order.id}`, "lines", `#${line.id}`];
  const choices = soaps(rows);
  const model = rows.find((r) => r.id === line.ofBatchId);
  // Any batch of the line stands for its soap: the list names each by its newest.
  const chosen = choices.find((r) => r.rootId === model?.rootId)?.id ?? "";
  const choose = (id: string) => {
    const soap = choices.find((r) => r.id === id);
    held.edit({
      kind: "all",
      edits: [
        { kind: "set", path: [...at, "ofBatchId"], value: soap?.id ?? null },
        { kind: "set", path: [...at, "soap"], value: soap?.title ?? "Soap" },
      ],
    });
    held.seal();
  };
  const setAllocated = (value: unknown) => {
    held.set([...at, "allocated"], value);
    held.seal();
  };
  return (
    <li className="mt-2 border-t border-rule pt-2" aria-label={line.soap}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Choose
          label="Which soap"
          className="field w-60 max-w-full"
          value={chosen}
          disabled={open.disabled}
          options={[{ value: "", label: "which soap?" }, ...choices.map((r) => ({ value: r.id, label: r.title }))]}
          onChoose={choose}
        />
        <BoundNumber
          open={open}
          path={[...at, "bars"]}
          label={`Bars of ${line.soap}`}
          hideLabel
          decimals={0}
          unit="bars"
        />
        <BoundNumber
          open={open}
          path={[...at, "curedG"]}
          label="each, cured"
          quantity="mass"
          isNullable
          placeholder="any"
        />
        <span className="flex-1" />
        {!open.disabled && (
          <RemoveButton
            label={`Remove ${line.soap} from ${order.title}`}
            onRemove={() => {
              held.edit({ kind: "remove", path: ["orders", `#${order.id}`, "lines"], id: line.id });
            }}
          />
        )}
      </div>
      <ul className="mt-1 grid gap-1">
        {plan.allocated.map((a) => (
          <li key={a.id} className="flex flex-wrap items-baseline gap-x-2">
            <strong>{barsWords(a.bars)}</strong> of{" "}
            {a.batch ? (
              <a className="underline" href={`/batches/${a.batch.id}`}>
                {a.batch.title}
              </a>
            ) : (
              "a batch that is gone"
            )}
            {a.batch && <span className="text-muted">{stateWords(a.batch)}</span>}
            {a.isLate && <strong className="text-cut">not ready in time</strong>}
            {a.batch && a.batch.free < 0 && <strong className="text-cut">{barsWords(-a.batch.free)} too many</strong>}
            {!open.disabled && (
              <RemoveButton
                label={`Take back ${barsWords(a.bars)} of ${a.batch?.title ?? "it"}`}
                onRemove={() => setAllocated(line.allocated.filter((x) => x.id !== a.id))}
              />
            )}
          </li>
        ))}
      </ul>
      {plan.open < 0 && <p className="text-amber">{barsWords(-plan.open)} more than ordered.</p>}
      {plan.open > 0 && !open.disabled && (
        <>
          {line.ofBatchId === null && <p className="text-muted">Choose the soap: its batches can serve the order.</p>}
          <ul className="mt-1 grid gap-1">
            {plan.candidates.map((c) => (
              <li key={c.batch.id} className="flex flex-wrap items-center gap-x-3">
                <button
                  type="button"
                  className="button min-h-[40px] narrow:min-h-[44px]"
                  onClick={() =>
                    setAllocated([...line.allocated, { id: freshId("a"), batchId: c.batch.id, bars: c.take }])
                  }
                >
                  Allocate {c.take} of {c.batch.title}
                </button>
                <span className="text-muted">
                  {stateWords(c.batch)}; {c.batch.free} free
                </span>
                {c.isLate && <strong className="text-cut">not ready in time</strong>}
                {c.isOff && <span className="text-amber">bars of another weight</span>}
              </li>
            ))}
          </ul>
          {plan.make && (
            <p className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1">
              <span>
                {plan.candidates.length > 0 && "Or anew. "}
                {makeWords(plan.make)}
                <WhenToPour make={plan.make} order={order} />
              </span>
              <button
                type="button"
                className="button min-h-[40px] narrow:min-h-[44px]"
                disabled={isMaking}
                onClick={onMake}
              >
                {isMaking
                  ? "Planning…"
                  : `Plan ${plan.make.batches === 1 ? "the batch" : `${plan.make.batches} batches`}`}
              </button>
            </p>
          )}
        </>
      )}
    </li>
  );
}
