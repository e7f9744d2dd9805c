import { differenceInCalendarDays, format, parseISO } from "date-fns";
import { useState } from "react";
import type { DueDay, DueKind } from "../../core/cure/dates";
import type { ShelfEntry } from "../../core/derive/shelf";
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
};

function when(on: string, today: string): string {
  const days = differenceInCalendarDays(parseISO(on), parseISO(today));
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  return days < 0 ? `${-days} ${days === -1 ? "day" : "days"} ago` : `in ${days} days`;
}

/** Pours, unmouldings, cuts and ends of cure in order of their days; each stays until it is answered. */
export function DueNext({ entries, today }: { entries: ShelfEntry[]; today: string }) {
  const [answered, setAnswered] = useState<ReadonlySet<string>>(new Set());
  const [trouble, setTrouble] = useState<string | null>(null);
  const keyOf = (d: Due) => `${d.entry.id}:${d.what}`;
  const due = entries
    .flatMap((entry): Due[] => entry.due.map((d) => ({ ...d, entry })))
    .filter((d) => !answered.has(keyOf(d)))
    .sort((a, b) => a.on.localeCompare(b.on))
    .slice(0, MOST_SHOWN);
  const answer = async (d: Due) => {
    if (d.what === "pour") return;
    const refused = await answerDue(d.entry.id, d.what, today);
    setTrouble(refused);
    if (refused === null) setAnswered(new Set([...answered, keyOf(d)]));
  };
  return (
    <aside aria-labelledby="due-head">
      <h2 id="due-head" className="text-[17px]">
        Due next
      </h2>
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
                <a href={`/batches/${d.entry.id}`} className="underline-offset-2 hover:underline">
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
    </aside>
  );
}
