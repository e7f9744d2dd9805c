import { Plus } from "lucide-react";
import { useMemo, useState } from "react";
import { linePlan, madeFor, makeAgain, type RackBatch, rackRows } from "../../core/derive/orders";
import type { Edit } from "../../core/document/edits/edit";
import type { Order, OrderLine, Orders as OrdersPaper } from "../../core/practice/ordersSchema";
import type { Settings } from "../../core/practice/practiceSchema";
import { cutTo } from "../../core/units/text";
import { api } from "../parts/api";
import { useFollowed } from "../parts/follow";
import { PaperPage } from "../parts/PaperPage";
import { paperKind } from "../parts/paper";
import { Trouble } from "../parts/Trouble";
import { freshId, type HeldOrders } from "./held";
import { MakeAgainList } from "./MakeAgainList";
import { OrderCard } from "./OrderCard";
import { Rack } from "./Rack";

const KIND = paperKind("orders");

interface Props {
  stored: { version: number; document: OrdersPaper };
  batches: RackBatch[];
  today: string;
  settings: Settings;
}

/** What is promised, from which batches it comes, and what is to be made. */
export default function Orders({ stored, batches, today, settings }: Props) {
  return (
    <PaperPage here="orders" title="Orders" kind={KIND} stored={stored} settings={settings}>
      {(held) => <OrdersBoard held={held} first={batches} today={today} />}
    </PaperPage>
  );
}

interface Made {
  id: string;
}

/** Plans so many copies of a batch, each under its title; as many as came about, and what went wrong. */
async function planBatches(
  ofBatchId: string,
  titles: readonly string[],
  pourOn: string | null,
): Promise<{ made: Made[]; trouble: string | null }> {
  const made: Made[] = [];
  for (const title of titles) {
    const answer = await api<Made>(`/api/batches/${ofBatchId}/copy`, { method: "POST", body: { title, pourOn } });
    if (!answer.ok) return { made, trouble: answer.message };
    made.push(answer.value);
  }
  return { made, trouble: null };
}

export function OrdersBoard({ held, first, today }: { held: HeldOrders; first: RackBatch[]; today: string }) {
  const { document: orders } = held;
  const [batches, setBatches] = useState(first);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isMaking, setMaking] = useState(false);
  const look = async () => {
    const answer = await api<{ batches: RackBatch[] }>("/api/rack");
    if (answer.ok) setBatches(answer.value.batches);
  };
  useFollowed(
    (heard) => heard.kind === "change" && heard.change.kind === "batch",
    () => void look(),
  );
  const rows = useMemo(() => rackRows(orders, batches), [orders, batches]);
  const again = useMemo(() => makeAgain(orders, rows, today), [orders, rows, today]);

  const add = (isRelease: boolean) => {
    const line: OrderLine = { id: freshId("l"), soap: "Soap", ofBatchId: null, bars: 10, curedG: null, allocated: [] };
    const item: Order = {
      ...{ id: freshId("o"), title: isRelease ? "New release" : "New order", isRelease, dueOn: null, notes: "" },
      ...{ lines: [line], closedOn: null },
    };
    setTrouble(held.edit({ kind: "insert", path: ["orders"], index: 0, item }));
    held.seal();
  };
  const make = async (order: Order, line: OrderLine) => {
    const plan = linePlan(order, line, rows, today);
    if (!plan.make || line.ofBatchId === null) return;
    const { batches: n, barsEach, latestPourOn, lateDays } = plan.make;
    const pourOn = latestPourOn === null ? null : lateDays > 0 ? today : latestPourOn;
    const titles = Array.from({ length: n }, (_, k) => cutTo(120, madeFor(line.soap, order.title, k + 1, n)));
    setMaking(true);
    const { made, trouble: why } = await planBatches(line.ofBatchId, titles, pourOn);
    let left = plan.open;
    const allocated = made.map(({ id }) => {
      const bars = Math.min(left, barsEach);
      left -= bars;
      return { id: freshId("a"), batchId: id, bars };
    });
    const path = ["orders", `#${order.id}`, "lines", `#${line.id}`, "allocated"];
    const edit: Edit = { kind: "set", path, value: [...line.allocated, ...allocated] };
    const refused = held.edit(edit);
    setTrouble(why ?? refused);
    held.seal();
    await look();
    setMaking(false);
  };
  const open = orders.orders.filter((o) => o.closedOn === null);
  const closed = orders.orders.filter((o) => o.closedOn !== null);
  const card = (order: Order) => (
    <OrderCard
      key={order.id}
      order={order}
      rows={rows}
      today={today}
      held={held}
      isMaking={isMaking}
      onMake={(line) => void make(order, line)}
    />
  );
  return (
    <div className="grid grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] gap-x-10 gap-y-6 narrow:grid-cols-1">
      <section aria-label="Orders">
        <p className="mb-3 flex flex-wrap gap-2">
          <button type="button" className="button button-main min-h-[44px]" onClick={() => add(false)}>
            <Plus size={16} /> New order
          </button>
          <button type="button" className="button min-h-[44px]" onClick={() => add(true)}>
            <Plus size={16} /> New release
          </button>
        </p>
        {trouble && <Trouble words={trouble} className="mb-2" />}
        {open.length === 0 && (
          <p className="text-[17px]">
            Nothing is promised. An order says how many bars of which soap by when; Tundish says which batches can serve
            it, what has to be made, and the latest day to pour. A release works a day of your own back in the same way.
          </p>
        )}
        <ul className="grid gap-5">{open.map(card)}</ul>
        {closed.length > 0 && (
          <details className="mt-5">
            <summary className="min-h-[44px] cursor-pointer text-muted">{closed.length} handed over</summary>
            <ul className="mt-2 grid gap-5">{closed.map(card)}</ul>
          </details>
        )}
      </section>
      <MakeAgainList list={again} rows={rows} held={held} />
      <Rack rows={rows} held={held} today={today} />
    </div>
  );
}
