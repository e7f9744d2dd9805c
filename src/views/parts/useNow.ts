import { useEffect, useState } from "react";

const EVERY_MS = 30_000;

/** The time of this device, twice a minute; null until the page is alive. */
export function useNow(): number | null {
  const [nowMs, setNowMs] = useState<number | null>(null);
  useEffect(() => {
    setNowMs(Date.now());
    const timer = setInterval(() => setNowMs(Date.now()), EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return nowMs;
}
