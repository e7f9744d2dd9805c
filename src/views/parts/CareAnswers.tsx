import { CARE_WORDS, type OpenCare } from "../../core/cure/aftercare";
import type { CareAnswer } from "../../core/cure/careSchema";

const SIZES = {
  board: { button: "!min-h-[68px] px-3 text-[18px]", key: "text-[14px]" },
  bench: { button: "!min-h-[74px] px-4 text-[20px]", key: "text-[15px]" },
} as const;

/** The answers to what is asked after the pour, each with its digit; the first is the one to press once it is due. */
export const CareAnswers = ({
  next,
  isDue,
  firstKey,
  size,
  onAnswer,
}: {
  next: OpenCare;
  isDue: boolean;
  /** Digit of the first answer. */
  firstKey: number;
  size: keyof typeof SIZES;
  onAnswer(answer: CareAnswer): void;
}) =>
  next.answers.map((a, i) => (
    <button
      key={a}
      type="button"
      className={`button flex-1 justify-center whitespace-nowrap !rounded-lg !border-2 phone:!basis-full ${SIZES[size].button} ${i === 0 && isDue ? "button-main" : ""}`}
      onClick={() => onAnswer(a)}
    >
      {CARE_WORDS[next.task].answers[a]}{" "}
      <kbd className={`rounded border border-current px-1.5 font-normal phone:hidden ${SIZES[size].key}`}>
        {(firstKey + i) % 10}
      </kbd>
    </button>
  ));
