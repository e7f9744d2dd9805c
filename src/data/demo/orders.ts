import { addDays, formatISO, parseISO } from "date-fns";
import type { Orders } from "../../core/practice/ordersSchema";

/** What the demo studio has promised and given out. @param today ISO date */
export function demoOrders(today: string): Orders {
  const on = (days: number) => formatISO(addDays(parseISO(today), days), { representation: "date" });
  return {
    orders: [
      {
        ...{ id: "o-lantern", title: "Lantern Market", isRelease: false, dueOn: on(21), notes: "", closedOn: null },
        lines: [
          {
            ...{ id: "l-blue", soap: "Blue Hour", ofBatchId: "demo-blue-hour", bars: 12, curedG: null },
            allocated: [{ id: "a-blue", batchId: "demo-blue-hour", bars: 7 }],
          },
          {
            ...{ id: "l-halo", soap: "Halo", ofBatchId: "demo-halo", bars: 4, curedG: null },
            allocated: [{ id: "a-halo", batchId: "demo-halo", bars: 4 }],
          },
        ],
      },
      {
        ...{ id: "o-solstice", title: "Midwinter release", isRelease: true, dueOn: on(60), notes: "", closedOn: null },
        lines: [
          {
            ...{ id: "l-meteor", soap: "Meteor Shower", ofBatchId: "demo-meteor-shower", bars: 30, curedG: null },
            allocated: [{ id: "a-meteor", batchId: "demo-meteor-shower-3", bars: 8 }],
          },
        ],
      },
    ],
    given: [
      { id: "g-first", batchId: "demo-first-light", bars: 3, on: on(-9), to: "shop window" },
      { id: "g-halo", batchId: "demo-halo", bars: 2, on: on(-30), to: "the bench exchange" },
    ],
    keptUp: [
      { id: "k-halo", ofBatchId: "demo-halo", bars: 6 },
      { id: "k-first", ofBatchId: "demo-first-light", bars: 5 },
    ],
  };
}
