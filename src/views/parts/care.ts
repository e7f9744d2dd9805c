import { format } from "date-fns";

/** "16:30", with its day where that is another. */
export const atTime = (ms: number, nowMs: number): string => {
  const isToday = format(ms, "yyyy-MM-dd") === format(nowMs, "yyyy-MM-dd");
  return format(ms, isToday ? "H:mm" : "EEE d MMM, H:mm");
};

const MIN_MS = 60_000;

/** What is due now, or when. */
export function whenDue(dueMs: number, nowMs: number): string {
  if (dueMs <= nowMs) return nowMs - dueMs < 2 * MIN_MS ? "due now" : `due since ${atTime(dueMs, nowMs)}`;
  const min = Math.round((dueMs - nowMs) / MIN_MS);
  return `${atTime(dueMs, nowMs)}, in ${min < 90 ? `${min} min` : `${Math.round(min / 60)} h`}`;
}
