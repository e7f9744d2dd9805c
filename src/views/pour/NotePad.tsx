import { DEVIATION_WORDS } from "../../core/advise/deviations";
import type { Question } from "../../core/advise/live";
import { SIGN_WORDS } from "../../core/advise/signs";
import { STAGES, stageName } from "../../core/clock/stages";
import { type CheckAnswer, DEVIATIONS, type Deviation, SIGNS, type Sign } from "../../core/document/logSchema";
import type { Plan } from "../../core/document/schema";
import { vesselName } from "../../core/document/vesselName";
import { DOLLOPS, dollopTrace } from "../../core/techniques/traceWindow";
import { TraceGuideButton } from "../guide/TraceGuide";
import { KeyHint } from "../keys/KeyHint";
import { PAD_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { Spot } from "../parts/Cup";

export type Pad =
  | { kind: "check"; portionId: string | null }
  | { kind: "deviation"; eventId: string }
  | { kind: "question"; question: Question }
  | { kind: "sign" }
  | { kind: "dollop"; portionId: string; expected: number }
  | { kind: "advice"; sign: Sign };

const ANSWER_WORDS: Record<CheckAnswer, { label: string; small: string }> = {
  "as-seen": { label: "it stands so", small: "the clock takes it from there" },
  "false-trace": { label: "stiff fats", small: "cool and dull, it loosens when stirred: no reading" },
  "other-cup": { label: "another cup", small: "not this one: no reading, check again" },
  "blended-longer": { label: "blended longer", small: "noted, so that no scent is blamed" },
};
const ANSWERS = ["as-seen", "false-trace", "other-cup", "blended-longer"] as const;

interface Props {
  pad: Pad;
  plan: Plan;
  /** Batters that are one bowl still: they are looked at as a whole, by batter id. */
  bowls: readonly string[];
  palette: string[];
  onPad: (pad: Pad | null) => void;
  onCheck: (portionId: string, trace: number) => void;
  onDeviation: (eventId: string, what: Deviation) => void;
  onAnswer: (eventId: string, answer: CheckAnswer) => void;
  onSign: (sign: Sign) => void;
  /** It was something that was put in: it is noted with its amount instead. */
  onAdded: (eventId: string) => void;
  /** It is better said in words: they are noted instead. */
  onWords?: (eventId: string) => void;
}

interface Choice {
  label: string;
  small?: string;
  hex?: string;
  take: () => void;
}

/** A few big choices, each on a number key; Escape leaves. */
export function NotePad({
  pad,
  plan,
  palette,
  onPad,
  onCheck,
  onDeviation,
  onAnswer,
  onSign,
  onAdded,
  onWords,
  bowls,
}: Props) {
  const heading =
    pad.kind === "question"
      ? `${vesselName(plan, pad.question.portionId)} was expected at ${stageName(pad.question.expected)}. What was it?`
      : pad.kind === "dollop"
        ? "A dollop out of the bag: what does it do?"
        : pad.kind === "sign"
          ? "What do you see?"
          : pad.kind === "advice"
            ? `Noted: ${SIGN_WORDS[pad.sign].label}`
            : pad.kind === "deviation"
              ? "Noted. What was different?"
              : pad.portionId === null
                ? "Trace check: which cup?"
                : `${vesselName(plan, pad.portionId)}: what do you see?`;
  const choices: Choice[] =
    pad.kind === "question"
      ? ANSWERS.map((answer) => ({
          ...ANSWER_WORDS[answer],
          take: () => onAnswer(pad.question.eventId, answer),
        }))
      : pad.kind === "dollop"
        ? DOLLOPS.map((dollop) => ({
            ...dollop,
            take: () => onCheck(pad.portionId, dollopTrace(dollop, pad.expected)),
          }))
        : pad.kind === "sign"
          ? SIGNS.map((sign) => ({ label: SIGN_WORDS[sign].label, take: () => onSign(sign) }))
          : pad.kind === "advice"
            ? []
            : pad.kind === "deviation"
              ? [
                  ...DEVIATIONS.map((what) => ({
                    label: DEVIATION_WORDS[what],
                    take: () => onDeviation(pad.eventId, what),
                  })),
                  {
                    label: "something added",
                    small: "colour, scent, blending: how much",
                    take: () => onAdded(pad.eventId),
                  },
                  ...(onWords ? [{ label: "in your own words", take: () => onWords(pad.eventId) }] : []),
                ]
              : pad.portionId === null
                ? [
                    ...plan.portions.map((p, i) => ({
                      label: p.name,
                      hex: palette[i],
                      take: () => onPad({ kind: "check", portionId: p.id }),
                    })),
                    ...bowls.map((b) => ({
                      label: vesselName(plan, b),
                      small: "all of it, before it is split",
                      take: () => onPad({ kind: "check", portionId: b }),
                    })),
                  ]
                : STAGES.map((s) => ({
                    label: s.name,
                    small: s.look,
                    take: () => onCheck(pad.portionId!, s.trace),
                  }));

  useKeys(PAD_KEYS, {
    choice: (e) => {
      const choice = e.repeat ? undefined : choices[Number(e.key) - 1];
      return choice ? choice.take() : false;
    },
    leave: () => onPad(null),
  });

  return (
    <section aria-label={heading} className="w-full">
      <div className="flex items-baseline justify-between">
        <h3 className="mr-auto text-[24px]">{heading}</h3>
        {pad.kind === "check" && pad.portionId !== null && (
          <span className="mr-2">
            <TraceGuideButton isLarge />
          </span>
        )}
        <button type="button" className="button !min-h-12" onClick={() => onPad(null)}>
          Leave <KeyHint of={PAD_KEYS.leave} className="text-[13px]" />
        </button>
      </div>
      {pad.kind === "advice" && (
        <p className="notice-amber mt-3 text-[24px] leading-snug" role="status">
          {SIGN_WORDS[pad.sign].advice}
        </p>
      )}
      <div className="mt-3 grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-2.5">
        {choices.map((c, i) => (
          <button
            key={i}
            type="button"
            className="button !min-h-[72px] !items-start !justify-start !rounded-lg !p-2.5 text-left text-[19px]"
            onClick={c.take}
          >
            <kbd className="rounded border border-current px-1.5 text-[14px] font-normal">{i + 1}</kbd>
            <span className="min-w-0">
              <span className="flex items-center gap-1.5">
                {c.hex && <Spot hex={c.hex} size={16} />} {c.label}
              </span>
              {c.small && <span className="block text-[13.5px] font-normal leading-tight">{c.small}</span>}
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
