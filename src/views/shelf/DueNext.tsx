import { differenceInCalendarDays, parseISO } from "date-fns";
import { BellRing } from "lucide-react";
import { useEffect, useState } from "react";
import { CARE_WORDS, isLapsed } from "../../core/cure/aftercare";
import type { CareTask } from "../../core/cure/careSchema";
import type { DueDay, DueKind } from "../../core/cure/dates";
import type { ShelfEntry } from "../../core/derive/shelfEntry";
import { inOrder } from "../../core/units/text";
import { whenDue } from "../parts/care";
import { format } from "../parts/dates";
import { Trouble } from "../parts/Trouble";
import { answerDue } from "./requests";

interface Due extends DueDay {
  entry: ShelfEntry;
}

const MOST_SHOWN = 8;
const WORDS: Record<DueKind, { what: string; done: string | null }> = {
  pour: { what: "pour", done: null },
  unmould: { what: "unmould", done: "unmoulded" },
  cut: { what: "cut", done: "cut" },
  ready: { what: "cured: weigh and test a bar", done: "tested" },
  look: { what: "look at the bar that is kept", done: null },
};

/** Page of the batch on which it is done. */
const PAGES: Record<DueKind, string> = { pour: "", unmould: "/pour", cut: "/cut-day", ready: "/cure", look: "/cure" };

function when(on: string, today: string): string {
  const days = differenceInCalendarDays(parseISO(on), parseISO(today));
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  return days < 0 ? `${-days} ${days === -1 ? "day" : "days"} ago` : `in ${days} days`;
}

/** A batch whose care is due, or will be within so many hours, is named above the days. */
const SOON_MS = 6 * 3_600_000;
/** These stand among the days below. */
const ON_DAYS: ReadonlySet<CareTask> = new Set(["unmould", "cut"]);
const TICK_MS = 20_000;

/** What is due by the hour after a pour: it stays until it is answered. */
function CareDue({ entries, openedMs }: { entries: readonly ShelfEntry[]; openedMs: number }) {
  const [nowMs, setNow] = useState(openedMs);
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  const due = entries
    .flatMap((entry) =>
      entry.care
        .map(({ task, dueAt }) => ({ entry, task, dueMs: Date.parse(dueAt) }))
        .filter((d) => d.dueMs < nowMs + SOON_MS && !ON_DAYS.has(d.task) && !isLapsed(d.task, d.dueMs, nowMs))
        .sort((a, b) => a.dueMs - b.dueMs)
        .slice(0, 1),
    )
    .sort((a, b) => a.dueMs - b.dueMs);
  if (due.length === 0) return null;
  return (
    <ul aria-label="Due by the hour" className="mt-1 grid gap-1.5">
      {due.map(({ entry, task, dueMs }) => (
        <li key={entry.id} className={dueMs <= nowMs ? "notice-amber" : "border-b border-rule py-1.5"}>
          <a href={`/batches/${entry.id}/pour`} className="block underline-offset-2 hover:underline">
            <strong className="flex items-baseline gap-1.5">
              {dueMs <= nowMs && <BellRing size={15} className="shrink-0 self-center" aria-hidden="true" />}
              {CARE_WORDS[task].ask}
            </strong>
            <span className={dueMs <= nowMs ? "" : "text-muted"}>
              {entry.title}, {whenDue(dueMs, nowMs)}
            </span>
          </a>
        </li>
      ))}
      {due.length > 1 && (
        <li>
          <a className="underline narrow:inline-flex narrow:min-h-[44px] narrow:items-center" href="/after">
            side by side
          </a>
        </li>
      )}
    </ul>
  );
}

/** Pours, unmouldings, cuts and ends of cure in order of their days; each stays until it is answered. */
export function DueNext({ entries, today, openedMs }: { entries: ShelfEntry[]; today: string; openedMs: number }) {
  const [answered, setAnswered] = useState<ReadonlySet<string>>(new Set());
  const [trouble, setTrouble] = useState<string | null>(null);
  const keyOf = (d: Due) => `${d.entry.id}:${d.what}`;
  const due = entries
    .flatMap((entry): Due[] => entry.due.map((d) => ({ ...d, entry })))
    .filter((d) => !answered.has(keyOf(d)))
    .sort((a, b) => Number(a.what === "look") - Number(b.what === "look") || inOrder(a.on, b.on))
    .slice(0, MOST_SHOWN);
  const answer = async (d: Due) => {
    if (d.what === "pour" || d.what === "look") return;
    const refused = await answerDue(d.entry.id, d.what, today);
    setTrouble(refused);
    if (refused === null) setAnswered(new Set([...answered, keyOf(d)]));
  };
  return (
    <aside aria-labelledby="due-head">
      <h2 id="due-head" className="text-[17px]">
        Due next
      </h2>
      <CareDue entries={entries} openedMs={openedMs} />
      <Trouble words={trouble} className="mt-1" />
      {due.length === 0 ? (
        <p className="mt-1 text-muted">Nothing has a day yet. Set the day of the pour in a batch's book.</p>
      ) : (
        <ol className="mt-1 border-t-[1.5px] border-ink">
          {due.map((d) => (
            <li key={keyOf(d)} className="border-b border-rule py-1.5">
              <div className="flex justify-between">
                <strong className={d.on <= today ? "text-amber" : ""}>{when(d.on, today)}</strong>
                <span className="text-muted">{format(parseISO(d.on), "EEE d MMM")}</span>
              </div>
              <div className="flex items-baseline justify-between gap-2">
                <a href={`/batches/${d.entry.id}${PAGES[d.what]}`} className="underline-offset-2 hover:underline">
                  {WORDS[d.what].what}: {d.entry.title}
                </a>
                {WORDS[d.what].done && d.on <= today && (
                  <button
                    type="button"
                    className="button !min-h-6 narrow:!min-h-[44px] px-2 text-[12.5px]"
                    onClick={() => void answer(d)}
                  >
                    {WORDS[d.what].done}
                  </button>
                )}
              </div>
            </li>
          ))}
        </ol>
      )}
      <p className="mt-2 text-[13px] text-muted">
        <a className="underline narrow:inline-flex narrow:min-h-[44px] narrow:items-center" href="/api/calendar.ics">
          In your calendar
        </a>
        : open it once, or let your calendar follow this address.
      </p>
    </aside>
  );
}
