import { useEffect, useState } from "react";
import type { Plan } from "../../core/document/schema";
import { isOn } from "../../core/document/underway";

const TICK_S = 10;
const MS = 1000;

/** Seconds since first contact while a pour is on, in steps of ten; undefined before and after it. */
export function useSince(plan: Plan): number | undefined {
  const since = isOn(plan) ? plan.record.startedAt : null;
  const [nowMs, setNow] = useState<number | null>(null);
  useEffect(() => {
    if (since === null) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_S * MS);
    return () => clearInterval(timer);
  }, [since]);
  if (since === null || nowMs === null) return undefined;
  return Math.max(0, Math.floor((nowMs - Date.parse(since)) / (TICK_S * MS)) * TICK_S);
}
