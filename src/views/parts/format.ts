export const percent = (v: number, decimals = 1) => `${Number(v.toFixed(decimals))} %`;

/** 642 s -> "10:42". */
export function clock(seconds: number): string {
  const s = Math.max(0, Math.floor(seconds));
  const minutes = Math.floor(s / 60);
  const hours = Math.floor(minutes / 60);
  const mm = hours ? String(minutes % 60).padStart(2, "0") : String(minutes);
  return `${hours ? `${hours}:` : ""}${mm}:${String(s % 60).padStart(2, "0")}`;
}

/** Whole minutes from 3 min on, else seconds. */
export const span = (seconds: number): string =>
  Math.abs(seconds) < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
