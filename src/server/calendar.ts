import { addDays, parseISO } from "date-fns";
import ical, { ICalAlarmType, ICalCalendarMethod } from "ical-generator";
import { CARE_WORDS } from "../core/cure/aftercare";
import type { DueKind } from "../core/cure/dates";
import type { OrderDay } from "../core/derive/orders";
import type { ShelfRow } from "../data/batches";

const DUE_WORDS: Readonly<Record<DueKind, string>> = {
  pour: "pour",
  unmould: "unmould",
  cut: "cut",
  ready: "weigh and test a bar",
  look: "look at the bar that is kept",
};
/** What is asked about by the hour takes so long, min, and is called out so long before, s. */
const CARE_MIN = 15;
const ALARM_S = 300;
/** These stand in the calendar as days. */
const ON_DAYS: ReadonlySet<string> = new Set(["unmould", "cut"]);

/**
 * Everything that is due as an iCalendar file: days as whole days, what is asked about by the hour with its time and an alarm. Each has an id of its own, so that a
 * calendar that reads it again moves what moved.
 * @param origin of this server, for the way back to the batch
 */
export function calendarOf(
  rows: readonly ShelfRow[],
  studio: string,
  origin: string,
  orders: readonly OrderDay[] = [],
): string {
  const calendar = ical({
    name: studio ? `${studio}: soap` : "Soap",
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: "Tundish", product: "Tundish", language: "EN" },
  });
  for (const row of rows) {
    const url = `${origin}/batches/${row.id}`;
    for (const { what, on } of row.summary.due) {
      const start = parseISO(on);
      calendar.createEvent({
        id: `${row.id}.${what}@tundish`,
        ...{ start, end: addDays(start, 1), allDay: true, url },
        summary: `${row.title}: ${DUE_WORDS[what]}`,
        stamp: row.updatedAt,
      });
    }
    for (const { task, dueAt } of row.summary.care) {
      if (ON_DAYS.has(task)) continue;
      const start = new Date(dueAt);
      const event = calendar.createEvent({
        id: `${row.id}.care-${task}@tundish`,
        ...{ start, end: new Date(start.getTime() + CARE_MIN * 60_000), url: `${url}/pour` },
        summary: `${row.title}: ${CARE_WORDS[task].ask}`,
        description: CARE_WORDS[task].detail,
        stamp: row.updatedAt,
      });
      event.createAlarm({ type: ICalAlarmType.display, trigger: ALARM_S });
    }
  }
  for (const { id, on, words } of orders) {
    const start = parseISO(on);
    const day = { start, end: addDays(start, 1), allDay: true, url: `${origin}/orders` };
    calendar.createEvent({ id: `${id}@tundish`, ...day, summary: words });
  }
  return calendar.toString();
}
