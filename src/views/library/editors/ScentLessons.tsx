import { useState } from "react";
import { scentKnowledge } from "../../../core/clock/knowledge";
import type { LibraryScent } from "../../../core/scent/scentSchema";
import { api } from "../../parts/api";
import { useBench } from "../../parts/bench";

/** What own batches say of a scent: the number, its interval, and the batches; they can be forgotten. */
export function ScentLessons({ id, scent }: { id: string; scent: LibraryScent }) {
  const { lessons } = useBench();
  const [isForgotten, setForgotten] = useState(false);
  const known = isForgotten ? null : scentKnowledge(id, scent, lessons);
  // What batches said of its jump alone says nothing of its speed.
  if (!known || known.lessons.length === 0) {
    return (
      <p className="text-[13px] text-muted">
        {isForgotten
          ? "Forgotten: only the reports count now."
          : "No own batch has taught the clock of it yet: trace checks at the pour do."}
      </p>
    );
  }
  const { before, after } = known;
  const forget = async () => {
    const answers = await Promise.all(
      ["F", "J"].map((k) => api(`/api/knowledge/${encodeURIComponent(`${k}:${id}`)}`, { method: "DELETE" })),
    );
    if (answers.some((a) => a.ok)) setForgotten(true);
  };
  return (
    <section aria-label="What own batches say" className="notice-leaf">
      <p>
        <strong>
          Thought {before.factor.toFixed(1)} × ({before.low.toFixed(1)} to {before.high.toFixed(1)}); your{" "}
          {known.lessons.filter((l) => !l.isLeftOut).length} batches say {after.factor.toFixed(1)} × (
          {after.low.toFixed(1)} to {after.high.toFixed(1)}).
        </strong>
      </p>
      <ul className="text-[13px]">
        {known.lessons.map((l) => (
          <li key={l.batchId}>
            <a className="underline" href={`/batches/${l.batchId}/book`}>
              {l.title}
            </a>
            : {Math.exp(l.mean).toFixed(1)} ×{l.isLeftOut ? " (left out)" : ""}
          </li>
        ))}
      </ul>
      <button type="button" className="mt-1 underline" onClick={() => void forget()}>
        forget what own batches said
      </button>
    </section>
  );
}
