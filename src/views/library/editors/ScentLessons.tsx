import { useEffect, useState } from "react";
import { type KeptLesson, scentKnowledge } from "../../../core/clock/knowledge";
import type { LibraryScent } from "../../../core/scent/scentSchema";
import { api } from "../../parts/api";
import { useBench } from "../../parts/bench";
import { Trouble } from "../../parts/Trouble";

/** Batches that are named, the newest first. */
const MOST_NAMED = 12;
const ratePath = (id: string) => `/api/knowledge/${encodeURIComponent(`F:${id}`)}`;
const jumpPath = (id: string) => `/api/knowledge/${encodeURIComponent(`J:${id}`)}`;

/** What own batches say of a scent: the number, its interval, and the batches; they can be forgotten. */
export function ScentLessons({ id, scent }: { id: string; scent: LibraryScent }) {
  const { told } = useBench("told");
  const [isForgotten, setForgotten] = useState(false);
  const [lessons, setLessons] = useState<KeptLesson[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const known = isForgotten ? null : scentKnowledge(id, scent, told);
  useEffect(() => {
    let isOld = false;
    void api<KeptLesson[]>(ratePath(id)).then((answer) => {
      if (isOld) return;
      if (answer.ok) setLessons(answer.value.toReversed());
      else setTrouble(answer.message);
    });
    return () => {
      isOld = true;
    };
  }, [id]);
  if (isForgotten) return <p className="text-[13px] text-muted">Forgotten: only the reports count now.</p>;
  const forget = async () => {
    const answers = await Promise.all([ratePath(id), jumpPath(id)].map((path) => api(path, { method: "DELETE" })));
    if (answers.some((a) => a.ok)) setForgotten(true);
    else setTrouble("It could not be forgotten just now: try again.");
  };
  const rest = lessons.length - MOST_NAMED;
  // What batches said of its jump alone says nothing of its speed.
  const says = known && known.batches > 0 ? known : null;
  if (!says && lessons.length === 0)
    return (
      <>
        <p className="text-[13px] text-muted">
          No own batch has taught the clock of it yet: trace checks at the pour do.
        </p>
        <Trouble words={trouble} />
      </>
    );
  return (
    <section aria-label="What own batches say" className="notice-leaf">
      <p>
        <strong>
          {says
            ? `Thought ${rangeWords(says.before)}; your ${says.batches === 1 ? "batch says" : `${says.batches} batches say`} ${rangeWords(says.after)}.`
            : "All own batches with it are left out."}
        </strong>
      </p>
      <ul className="text-[13px]">
        {lessons.slice(0, MOST_NAMED).map((l) => (
          <li key={l.batchId}>
            <a className="underline" href={`/batches/${l.batchId}/book`}>
              {l.title}
            </a>
            : {Math.exp(l.mean).toFixed(1)} ×{l.isLeftOut ? " (left out)" : ""}
          </li>
        ))}
        {rest > 0 && <li>and {rest === 1 ? "an older batch" : `${rest} older batches`}</li>}
      </ul>
      <Trouble words={trouble} />
      <button type="button" className="mt-1 underline" onClick={() => void forget()}>
        forget what own batches said
      </button>
    </section>
  );
}

const rangeWords = ({ factor, low, high }: { factor: number; low: number; high: number }): string =>
  `${factor.toFixed(1)} × (${low.toFixed(1)} to ${high.toFixed(1)})`;
