/**
 * Path of the first number in plain data (objects, lists, maps) that is not finite, like `steps.3.endS`; null where all are. What is computed of a
 * document is checked with it before it is stored or sent: JSON would turn such a number into null without a word.
 */
export function firstNonFinite(value: unknown, path = ""): string | null {
  if (typeof value === "number") return Number.isFinite(value) ? null : path || "value";
  if (typeof value !== "object" || value === null) return null;
  const entries: Iterable<readonly [unknown, unknown]> =
    value instanceof Map ? value : Array.isArray(value) ? value.entries() : Object.entries(value);
  for (const [key, part] of entries) {
    const found = firstNonFinite(part, path ? `${path}.${String(key)}` : String(key));
    if (found) return found;
  }
  return null;
}
