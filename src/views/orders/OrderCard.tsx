import { Plus } from "lucide-react";
import { linePlan, type RackRow } from "../../core/derive/orders";
import type { Order, OrderLine } from "../../core/practice/ordersSchema";
import { BoundText, type Editable } from "../parts/bound";
import { RemoveButton } from "../parts/RemoveButton";
import { day, freshId, type HeldOrders } from "./held";
import { OrderLineRow } from "./OrderLineRow";

/** One order, or a release: for whom, by when, and each line with how it stands. */
export function OrderCard({
  order,
  rows,
  today,
  held,
  isMaking,
  onMake,
}: {
  order: Order;
  rows: readonly RackRow[];
  today: string;
  held: HeldOrders;
  isMaking: boolean;
  onMake: (line: OrderLine) => void;
}) {
  const at = ["orders", `#${order.id}`];
  const isClosed = order.closedOn !== null;
  const open: Editable = { document: held.document, set: held.set, seal: held.seal, disabled: isClosed };
  const set = (field: string, value: unknown) => {
    held.set([...at, field], value);
    held.seal();
  };
  const plans = order.lines.map((line) => linePlan(order, line, rows, today));
  const missing = plans.reduce((s, p) => s + Math.max(0, p.open), 0);
  const readyOn = plans
    .flatMap((p) => p.allocated.map((a) => a.batch?.readyOn ?? null))
    .reduce<string | null>((last, on) => (last === null || (on !== null && on > last) ? on : last), null);
  return (
    <li aria-label={order.title} className="rounded-lg border-[1.5px] border-ink bg-sheet px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <BoundText
          open={open}
          path={[...at, "title"]}
          label={order.isRelease ? "Name of the release" : "Whom the order is for"}
          hideLabel
          className="w-64 max-w-full"
          fieldClass="field w-full font-head text-[18px]"
        />
        <label className="text-muted">
          {order.isRelease ? "released on" : "due on"}{" "}
          <input
            type="date"
            className="field"
            value={order.dueOn ?? ""}
            disabled={isClosed}
            onChange={(e) => set("dueOn", e.currentTarget.value || null)}
          />
        </label>
        <span className="flex-1" />
        <button
          type="button"
          className="button min-h-[40px] narrow:min-h-[44px]"
          onClick={() => set("closedOn", isClosed ? null : today)}
        >
          {isClosed ? "Open again" : order.isRelease ? "Release it" : "Hand it over"}
        </button>
        <RemoveButton
          label={`Remove ${order.title}`}
          onRemove={() => {
            held.edit({ kind: "remove", path: ["orders"], id: order.id });
          }}
        />
      </div>
      <p className={`mt-1 ${missing > 0 ? "text-amber" : "text-leaf"}`}>
        {isClosed
          ? `${order.isRelease ? "Released" : "Handed over"} on ${day(order.closedOn!)}.`
          : order.lines.length === 0
            ? "No soap is on it yet."
            : missing > 0
              ? `${missing} ${missing === 1 ? "bar is" : "bars are"} still to be found or made.`
              : `Every bar is allocated${readyOn ? `; the last are ready on ${day(readyOn)}` : ""}.`}
      </p>
      <ul>
        {plans.map((plan) => (
          <OrderLineRow
            key={plan.line.id}
            order={order}
            plan={plan}
            rows={rows}
            held={held}
            open={open}
            isMaking={isMaking}
            onMake={() => onMake(plan.line)}
          />
        ))}
      </ul>
      {!isClosed && (
        <button
          type="button"
          className="button mt-2 min-h-[40px] narrow:min-h-[44px]"
          onClick={() => {
            const line: OrderLine = {
              id: freshId("l"),
              soap: "Soap",
              ofBatchId: null,
              bars: 10,
              curedG: null,
              allocated: [],
            };
            held.edit({ kind: "insert", path: [...at, "lines"], index: order.lines.length, item: line });
          }}
        >
          <Plus size={14} /> another soap
        </button>
      )}
    </li>
  );
}
