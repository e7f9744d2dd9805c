import type { Plan } from "../../core/document/schema";
import { areLessonsStale, countingPhotos } from "../../core/hand/batchPhotos";
import { HAND_SPREAD } from "../../core/hand/knowledge";
import { usualTraining } from "../../core/hand/training";
import { factorWords, HAND_WORDS, NINE_IN_TEN } from "../../core/hand/words";
import type { HueLesson } from "../../core/photo/photoSchema";
import type { HandConstant } from "../../core/techniques/hand";
import { KeyHint } from "../keys/KeyHint";
import { PHOTO_KEYS } from "../keys/screens";
import { Section } from "../parts/Section";

/** A constant after one batch, from its lesson and what is believed of any hand. */
function after(constant: HandConstant, lesson: { mean: number; precision: number }): string {
  const prior = 1 / HAND_SPREAD[constant] ** 2;
  const precision = prior + lesson.precision;
  return factorWords((lesson.mean * lesson.precision) / precision, 1 / Math.sqrt(precision));
}

/** "as its patch, within 4 of 100 in lightness", "lighter than its patch by 6 of 100 (give or take 4)". */
function cured({ offset: [l], sd }: HueLesson): string {
  const within = (100 * NINE_IN_TEN * sd).toFixed(0);
  if (Math.abs(l) < NINE_IN_TEN * sd) return `as its patch, within ${within} of 100 in lightness`;
  return `${l > 0 ? "lighter" : "darker"} than its patch by ${Math.abs(100 * l).toFixed(0)} of 100 (give or take ${within})`;
}

/** What the photos of this batch teach: worked out when it is asked for. */
export function Taught({
  plan,
  names,
  share,
  onLearn,
  onStop,
}: {
  plan: Plan;
  /** Names of colourants of the library by id. */
  names: ReadonlyMap<string, string>;
  share: number | null;
  onLearn(): void;
  onStop(): void;
}) {
  // Of several moulds the first that was photographed is worked out.
  const counting = countingPhotos(plan).filter((p, _, all) => p.bar.mouldId === all[0].bar.mouldId);
  const told = plan.record.photoLessons;
  const isStale = areLessonsStale(plan);
  const bars = counting.length === 1 ? "1 bar" : `${counting.length} bars`;
  return (
    <Section head="What they teach" headClass="text-[19px]" className="mt-4">
      {told && (
        <ul
          className={`mt-1 grid gap-1 [&>li]:first-letter:uppercase ${isStale ? "text-muted" : ""}`}
          data-testid="taught"
        >
          {told.hand.map(({ constant, ...lesson }) => (
            <li key={constant}>
              {HAND_WORDS[constant]}: <strong>{after(constant, lesson)}</strong>
            </li>
          ))}
          {told.hand.length === 0 && <li>Nothing of your hand: this design, or so few bars, do not tell it.</li>}
          {told.hues.map((h) => (
            <li key={h.colourantId}>
              {names.get(h.colourantId) ?? "a colourant"} cured <strong>{cured(h)}</strong>
            </li>
          ))}
        </ul>
      )}
      {isStale && told && <p className="mt-1 text-[13px] text-amber">Of other photos than those that count now.</p>}
      {share === null ? (
        <button
          type="button"
          className={`button mt-2 !min-h-[46px] ${counting.length > 0 && isStale ? "button-main" : ""}`}
          disabled={counting.length === 0}
          onClick={onLearn}
        >
          {told ? "Work it out again" : "Work out what they teach"} <KeyHint of={PHOTO_KEYS.learn} />
        </button>
      ) : (
        <p className="mt-2 flex items-center gap-3">
          <progress max={1} value={share} className="h-3 flex-1" aria-label="How far it is" />
          <span className="w-12 text-right">{Math.round(100 * share)} %</span>
          <button type="button" className="button" onClick={onStop}>
            Stop
          </button>
        </p>
      )}
      <p className="mt-1 text-[13px] text-muted">
        {counting.length === 0
          ? "No photo counts yet: one that is measured, of a bar, and not left out."
          : `From ${bars}: ${usualTraining(counting.length).draws} imagined hands pour this batch as you did, and those whose bars look like yours tell how yours pours. It takes a minute or two.`}{" "}
        Brackets hold nine cases in ten. With “Close the batch and learn from it” in the book the next prediction goes
        by it.
      </p>
    </Section>
  );
}
