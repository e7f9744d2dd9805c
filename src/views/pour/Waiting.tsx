import type { Spread } from "../../core/clock/chance";
import type { Plan } from "../../core/document/schema";
import { meanwhile } from "../../core/prepare/meanwhile";
import { KeyHint } from "../keys/KeyHint";
import { POUR_KEYS } from "../keys/screens";
import { clock } from "../parts/format";
import type { Pour } from "./usePour";

interface Props {
  plan: Plan;
  pour: Pour;
  /** How long the step at hand is still waited for, s. */
  waitS: number;
  /** When it may begin, as far as the clock knows; null while that is worked out. */
  range: Spread | null;
  onDollop: () => void;
}

const minute = (s: number): string => `${Math.round(s / 60)}`;

/** A long wait: when the batter stands, how long that is, and what to do until then. */
export function Waiting({ plan, pour, waitS, range, onDollop }: Props) {
  const step = pour.current!;
  const name = plan.portions.find((p) => p.id === step.portionIds[0])?.name ?? "The batter";
  const todo = meanwhile(plan, pour.derived.timeline!.steps, step, waitS);
  const lowS = range ? Math.max(range.low, pour.nowS) : null;
  return (
    <section aria-label="Waiting" className="min-w-0 flex-1">
      <p className="text-[20px]" data-testid="stands-at">
        {step.portionIds.length > 1 ? "The top" : name} stands at about minute{" "}
        <strong>{minute(pour.nowS + waitS)}</strong>
        {lowS !== null && range ? ` (${minute(lowS)} to ${minute(Math.max(range.high, pour.nowS + waitS))})` : ""}
      </p>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <p className="font-head text-[56px] font-semibold leading-none">
          {clock(waitS)} <span className="text-[24px]">to wait</span>
        </p>
        {step.kind === "pipe" && (
          <button type="button" className="button !min-h-[64px] px-5 text-[19px]" onClick={onDollop}>
            A trial dollop <KeyHint of={POUR_KEYS.dollop} className="phone:hidden" />
          </button>
        )}
      </div>
      {todo.length > 0 && (
        <>
          <h3 className="mt-3 text-[20px]">Meanwhile</h3>
          <ul className="mt-1 grid gap-1 text-[19px] leading-snug">
            {todo.map((words) => (
              <li key={words} className="border-l-4 border-rule pl-3">
                {words}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
