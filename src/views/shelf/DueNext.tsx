import { differenceInCalendarDays, format, parseISO } from "date-fns";
import type { ShelfEntry } from "../../core/plan/shelf";

interface Due {
  on: string;
  what: string;
  entry: ShelfEntry;
}

const PAST_DAYS_SHOWN = 3;
const MOST_SHOWN = 8;

function dueOf(e: ShelfEntry): Due[] {
  if (!e.dates) return [];
  if (e.status === "planned") return [{ on: e.dates.pourOn, what: "pour", entry: e }];
  if (e.status !== "curing") return [];
  return [
    { on: e.dates.unmouldOn, what: "unmould and cut", entry: e },
    { on: e.dates.readyOn, what: "cured", entry: e },
  ];
}

function when(on: string, today: string): string {
  const days = differenceInCalendarDays(parseISO(on), parseISO(today));
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  return days < 0 ? `${-days} ${days === -1 ? "day" : "days"} ago` : `in ${days} days`;
}

/** Pours, unmouldings and ends of cure in order of their days. */
export function DueNext({ entries, today }: { entries: ShelfEntry[]; today: string }) {
  const due = entries
    .flatMap(dueOf)
    .filter((d) => differenceInCalendarDays(parseISO(d.on), parseISO(today)) >= -PAST_DAYS_SHOWN)
    .sort((a, b) => a.on.localeCompare(b.on))
    .slice(0, MOST_SHOWN);
  return (
    <aside aria-labelledby="due-head">
      <h2 id="due-head" className="text-[17px]">
        Due next
      </h2>
      {due.length === 0 ? (
        <p className="mt-1 text-muted">Nothing has a day yet. Set the day of the pour in a batch's book.</p>
      ) : (
        <ol className="mt-1 border-t-[1.5px] border-ink">
          {due.map((d) => (
            <li key={d.entry.id + d.what} className="border-b border-rule py-1.5">
              <div className="flex justify-between">
                <strong className={d.on <= today ? "text-amber" : ""}>{when(d.on, today)}</strong>
                <span className="text-muted">{format(parseISO(d.on), "EEE d MMM")}</span>
              </div>
              <a href={`/batches/${d.entry.id}`} className="underline-offset-2 hover:underline">
                {d.what}: {d.entry.title}
              </a>
            </li>
          ))}
        </ol>
      )}
    </aside>
  );
}
