import type { CareStep } from "../../core/cure/aftercare";
import type { CareTask } from "../../core/cure/careSchema";
import { format } from "./dates";

/** "16:30", with its day where that is another. */
export const atTime = (ms: number, nowMs: number): string => {
  const isToday = format(ms, "yyyy-MM-dd") === format(nowMs, "yyyy-MM-dd");
  return format(ms, isToday ? "H:mm" : "EEE d MMM, H:mm");
};

/** The window of unmoulding or cutting in words. */
export const windowWords = ({ fromMs, bestMs, toMs }: NonNullable<CareStep["window"]>, nowMs: number): string =>
  `From about ${atTime(fromMs, nowMs)}, best ${atTime(bestMs, nowMs)}, until about ${atTime(toMs, nowMs)}. An estimate: the soap decides.`;

const MIN_MS = 60_000;

/** What is due now, or when. */
export function whenDue(dueMs: number, nowMs: number): string {
  if (dueMs <= nowMs) return nowMs - dueMs < 2 * MIN_MS ? "due now" : `due since ${atTime(dueMs, nowMs)}`;
  const min = Math.round((dueMs - nowMs) / MIN_MS);
  return `${atTime(dueMs, nowMs)}, in ${min < 90 ? `${min} min` : `${Math.round(min / 60)} h`}`;
}

/** Hours in which people sleep, and what can wait for them. */
const NIGHT = { fromH: 22, toH: 6 } as const;
const WAITS_A_NIGHT: ReadonlySet<CareTask> = new Set(["uncover", "unmould", "cut"]);

/** What is said where something that can wait falls into the night; empty where it does not. */
export function nightWords(task: CareTask, dueMs: number): string {
  const hour = new Date(dueMs).getHours();
  const isNight = hour >= NIGHT.fromH || hour < NIGHT.toH;
  return isNight && WAITS_A_NIGHT.has(task) ? "It falls into the night: the morning after will do." : "";
}
