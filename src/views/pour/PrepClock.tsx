import { BellRing } from "lucide-react";
import { useEffect, useState } from "react";
import type { Plan } from "../../core/document/schema";
import { nextTime, type Preparation, preparations } from "../../core/prepare/before";
import type { Timeline } from "../../core/prepare/timeline";
import { atTime, whenDue } from "../parts/care";

interface Props {
  id: string;
  plan: Plan;
  meetings: Timeline["meetings"];
  openedMs: number;
}

const TICK_MS = 10_000;
const WORDS: Record<Preparation["what"], { title: string; detail: string; cooled: string }> = {
  colours: {
    title: "Disperse the colours",
    detail: "powders and clays need time to sink into their oil or water",
    cooled: "",
  },
  oils: {
    title: "Melt the fats",
    detail: "until they are clear, then let them come down",
    cooled: "until they are clear; they do not come down by themselves in this room: stand them in cold water",
  },
  lye: {
    title: "Mix the lye",
    detail: "lye into water, gear on, then let it come down",
    cooled: "lye into water, gear on; it does not come down by itself in this room: stand it in cold water",
  },
  read: {
    title: "Read lye and oils",
    detail: "put both temperatures in below; strain the lye as it goes in",
    cooled: "",
  },
};

interface Kept {
  at: string;
  done: string[];
}
const keyOf = (id: string) => `tundish:pour-at:${id}`;
function kept(id: string): Kept {
  try {
    return { at: "", done: [], ...JSON.parse(localStorage.getItem(keyOf(id)) ?? "{}") };
  } catch {
    return { at: "", done: [] };
  }
}

/** "I want to pour at 15:00": when to begin what. Kept on this device; what is due stays until it is ticked. */
export function PrepClock({ id, plan, meetings, openedMs }: Props) {
  const [nowMs, setNow] = useState(openedMs);
  const [held, setHeld] = useState<Kept>({ at: "", done: [] });
  useEffect(() => {
    setHeld(kept(id));
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [id]);
  const hold = (next: Kept) => {
    setHeld(next);
    try {
      localStorage.setItem(keyOf(id), JSON.stringify(next));
    } catch {
      // Only this page remembers it then.
    }
  };
  const wantedMs = nextTime(held.at, nowMs);
  const hasColours = plan.portions.some((p) => p.colourants.length > 0);
  const list = wantedMs === null ? [] : preparations(meetings, wantedMs, hasColours, plan.practice.temperature);
  const first = list[0];
  const lateMin = first && !held.done.includes(first.id) ? Math.round((nowMs - first.atMs) / 60_000) : 0;
  return (
    <div className="mt-3">
      <label className="flex flex-wrap items-center gap-2">
        I want to pour at
        <input
          type="time"
          className="field !min-h-11 w-40 text-[17px]"
          value={held.at}
          onChange={(e) => hold({ at: e.currentTarget.value, done: [] })}
        />
      </label>
      {wantedMs !== null && lateMin > 1 && (
        <p className="notice-amber mt-2" role="status">
          The first of these should have begun {lateMin} min ago: pour about{" "}
          {atTime(wantedMs + lateMin * 60_000, nowMs)} instead, or cool in a bath.
        </p>
      )}
      {list.length > 0 && (
        <ol className="mt-2 border-t border-rule" aria-label="What to begin when">
          {list.map((p) => {
            const isDone = held.done.includes(p.id);
            const isDue = !isDone && p.atMs <= nowMs;
            const batter = plan.batters.length > 1 ? plan.batters.find((b) => b.id === p.batterId)?.name : undefined;
            return (
              <li key={p.id} className="border-b border-rule py-1.5">
                <label className="flex items-start gap-3">
                  <input
                    type="checkbox"
                    className="mt-1 size-6 shrink-0"
                    checked={isDone}
                    onChange={() =>
                      hold({ ...held, done: isDone ? held.done.filter((x) => x !== p.id) : [...held.done, p.id] })
                    }
                  />
                  <span className="min-w-0">
                    <strong className={isDue ? "text-amber" : ""}>
                      {isDue && <BellRing size={16} className="mr-1 inline align-[-2px]" aria-hidden="true" />}
                      {isDue ? whenDue(p.atMs, nowMs) : atTime(p.atMs, nowMs)} {WORDS[p.what].title}
                      {batter && `, ${batter}`}
                    </strong>
                    <span className="block text-[14.5px] text-muted">
                      {p.isCooled ? WORDS[p.what].cooled : WORDS[p.what].detail}
                      {p.takesMin > 0 && `; about ${Math.round(p.takesMin)} min`}
                    </span>
                  </span>
                </label>
              </li>
            );
          })}
        </ol>
      )}
    </div>
  );
}
