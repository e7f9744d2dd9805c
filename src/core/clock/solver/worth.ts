import { gradeOf } from "../../techniques/traceWindow";
import type { Played } from "../play";
import type { Program } from "../program";

/** What an order is worth on the deterministic run: compared by steps missed, then quality, then slack. */
export interface Worth {
  /** Sum of 1 - grade over the steps that must meet their window; less is better. */
  missed: number;
  /** Sum of grades over all steps with a window. */
  quality: number;
  /** Trace left from the thickest cup to the upper edge of the window, at the worst of the must-steps; infinite without any. */
  slack: number;
}

const SAME = 1e-9;
/** Trace by which slack must be better to count in the search: a twentieth of a step, which nobody sees. */
export const SLACK_COUNTS = 0.05;

/** Below zero where `a` is worth more than `b`; figures closer than rounding are the same. */
export function compareWorth(a: Worth, b: Worth): number {
  if (Math.abs(a.missed - b.missed) > SAME) return a.missed - b.missed;
  if (Math.abs(a.quality - b.quality) > SAME) return b.quality - a.quality;
  if (a.slack === b.slack || Math.abs(a.slack - b.slack) <= SAME) return 0;
  return b.slack - a.slack;
}

/** How a played program does over all its steps. */
export function worthOf(program: Program, out: Played): Worth {
  const worth: Worth = { missed: 0, quality: 0, slack: Number.POSITIVE_INFINITY };
  for (let i = 0; i < program.steps.length; i++) {
    const { window, isMust } = program.steps[i];
    if (!window) continue;
    const grade = gradeOf(window.low, window.high, out.startTrace[i], out.endTrace[i]);
    worth.quality += grade;
    if (!isMust) continue;
    worth.missed += 1 - grade;
    worth.slack = Math.min(worth.slack, window.high - out.thickest[i]);
  }
  return worth;
}

/** True where a worth that is no more than `bound` may be better than `best` by what counts. */
export function mayBeat(bound: Worth, best: Worth): boolean {
  if (Math.abs(bound.missed - best.missed) > SAME) return bound.missed < best.missed;
  if (Math.abs(bound.quality - best.quality) > SAME) return bound.quality > best.quality;
  return bound.slack > best.slack + SLACK_COUNTS;
}
