import { addDays, differenceInCalendarDays, formatISO, parseISO } from "date-fns";
import type { Order, OrderLine, Orders } from "../practice/ordersSchema";
import { inOrder } from "../units/text";
import type { RackFigures } from "./rack";

/** A batch as orders see it. */
export interface RackBatch extends RackFigures {
  id: string;
  title: string;
  state: "planned" | "pouring" | "curing" | "ready";
  /** Day of the pour, planned or done, and when it is ready; null where no day is set. */
  pourOn: string | null;
  readyOn: string | null;
  /** The first batch of its line: batches of one soap share it. */
  rootId: string;
}

const isoDay = (d: Date): string => formatISO(d, { representation: "date" });
const sum = (list: readonly { bars: number }[]): number => list.reduce((s, x) => s + x.bars, 0);

/** Bars of a batch that are spoken for: given out, allocated to orders, and of those handed over with them. */
function spokenFor(orders: Orders, batchId: string): { given: number; allocated: number; handedOver: number } {
  const allocatedIn = (list: readonly Order[]) =>
    sum(list.flatMap((o) => o.lines.flatMap((l) => l.allocated.filter((a) => a.batchId === batchId))));
  return {
    given: sum(orders.given.filter((g) => g.batchId === batchId)),
    allocated: allocatedIn(orders.orders),
    handedOver: allocatedIn(orders.orders.filter((o) => o.closedOn !== null)),
  };
}

/** A batch on the rack, with what is left of it; under 0 where more is spoken for than came. */
export interface RackRow extends RackBatch {
  given: number;
  allocated: number;
  /** Of those allocated: gone with their orders. */
  handedOver: number;
  free: number;
}

export const rackRows = (orders: Orders, batches: readonly RackBatch[]): RackRow[] =>
  batches.map((b) => {
    const spoken = spokenFor(orders, b.id);
    return { ...b, ...spoken, free: b.bars - spoken.given - spoken.allocated };
  });

/** A batch that could serve a line. */
export interface Candidate {
  batch: RackRow;
  /** As many of its bars as the line still wants. */
  take: number;
  /** It is ready after the day that the order is due, or has no day at all. */
  isLate: boolean;
  /** A bar of it cures to another weight than was ordered, by more than `OFF_SHARE`. */
  isOff: boolean;
}

/** What has to be made for a line. */
export interface ToMake {
  batches: number;
  /** Bars of one batch that can be given: one of them is kept. */
  barsEach: number;
  moulds: string[];
  /** Latest day to pour, ISO, and by how many days it is past (0: it is not); null where the order has no day or the soap no lead. */
  latestPourOn: string | null;
  lateDays: number;
  /** Ready on that day where it is poured today. */
  readyIfToday: string | null;
}

export interface LinePlan {
  line: OrderLine;
  /** Bars that nothing is allocated for yet; under 0 where too many are. */
  open: number;
  allocated: { id: string; bars: number; batch: RackRow | null; isLate: boolean }[];
  /** Batches of this soap with bars left, those that are ready in time first, sooner ones first. */
  candidates: Candidate[];
  make: ToMake | null;
}

/** Cured grams of a bar may differ so much from what was ordered, share of it. */
const OFF_SHARE = 0.1;
/** Bars of every batch that are kept to be looked at. */
const KEPT_OF_BATCH = 1;

const isAfter = (readyOn: string | null, dueOn: string | null) =>
  dueOn !== null && (readyOn === null || readyOn > dueOn);

/** How a line of an order stands, and how it can be served. @param today ISO date */
export function linePlan(order: Order, line: OrderLine, rows: readonly RackRow[], today: string): LinePlan {
  const byId = new Map(rows.map((r) => [r.id, r]));
  const open = line.bars - sum(line.allocated);
  const model = line.ofBatchId === null ? null : (byId.get(line.ofBatchId) ?? null);
  const allocated = line.allocated.map(({ id, batchId, bars }) => {
    const batch = byId.get(batchId) ?? null;
    return { id, bars, batch, isLate: isAfter(batch?.readyOn ?? null, order.dueOn) };
  });
  const candidates = rows
    .filter((r) => open > 0 && model !== null && r.rootId === model.rootId && r.free > 0)
    .map((batch): Candidate => {
      const isOff =
        line.curedG !== null && batch.curedG !== null && Math.abs(batch.curedG / line.curedG - 1) > OFF_SHARE;
      return { batch, take: Math.min(open, batch.free), isLate: isAfter(batch.readyOn, order.dueOn), isOff };
    })
    .sort((a, b) => Number(a.isLate) - Number(b.isLate) || inOrder(a.batch.readyOn ?? "9", b.batch.readyOn ?? "9"));
  return {
    line,
    open,
    allocated,
    candidates,
    make: model && open > 0 ? toMake(model, open, order.dueOn, today) : null,
  };
}

/** What is to be made for so many bars of a soap by a day. */
export function toMake(model: RackBatch, bars: number, dueOn: string | null, today: string): ToMake | null {
  const perBatch = model.isCounted ? model.bars + model.kept + model.samples : model.bars;
  const barsEach = perBatch - KEPT_OF_BATCH;
  if (barsEach < 1) return null;
  const { leadDays } = model;
  const latest = dueOn === null || leadDays === null ? null : isoDay(addDays(parseISO(dueOn), -leadDays));
  return {
    ...{ batches: Math.ceil(bars / barsEach), barsEach, moulds: model.moulds },
    latestPourOn: latest,
    lateDays: latest === null ? 0 : Math.max(0, differenceInCalendarDays(parseISO(today), parseISO(latest))),
    readyIfToday: leadDays === null ? null : isoDay(addDays(parseISO(today), leadDays)),
  };
}

/** A soap that is not to run out, and how it stands. */
export interface MakeAgain {
  id: string;
  title: string;
  ofBatchId: string;
  /** Wanted at least; free bars that are ready or cure; of them ready; free bars of planned batches. */
  wanted: number;
  free: number;
  ready: number;
  planned: number;
  /** What to make; null where enough is there or planned. */
  make: ToMake | null;
}

/** The make-again list: what runs low first. */
export function makeAgain(orders: Orders, rows: readonly RackRow[], today: string): MakeAgain[] {
  const byId = new Map(rows.map((r) => [r.id, r]));
  return orders.keptUp
    .map(({ id, ofBatchId, bars }): MakeAgain => {
      const model = byId.get(ofBatchId);
      const own = rows.filter((r) => model && r.rootId === model.rootId && r.free > 0);
      const freeOf = (...states: RackRow["state"][]) =>
        own.filter((r) => states.includes(r.state)).reduce((s, r) => s + r.free, 0);
      const free = freeOf("curing", "ready");
      const planned = freeOf("planned", "pouring");
      const missing = bars - free - planned;
      return {
        ...{ id, ofBatchId, title: model?.title ?? "a batch that is gone", wanted: bars, free, planned },
        ready: freeOf("ready"),
        make: model && missing > 0 ? toMake(model, missing, null, today) : null,
      };
    })
    .sort((a, b) => Number(b.make !== null) - Number(a.make !== null) || a.free - a.wanted - (b.free - b.wanted));
}

/** A day that an order asks for. */
export interface OrderDay {
  id: string;
  on: string;
  words: string;
}

/** Days of the open orders: when each is due, and the latest day to pour what is still to be made, where that is not past. */
export function orderDays(orders: Orders, batches: readonly RackBatch[], today: string): OrderDay[] {
  const rows = rackRows(orders, batches);
  return orders.orders
    .filter((o) => o.closedOn === null && o.dueOn !== null)
    .flatMap((o) => [
      { id: `order-${o.id}`, on: o.dueOn!, words: `${o.title}: ${o.isRelease ? "release" : "due"}` },
      ...o.lines.flatMap((line) => {
        const { make } = linePlan(o, line, rows, today);
        return make?.latestPourOn && make.lateDays === 0
          ? [{ id: `line-${line.id}`, on: make.latestPourOn, words: `${line.soap} for ${o.title}: latest day to pour` }]
          : [];
      }),
    ]);
}

/** "Lantern Market, 1 of 2": the title of a batch that is made for an order. */
export const madeFor = (soap: string, order: string, k: number, of: number): string =>
  `${soap}, ${order}${of > 1 ? ` ${k} of ${of}` : ""}`;
