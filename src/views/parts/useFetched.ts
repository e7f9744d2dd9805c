import { useEffect, useState } from "react";

/**
 * A part of the page that is fetched when it is first wanted; where that failed, what asks for it again.
 * @param fetch the same function at every drawing
 */
export function useFetched<P>(isWanted: boolean, fetch: () => Promise<P>) {
  const [Part, setPart] = useState<P | null>(null);
  const [isMissing, setMissing] = useState(false);
  useEffect(() => {
    if (!isWanted || Part || isMissing) return;
    fetch().then(
      (part) => setPart(() => part),
      () => setMissing(true),
    );
  }, [isWanted, Part, isMissing, fetch]);
  return [Part, isMissing ? () => setMissing(false) : null] as const;
}
