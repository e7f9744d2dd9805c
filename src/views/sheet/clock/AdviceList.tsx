import type { Advice } from "../../../core/advise/advice";
import type { TurnBack } from "../../../core/advise/turnBack";
import type { Plan } from "../../../core/document/schema";
import type { Timeline } from "../../../core/prepare/timeline";
import { stepName } from "../../../core/prepare/words";
import { clock } from "../../parts/format";

interface Props {
  plan: Plan;
  timeline: Timeline;
  /** What was worked out beside the page. */
  clock: { advice: readonly Advice[] | null; progress: number | null; turnBacks: readonly TurnBack[] };
  disabled: boolean;
  onApply: (advice: Advice) => void;
}

/** What would help most, each with the chance that it leads to and its cost, one press away; and where to turn back. */
export function AdviceList({ plan, timeline, clock: { advice, progress, turnBacks }, disabled, onApply }: Props) {
  return (
    <div className="grid h-[180px] grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-6">
      <section aria-label="What would help" className="scroll-quiet overflow-y-auto">
        {progress !== null && (
          <p role="status" className="text-muted">
            Trying changes on the same imagined pours… {Math.round(100 * progress)} %
          </p>
        )}
        {advice?.length === 0 && progress === null && (
          <p>Nothing that is tried helps worth speaking of: the plan is as good as its batter lets it be.</p>
        )}
        <ul>
          {advice?.map((a) => (
            <li key={a.id} className="flex items-baseline gap-3 border-b border-rule/60 py-1">
              <strong className="w-[72px] whitespace-nowrap text-right text-leaf" title="chance of the whole design">
                {a.gain >= 0.005 ? (a.chance > 0.995 ? "over 99 %" : `to ${Math.round(100 * a.chance)} %`) : "same"}
              </strong>
              <span className="w-20 whitespace-nowrap text-right text-muted">
                {a.minutes === null ? "" : `${a.minutes >= 0 ? "+" : "−"}${Math.abs(a.minutes).toFixed(1)} min`}
              </span>
              <span className="min-w-0 flex-1">
                <strong>{a.words[0].toUpperCase() + a.words.slice(1)}</strong>
                <span className="text-muted">; costs: {a.cost}</span>
                {(a.parts.length > 1 || a.id === "best") && (
                  <ol className="ml-5 list-decimal">
                    {a.parts.map((part) => (
                      <li key={part}>{part}</li>
                    ))}
                  </ol>
                )}
              </span>
              {!disabled && (
                <button type="button" className="button !min-h-6 narrow:!min-h-[44px] !px-2" onClick={() => onApply(a)}>
                  do it
                </button>
              )}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Where to turn back" className="scroll-quiet overflow-y-auto">
        <h3 className="text-[14px]">Where to turn back</h3>
        {turnBacks.length === 0 && (
          <p className="text-muted">No step is risky: nothing has to be given up beforehand.</p>
        )}
        <ul>
          {turnBacks.map((t) => {
            const step = timeline.steps.find((s) => s.id === t.stepId);
            return (
              <li key={t.stepId + t.rescue} className="border-b border-rule/60 py-1">
                <strong className="text-cut">{clock(t.latestS)}</strong> if{" "}
                {plan.portions.find((p) => p.id === t.portionId)?.name} runs before {step ? stepName(plan, step) : ""}:{" "}
                {t.words} (still has 80 %).
              </li>
            );
          })}
        </ul>
      </section>
    </div>
  );
}
