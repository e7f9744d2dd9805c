import type { Plan } from "../../core/document/schema";
import { Section } from "../parts/Section";
import type { OpenBatch } from "../parts/useBatch";

const RATINGS = [
  [1, "a lump"],
  [2, "soap, not the plan"],
  [3, "fair"],
  [4, "good"],
  [5, "as it should be"],
] as const;

/** Rating and words for the next time. */
export function Verdict({ batch }: { batch: OpenBatch }) {
  const { record } = batch.plan;
  const isPoured = record.finishedAt !== null;
  const rate = (rating: Plan["record"]["rating"]) => batch.judge({ rating: record.rating === rating ? null : rating });
  return (
    <Section head="Verdict" headClass="text-[19px]">
      {!isPoured && (
        <p className="mt-2 text-muted">
          After the pour, and again at the cut: how did it come out, and what next time?
        </p>
      )}
      {isPoured && (
        <>
          <div role="radiogroup" aria-label="Rating" className="mt-2 grid gap-1">
            {RATINGS.map(([value, words]) => (
              // biome-ignore lint/a11y/useSemanticElements: pressing the chosen one again takes the rating back, which a radio input cannot
              <button
                key={value}
                type="button"
                role="radio"
                aria-checked={record.rating === value}
                className={`flex h-8 items-center gap-3 rounded border-[1.5px] px-2 text-left ${record.rating === value ? "border-ink bg-ink text-sheet" : "border-rule"}`}
                onClick={() => rate(value)}
              >
                <span className="w-5 font-head font-semibold">{value}</span> {words}
              </button>
            ))}
          </div>
          <label htmlFor="verdict" className="mt-4 block text-muted">
            Colours true? Lines fine or chunky? Air, ash, soft spots? What would you change?
          </label>
          <textarea
            id="verdict"
            className="field mt-1 !h-48 w-full !p-2"
            value={record.verdict}
            onChange={(e) => {
              batch.judge({ verdict: e.currentTarget.value });
            }}
          />
        </>
      )}
    </Section>
  );
}
