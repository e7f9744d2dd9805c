/** A line of a document: an object with an id of its own in a list, and where it stands. */
export interface Line {
  id: string;
  /** Place of the id, e.g. `portions[1].colourants[0].id`. */
  field: string;
  /** Place of the list that it stands in, e.g. `portions[1].colourants`. */
  list: string;
}

/** Lists whose `id` names something else: rows of oils by their kind, ticked lines by what they tick, a design as it once stood, the log behind the record. */
const NOT_LINES: ReadonlySet<string> = new Set(["oilRows", "ticks", "before", "planned", "log"]);

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === "object" && value !== null;

/** Every line of a document, or of a part of one, in the order in which they stand. */
export function linesOf(value: unknown, field = ""): Line[] {
  const lines: Line[] = [];
  addLines(value, field, lines);
  return lines;
}

// Loops over the keys themselves: a document of the largest size holds some ten thousand objects, and this is asked on every keystroke.
function addLines(value: unknown, field: string, lines: Line[]): void {
  if (Array.isArray(value)) {
    for (let i = 0; i < value.length; i++) {
      const item: unknown = value[i];
      if (!isObject(item)) continue;
      const at = `${field}[${i}]`;
      if (typeof item.id === "string") lines.push({ id: item.id, field: `${at}.id`, list: field });
      addLines(item, at, lines);
    }
  } else if (isObject(value)) {
    for (const key in value) {
      const part = value[key];
      if (isObject(part) && !NOT_LINES.has(key)) addLines(part, field ? `${field}.${key}` : key, lines);
    }
  }
}

function eachId(value: object, seen: (id: string) => void): void {
  if (Array.isArray(value)) {
    for (const item of value) if (isObject(item)) eachId(item, seen);
    return;
  }
  const parts = value as Record<string, unknown>;
  if (typeof parts.id === "string") seen(parts.id);
  for (const key in parts) {
    const part = parts[key];
    if (isObject(part)) eachId(part, seen);
  }
}

/** Gives ids that stand nowhere in `within` (a document, a list, several of them), and none twice: the letter and the first number above those in use. */
export function idMaker(within: object): (letter: string) => string {
  const highest = new Map<string, number>();
  eachId(within, (id) => {
    const [, letter, number] = /^([a-z])(\d{1,15})$/.exec(id) ?? [];
    if (letter) highest.set(letter, Math.max(highest.get(letter) ?? 0, Number(number)));
  });
  return (letter) => {
    const next = (highest.get(letter) ?? 0) + 1;
    highest.set(letter, next);
    return `${letter}${next}`;
  };
}

/** Next free id in a document, or in a list alone. */
export const nextId = (within: object, letter: string): string => idMaker(within)(letter);

/**
 * A part to be set into a document (a scent with its parts, a formula with its oils, a cup), with new ids for the lines whose ids `others`, or another
 * list of the part itself, use already. Twins inside one list stay as they are: the check refuses them. `renamed` hears of every change.
 */
export function withOwnIds<T>(
  part: T,
  others: unknown,
  renamed: (list: string, from: string, to: string) => void = () => {},
): T {
  const taken = new Set(linesOf(others).map((l) => l.id));
  const fresh = idMaker([part, others]);
  const letterOf = (id: string) => (/^[a-z]/.test(id) ? id[0] : "x");
  const walk = (value: unknown, field: string): unknown => {
    if (Array.isArray(value)) {
      const before = new Set(taken);
      const named = value.map((item) => {
        if (!isObject(item) || typeof item.id !== "string") return item;
        const id = before.has(item.id) ? fresh(letterOf(item.id)) : item.id;
        if (id !== item.id) renamed(field, item.id, id);
        taken.add(id);
        return id === item.id ? item : { ...item, id };
      });
      return named.map((item, i) => walk(item, `${field}[${i}]`));
    }
    if (!isObject(value)) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [
        key,
        NOT_LINES.has(key) ? inner : walk(inner, field ? `${field}.${key}` : key),
      ]),
    );
  };
  return walk(part, "") as T;
}

/** Lists whose items own further lines, and are named from elsewhere by their ids. */
const OWNERS = ["batters", "portions"] as const;
const NAMED = [...OWNERS, "moulds", "operations", "equipment", "decorations"] as const;

/** A whole document with new ids for those lines inside formulas, cups and the record whose ids stand elsewhere too; what is named keeps its own. */
export function withUniqueLines<D extends object>(
  document: D,
  renamed: (ownerId: unknown, list: string, from: string, to: string) => void = () => {},
): D {
  const parts = document as Record<string, unknown>;
  const items = (list: string) => (Array.isArray(parts[list]) ? (parts[list] as unknown[]) : []);
  const done: unknown[] = [NAMED.map((list) => items(list).map((item) => (isObject(item) ? { id: item.id } : null)))];
  const own = (part: unknown, ownerId: unknown): unknown => {
    const made = withOwnIds(part, done, (list, from, to) => renamed(ownerId, list, from, to));
    done.push(made);
    return made;
  };
  const change: Record<string, unknown> = {};
  for (const list of OWNERS) {
    if (!Array.isArray(parts[list])) continue;
    change[list] = items(list).map((item) => {
      if (!isObject(item) || Array.isArray(item)) return item;
      const { id, ...lines } = item;
      return { id, ...(own(lines, id) as object) };
    });
  }
  if (isObject(parts.record)) change.record = own(parts.record, null);
  return { ...document, ...change };
}
