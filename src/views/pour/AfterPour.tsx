import { BellRing } from "lucide-react";
import { useEffect, useState } from "react";
import { CARE_WORDS, nextCare } from "../../core/cure/aftercare";
import { ashWords } from "../../core/cure/ash";
import type { CareAnswer, CareTask } from "../../core/cure/careSchema";
import { careSteps } from "../../core/derive/care";
import type { Derived } from "../../core/derive/derive";
import { KeyHint } from "../keys/KeyHint";
import { CARE_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { CareAnswers } from "../parts/CareAnswers";
import { nightWords, whenDue, windowWords } from "../parts/care";
import { clock } from "../parts/format";
import type { OpenBatch } from "../parts/useBatch";
import { LongClock } from "./LongClock";
import { useVoice } from "./useVoice";
import { VoiceButton } from "./VoiceButton";

/** Tasks at which it is said what own batches have seen of ash. */
const ASH_TASKS: ReadonlySet<CareTask> = new Set(["mist", "mistAgain", "cover", "uncover"]);

interface Props {
  id: string;
  batch: OpenBatch;
  derived: Derived;
  /** How long the pour took, s. */
  pouredS: number;
  openedMs: number;
  onUndoPour: () => void;
}

const TICK_MS = 10_000;

/** What is due after the pour: one question with its answers on keys, and the long clock below. It stays until it is answered. */
export function AfterPour({ id, batch, derived, pouredS, openedMs, onUndoPour }: Props) {
  const { plan } = batch;
  const [nowMs, setNow] = useState(openedMs);
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  const steps = careSteps(plan, derived);
  const next = nextCare(steps, nowMs);
  const lastAnswer = plan.record.care.at(-1);
  const answer = (to: CareAnswer | undefined) => {
    if (!next || !to) return false;
    batch.happen({ kind: "aftercare", task: next.task, answer: to });
    setNow(Date.now());
  };
  const takeBack = () => (lastAnswer ? void batch.happen({ kind: "takenBack", eventId: lastAnswer.id }) : false);
  useKeys(CARE_KEYS, {
    answer: (e) => (e.repeat ? false : answer(next?.answers[Number(e.key) - 1])),
    undo: (e) => (e.repeat ? false : takeBack()),
  });
  const words = next && CARE_WORDS[next.task];
  const ash = ashWords(plan.knowledge.ash, plan.practice);
  const isDue = next !== null && next.dueMs <= nowMs;
  // What is due is called out where this device speaks: with a tone, and again for the next.
  const voice = useVoice(isDue && words ? words.ask : null, isDue ? 0 : null);
  return (
    <div className="mx-auto max-w-[1180px]">
      <div className="flex flex-wrap items-baseline gap-x-5">
        {voice.can && <VoiceButton voice={voice} label="Call out what is due" className="order-last ml-auto" />}
        <h1 className="text-[26px]">Poured in {clock(pouredS)}</h1>
        <p className="text-[17px] text-muted">
          Gear stays on until the washing-up is done: raw batter and the mould stay caustic.
        </p>
      </div>
      {next && words ? (
        <section aria-labelledby="care-now" className="mt-4">
          <p className={`text-[20px] ${isDue ? "font-semibold text-amber" : "text-muted"}`} role="status">
            {isDue && <BellRing size={22} className="mr-1.5 inline align-[-4px]" aria-hidden="true" />}
            {whenDue(next.dueMs, nowMs)}
          </p>
          <h2 id="care-now" className="text-[clamp(36px,4.6vw,58px)] leading-[1.05]">
            {words.ask}
          </h2>
          <p className="mt-2 max-w-3xl text-[21px] leading-snug">
            {words.detail} {nightWords(next.task, next.dueMs)}
          </p>
          {ash && ASH_TASKS.has(next.task) && <p className="mt-1 text-[17px] text-muted">{ash}</p>}
          {next.window && <p className="mt-1 text-[17px] text-muted">{windowWords(next.window, nowMs)}</p>}
          <div className="mt-4 flex flex-wrap gap-2.5">
            <CareAnswers {...{ next, isDue, firstKey: 1, onAnswer: answer }} size="bench" />
          </div>
        </section>
      ) : (
        <p className="mt-4 text-[22px]">
          {steps.length === 0
            ? "The hours of this batch are not known: its formula cannot be worked out."
            : "Cut. Now it cures: turn the bars, keep air around them, test one before use."}
        </p>
      )}
      {steps.length > 0 && <LongClock steps={steps} finishedMs={Date.parse(plan.record.finishedAt!)} nowMs={nowMs} />}
      <p className="mt-5 flex flex-wrap gap-3">
        <a className="button !min-h-16 px-6 text-[19px]" href={`/batches/${id}/cut-day`}>
          The day of the cut
        </a>
        <a className="button !min-h-16 px-6 text-[19px]" href={`/batches/${id}/book`}>
          To the book
        </a>
        {lastAnswer && (
          <button type="button" className="button !min-h-16 px-6 text-[19px]" onClick={takeBack}>
            Undo “{CARE_WORDS[lastAnswer.task].did}” <KeyHint of={CARE_KEYS.undo} className="phone:hidden" />
          </button>
        )}
        {!lastAnswer && (
          <button type="button" className="button !min-h-16 px-6 text-[19px]" onClick={onUndoPour}>
            Undo the last step
          </button>
        )}
      </p>
    </div>
  );
}
