import type { ReactNode } from "react";
import type { Spread } from "../../core/clock/chance";
import { lastNoted } from "../../core/document/record";
import type { Plan } from "../../core/document/schema";
import { LONG_WAIT_S } from "../../core/prepare/meanwhile";
import { KeyHint } from "../keys/KeyHint";
import type { KeyUse } from "../keys/keymap";
import { POUR_KEYS } from "../keys/screens";
import { clock } from "../parts/format";
import { LANE_WORDS, OtherHands } from "./OtherHands";
import { PourDrawing } from "./PourDrawing";
import type { PourActs } from "./pourActs";
import { SplitHint } from "./SplitHint";
import type { Pour } from "./usePour";
import { Waiting } from "./Waiting";

interface Props {
  plan: Plan;
  pour: Pour;
  /** When the step may begin, as far as the clock knows. */
  range: Spread | null;
  /** Says why each step is done. */
  isLearner: boolean;
  acts: PourActs;
  /** Shown over the drawing while a check or a note is being made. */
  pad: ReactNode;
  /** Shown in place of all but the instruction's title: the scale needs the room. */
  scale: ReactNode;
}

function BigButton({
  label,
  hotkey,
  onPress,
  main = false,
  disabled = false,
}: {
  label: string;
  hotkey: KeyUse;
  onPress: () => void;
  main?: boolean;
  disabled?: boolean;
}) {
  return (
    <button
      type="button"
      className={`button !min-h-[74px] flex-1 justify-center whitespace-nowrap !rounded-lg !border-2 !gap-1.5 !px-1 text-[18px] phone:!px-1 phone:text-[17px] ${main ? "button-main phone:order-last phone:!min-h-[88px] phone:!basis-full phone:!text-[26px]" : "phone:!min-h-[64px] phone:!basis-[30%]"}`}
      disabled={disabled}
      onClick={onPress}
      onKeyDown={(e) => e.key === " " && e.preventDefault()}
      onKeyUp={(e) => e.key === " " && e.preventDefault()}
    >
      {label} <KeyHint of={hotkey} className="py-0.5 text-[14px] phone:hidden" />
    </button>
  );
}

/** The instruction at hand, its drawing and timer, and the big buttons. */
export function NowPanel({ plan, pour, range, isLearner, acts, pad, scale }: Props) {
  const step = pour.current!;
  const instruction = pour.derived.instructions.get(step.id)!;
  const operation = plan.operations.find((o) => o.id === step.operationId);
  const startedS = plan.record.events.reduce(
    (last, e) => (e.kind === "stepDone" || e.kind === "replanned" ? e.atS : last),
    0,
  );
  const inStepS = pour.nowS - startedS;
  const portion = plan.portions.find((p) => p.id === step.portionIds[0]);
  const waitS = step.window ? Math.max(0, step.startS - pour.nowS) : 0;
  const isLong = waitS >= LONG_WAIT_S && step.blendS <= 2 && !step.isStirred;
  const share = Math.min(1, inStepS / Math.max(1, step.durationS));

  if (scale)
    return (
      <section className="flex min-h-0 flex-col overflow-y-auto px-7 py-5 phone:px-4 phone:py-2">
        <p className="mb-4 text-[20px] phone:mb-1 phone:text-[16px]">
          <span className="text-muted">now: </span>
          <strong data-testid="instruction">{instruction.title}</strong>
        </p>
        {scale}
      </section>
    );
  return (
    <section className="flex min-h-0 flex-col px-7 py-5" aria-live="polite">
      <p className="text-[18px] text-muted">
        now{pour.who ? `, ${pour.who === "both" ? "both of you" : LANE_WORDS[pour.who]}` : ""}
      </p>
      <h2 className="text-balance text-[clamp(40px,5vw,64px)] leading-[1.05]" data-testid="instruction">
        {instruction.title}
      </h2>
      <p className={`mt-2 text-[25px] leading-snug ${pad ? "phone:hidden" : ""}`}>{instruction.detail}</p>
      {instruction.own && (
        <p className="mt-2 border-l-4 border-leaf pl-3 text-[25px] font-semibold leading-snug">“{instruction.own}”</p>
      )}
      {isLearner && instruction.why && !pad && (
        <p className="mt-2 text-[19px] leading-snug text-muted">Why: {instruction.why}</p>
      )}
      {pour.waitsFor && (
        <p className="notice-amber mt-3 text-[20px]">
          Wait for the other: first <strong>{pour.derived.instructions.get(pour.waitsFor.id)?.title}</strong>.
        </p>
      )}
      {step.blendS > 2 && (
        <p className="notice-amber mt-3 text-[20px]">
          Too thin for it, and waiting would lose another cup: first blend {portion?.name} up, short pulses, about{" "}
          <strong>{Math.round(step.blendS)} s</strong>.
        </p>
      )}
      {step.isStirred && (
        <p className="notice-amber mt-3 text-[20px]">
          A little thick by now: stir {portion?.name} firmly first. It loosens for a minute.
        </p>
      )}
      {waitS > 2 && !isLong && step.blendS <= 2 && !step.isStirred && (
        <p className="notice-amber mt-3 text-[20px]">
          Not yet: {portion?.name} is still too thin. Stir by hand and wait about <strong>{clock(waitS)}</strong>.
        </p>
      )}
      <div className={pad ? "phone:hidden" : ""}>
        <SplitHint plan={plan} pour={pour} />
      </div>
      {step.missed && (
        <p className="notice-cut mt-3 text-[20px]">
          <strong>{step.missed === "too thick" ? "Thickening ahead of the plan" : "Still too thin"}:</strong>{" "}
          {step.missed === "too thick" ? step.window!.tooThick : step.window!.tooThin}.
        </p>
      )}
      {instruction.caution && (
        <p className="mt-3 border-l-4 border-cut pl-3 text-[18px] leading-snug">{instruction.caution}</p>
      )}
      <div
        className={`flex min-h-0 flex-1 gap-8 overflow-y-auto py-3 max-sm:flex-wrap max-sm:gap-3 ${isLong ? "items-start" : "items-center"}`}
      >
        {pad || (
          <>
            {operation && (
              <PourDrawing
                plan={plan}
                derived={pour.derived}
                operation={operation}
                doneIds={new Set(pour.derived.timeline!.steps.filter((s) => s.done).map((s) => s.id))}
              />
            )}
            {isLong ? (
              <Waiting plan={plan} pour={pour} waitS={waitS} range={range} onDollop={() => acts.dollop?.()} />
            ) : (
              <div className="min-w-0 flex-1">
                <p className="text-[18px] text-muted">in this step</p>
                <p className="font-head text-[44px] font-semibold leading-none">
                  {clock(inStepS)} <span className="text-[26px]">of about {clock(step.durationS)}</span>
                </p>
                <div className="mt-3 h-6 max-w-[480px] overflow-hidden rounded border-2 border-ink" aria-hidden="true">
                  <div className="h-full bg-ink" style={{ width: `${100 * share}%` }} />
                </div>
                {acts.dollop && (
                  <button
                    type="button"
                    className="button mt-3 !min-h-[64px] px-5 text-[19px]"
                    onClick={() => acts.dollop?.()}
                  >
                    A trial dollop <KeyHint of={POUR_KEYS.dollop} className="phone:hidden" />
                  </button>
                )}
              </div>
            )}
          </>
        )}
      </div>
      {pour.beside && !pad && <OtherHands pour={pour} beside={pour.beside.atHand} lane={pour.beside.lane} />}
      <div
        className={`flex gap-2 narrow:sticky narrow:bottom-0 narrow:z-10 narrow:-mx-1 narrow:bg-sheet narrow:px-1 narrow:py-2 phone:flex-wrap phone:gap-2 ${pad ? "phone:hidden" : ""}`}
      >
        <BigButton main label="Done" hotkey={POUR_KEYS.done} onPress={pour.stepDone} />
        <BigButton label="Trace check" hotkey={POUR_KEYS.check} onPress={acts.check} />
        <BigButton label="I see…" hotkey={POUR_KEYS.see} onPress={acts.see} />
        <BigButton label="Scale" hotkey={POUR_KEYS.measure} onPress={acts.measure} />
        <BigButton label="Differently" hotkey={POUR_KEYS.note} onPress={acts.note} />
        <BigButton label="Undo" hotkey={POUR_KEYS.undo} disabled={lastNoted(plan) === null} onPress={pour.undo} />
      </div>
    </section>
  );
}
