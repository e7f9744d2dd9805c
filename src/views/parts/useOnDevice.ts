import { useEffect, useState } from "react";

/**
 * A choice that belongs to this device and stays on it: known once the page is alive, the first of the options until then.
 * @param key what it is kept under @param options all that it may be
 */
export function useOnDevice<V extends string>(key: string, options: readonly [V, ...V[]]): [V, (value: V) => void] {
  const [value, setValue] = useState<V>(options[0]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once
  useEffect(() => {
    try {
      const kept = options.find((o) => o === localStorage.getItem(`tundish:${key}`));
      if (kept) setValue(kept);
    } catch {
      // A forbidden browser store keeps nothing.
    }
  }, []);
  return [
    value,
    (next) => {
      setValue(next);
      try {
        localStorage.setItem(`tundish:${key}`, next);
      } catch {
        // Only this page remembers it then.
      }
    },
  ];
}
