/** Deepest nesting that is read: a batch document has nine levels. */
const DEEPEST = 64;

/** A JSON value, or why the text is none that is read here. */
export type ParsedJson = { ok: true; value: unknown } | { ok: false; message: string };

/** True where brackets and braces outside of strings nest deeper than `deepest`. */
function nestsDeeper(text: string, deepest: number): boolean {
  let depth = 0;
  let isInString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (isInString) {
      if (c === 92) i++;
      else if (c === 34) isInString = false;
    } else if (c === 34) isInString = true;
    else if (c === 91 || c === 123) {
      if (++depth > deepest) return true;
    } else if (c === 93 || c === 125) depth--;
  }
  return false;
}

/** Reads JSON text. Never throws; what nests so deep that walking it could exhaust the stack is refused. */
export function parseJson(text: string): ParsedJson {
  if (nestsDeeper(text, DEEPEST)) return { ok: false, message: `nests deeper than ${DEEPEST} levels` };
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch (error) {
    return { ok: false, message: `is not JSON: ${(error as Error).message}` };
  }
}
