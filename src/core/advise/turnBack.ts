import { type Chances, GRID_POINTS } from "../clock/chance";
import type { Plan } from "../document/schema";
import type { ScheduledStep, Timeline } from "../prepare/timeline";
import { RESCUES, type RescueId } from "../techniques/families/family";
import { FAMILIES } from "../techniques/families/registry";

/** Steps under this chance are risky; and the part of a fallback's own time that batter still has to move in before it must have begun. */
const [RISKY_BELOW, BEGUN_SHARE] = [0.9, 0.5];

/** The moment by which a risky step must be given up for its best fallback, while that still has 80 %. */
export interface TurnBack {
  stepId: string;
  rescue: RescueId;
  words: string;
  /** Latest moment to turn, s since first contact. */
  latestS: number;
  /** Portion whose thickness decides. */
  portionId: string;
}

/** Between middle and high edge lies what eight in ten cases keep, this far up. */
const PROMISED = 0.66;

/** When a ribbon's upper band (90 % are thinner: here its high edge) reaches a thickness, s; the 80 % promise is read between middle and high. */
function reaches(chances: Chances, id: string, trace: number): number | null {
  const band = chances.bands.find((b) => b.id === id);
  if (!band) return null;
  for (let k = 1; k < band.high.length; k++) {
    const promised = band.mid[k] + PROMISED * (band.high[k] - band.mid[k]);
    if (Number.isNaN(promised) || promised < trace) continue;
    const before = band.mid[k - 1] + PROMISED * (band.high[k - 1] - band.mid[k - 1]);
    const share = Number.isNaN(before) || promised === before ? 1 : (trace - before) / (promised - before);
    return chances.gridS * (k - 1 + Math.min(1, Math.max(0, share)));
  }
  return null;
}

/** A wider tool helps what is drawn, fewer lanes what is filled into them; the others help any step. */
function fits(plan: Plan, rescue: RescueId, step: ScheduledStep): boolean {
  const kind = plan.operations.find((o) => o.id === step.operationId)?.kind;
  if (rescue === "wider-tool") return kind === "stroke" || kind === "wire" || kind === "comb";
  if (rescue === "fewer-lanes") return kind === "compartment";
  return true;
}

/** First fallback of the family that can still be begun after the step was due, else the one that lasts longest. */
function turnBackOf(plan: Plan, chances: Chances, step: ScheduledStep): TurnBack | null {
  let best: TurnBack | null = null;
  for (const rescue of FAMILIES[plan.design.family].rescues) {
    if (!fits(plan, rescue, step)) continue;
    const { words, high, takesS } = RESCUES[rescue];
    let latestS = Number.POSITIVE_INFINITY;
    let portionId = step.portionIds[0];
    for (const id of step.portionIds) {
      const at = reaches(chances, id, high);
      if (at !== null && at < latestS) {
        latestS = at;
        portionId = id;
      }
    }
    if (!Number.isFinite(latestS))
      return { stepId: step.id, rescue, words, latestS: chances.gridS * (GRID_POINTS + 1), portionId };
    const candidate = {
      stepId: step.id,
      rescue,
      words,
      latestS: Math.max(0, latestS - BEGUN_SHARE * takesS),
      portionId,
    };
    if (candidate.latestS >= step.startS) return candidate;
    if (!best || candidate.latestS > best.latestS) best = candidate;
  }
  return best;
}

/** Turn-back points of the steps that are risky, one per deciding portion and fallback, the earliest first. */
export function turnBacks(plan: Plan, timeline: Timeline, chances: Chances): TurnBack[] {
  const byId = new Map(chances.steps.map((s) => [s.stepId, s]));
  const found = timeline.steps.flatMap((step) => {
    const c = byId.get(step.id);
    if (!step.window || !step.isMust || step.done || !c || c.chance === null || c.chance >= RISKY_BELOW) return [];
    return turnBackOf(plan, chances, step) ?? [];
  });
  const seen = new Set<string>();
  return found
    .sort((a, b) => a.latestS - b.latestS)
    .filter((t) => {
      const key = `${t.portionId}:${t.rescue}`;
      if (seen.has(key)) return false;
      seen.add(key);
      return true;
    });
}
