import { BellRing } from "lucide-react";
import { CARE_WORDS } from "../../core/cure/aftercare";
import type { CareAnswer } from "../../core/cure/careSchema";
import type { Asked } from "../../core/derive/afterPours";
import { CareAnswers } from "../parts/CareAnswers";
import { nightWords, whenDue, windowWords } from "../parts/care";

/** One batch after its pour, large: what is asked about, when, and its answers. */
export function CareBoard({
  standing,
  nowMs,
  firstKey,
  onAnswer,
}: {
  standing: Asked;
  nowMs: number;
  /** Digit of its first answer. */
  firstKey: number;
  onAnswer: (answer: CareAnswer) => void;
}) {
  const { next } = standing;
  const words = CARE_WORDS[next.task];
  const isDue = next.dueMs <= nowMs;
  const done = standing.steps.filter((s) => s.answered !== null).length;
  return (
    <section
      aria-label={standing.title}
      className={`flex flex-col rounded-lg border-[1.5px] p-4 ${isDue ? "border-amber" : "border-ink"} bg-sheet`}
    >
      <div className="flex items-baseline justify-between gap-3">
        <a
          className="font-head text-[22px] font-semibold underline-offset-2 hover:underline"
          href={`/batches/${standing.id}/pour`}
        >
          {standing.title}
        </a>
        <span className="text-muted">
          {done} of {standing.steps.length} answered
        </span>
      </div>
      <p className={`mt-1 text-[18px] ${isDue ? "font-semibold text-amber" : "text-muted"}`} role="status">
        {isDue && <BellRing size={20} className="mr-1.5 inline align-[-4px]" aria-hidden="true" />}
        {whenDue(next.dueMs, nowMs)}
      </p>
      <h2 className="text-[clamp(30px,3.4vw,46px)] leading-[1.05]">{words.ask}</h2>
      <p className="mt-2 text-[17px] leading-snug">
        {words.detail} {nightWords(next.task, next.dueMs)}
      </p>
      {next.window && <p className="mt-1 text-[15px] text-muted">{windowWords(next.window, nowMs)}</p>}
      <div className="mt-4 flex flex-1 flex-wrap content-end gap-2">
        <CareAnswers {...{ next, isDue, firstKey, onAnswer }} size="board" />
      </div>
    </section>
  );
}

/** One that waits, in a line. */
export const CareLine = ({ standing, nowMs }: { standing: Asked; nowMs: number }) => (
  <li className="border-b border-rule">
    <a
      className="flex min-h-[48px] flex-wrap items-center justify-between gap-x-4 text-[17px] underline-offset-2 hover:underline"
      href={`/batches/${standing.id}/pour`}
    >
      <strong>{standing.title}</strong>
      <span className="flex-1">{CARE_WORDS[standing.next.task].ask}</span>
      <span className={standing.next.dueMs <= nowMs ? "font-semibold text-amber" : "text-muted"}>
        {whenDue(standing.next.dueMs, nowMs)}
      </span>
    </a>
  </li>
);
