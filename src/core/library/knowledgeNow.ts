import { additiveKnowledge, formulaKnowledge, paceKnowledge } from "../clock/knowledge";
import { ashKnowledge } from "../cure/ash";
import { firmKnowledge } from "../cure/firmness";
import type { Batter, Knowledge } from "../document/schema";
import { handKnowledge, hueKnowledge } from "../hand/knowledge";
import type { Told } from "../practice/told";

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
export function knowledgeNow(batters: readonly Pick<Batter, "id" | "formulaRef">[], told: readonly Told[]): Knowledge {
  return {
    formulas: byBatter(batters, (id) => (id === null ? null : formulaKnowledge(id, told))),
    additives: additiveKnowledge(told),
    pace: paceKnowledge(told),
    firm: byBatter(batters, (id) => {
      const known = firmKnowledge(id, told);
      return known && { mean: known.mean, sd: known.sd };
    }),
    ash: ashKnowledge(told),
    hand: handKnowledge(told),
    hues: hueKnowledge(told),
  };
}
