import type { Plan } from "../document/schema";
import type { ScheduledStep } from "./timeline";

/** Who does a step where two work: whoever pours and draws, whoever weighs, colours and scents, or both at once. */
export const BENCH_HANDS = ["pourer", "helper", "both"] as const;
export type BenchHands = (typeof BENCH_HANDS)[number];
/** One of the two. */
export type Lane = Exclude<BenchHands, "both">;

/** What the helper takes where either could. */
const HELPS: ReadonlySet<ScheduledStep["kind"]> = new Set(["weigh", "colour", "scent", "bring", "fill"]);
const EPSILON_S = 1e-6;

/**
 * Who does what, by step id: each takes the work of their own kind where they are free, and the other's where not, so that nobody does two things at once. Empty where one works alone.
 * @param steps as the clock plays them
 */
export function handsOf(plan: Pick<Plan, "practice">, steps: readonly ScheduledStep[]): Map<string, BenchHands> {
  const hands = new Map<string, BenchHands>();
  if (plan.practice.people === 1) return hands;
  const freeS: Record<Lane, number> = { pourer: Number.NEGATIVE_INFINITY, helper: Number.NEGATIVE_INFINITY };
  // A step stands at its hands from the end of what was waited for.
  const inTime = steps.toSorted((a, b) => a.startS - b.startS || a.endS - b.endS);
  for (const s of inTime) {
    const [wished, other]: [Lane, Lane] = HELPS.has(s.kind) ? ["helper", "pourer"] : ["pourer", "helper"];
    // What is done is as it was: only what is left is shared out, whatever the times at which the rest was said done.
    if (s.done) {
      hands.set(s.id, s.hands === 2 ? "both" : wished);
      continue;
    }
    if (s.hands === 2) {
      hands.set(s.id, "both");
      freeS.pourer = freeS.helper = s.endS;
      continue;
    }
    const isFree = (lane: Lane) => freeS[lane] <= s.startS + EPSILON_S;
    const lane = isFree(wished) || !isFree(other) ? wished : other;
    hands.set(s.id, lane);
    freeS[lane] = Math.max(freeS[lane], s.endS);
  }
  return hands;
}

/** The step at hand of one lane: its first that is not done; null where none is left. `waitsFor`: what must be done before it and is not, by the other. */
export interface AtHand {
  step: ScheduledStep;
  waitsFor: ScheduledStep | null;
}

/** What one of two is to do now. @param lane null: whoever works alone, or looks at both */
export function atHand(
  steps: readonly ScheduledStep[],
  hands: ReadonlyMap<string, BenchHands>,
  lane: Lane | null,
): AtHand | null {
  const isOwn = (s: ScheduledStep) => {
    const who = hands.get(s.id);
    return lane === null || who === undefined || who === lane || who === "both";
  };
  const step = steps.find((s) => !s.done && isOwn(s));
  if (!step) return null;
  const waitsFor = steps.find((s) => !s.done && s.id !== step.id && step.after.includes(s.id)) ?? null;
  return { step, waitsFor };
}
