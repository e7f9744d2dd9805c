import { additiveKnowledge, formulaKnowledge, type KeptLesson, paceKnowledge } from "../clock/knowledge";
import { ashKnowledge } from "../cure/ash";
import { firmKnowledge } from "../cure/firmness";
import type { Batter, Knowledge } from "../document/schema";
import { handKnowledge, hueKnowledge } from "../hand/knowledge";

const byBatter = <T>(
  batters: readonly Pick<Batter, "id" | "formulaRef">[],
  of: (formulaId: string | null) => T | null,
) =>
  Object.fromEntries(
    batters.flatMap((b) => {
      const known = of(b.formulaRef?.formulaId ?? null);
      return known ? [[b.id, known] as const] : [];
    }),
  );

/** All that own batches have taught by now, as a batch of these batters keeps it. */
export function knowledgeNow(
  batters: readonly Pick<Batter, "id" | "formulaRef">[],
  lessons: readonly KeptLesson[],
): Knowledge {
  return {
    formulas: byBatter(batters, (id) => (id === null ? null : formulaKnowledge(id, lessons))),
    additives: additiveKnowledge(lessons),
    pace: paceKnowledge(lessons),
    firm: byBatter(batters, (id) => {
      const known = firmKnowledge(id, lessons);
      return known && { mean: known.mean, sd: known.sd };
    }),
    ash: ashKnowledge(lessons),
    hand: handKnowledge(lessons),
    hues: hueKnowledge(lessons),
  };
}
