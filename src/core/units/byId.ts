/** Lists longer than this are looked up in an index of their own. */
const SHORT = 12;
const indexes = new WeakMap<readonly { id: string }[], Map<string, { id: string }>>();

/**
 * The row of a list by its id. Lists are never changed in place, so that the index of a long one holds as long as the list.
 * @throws where there is none: a checked document names no line that it lacks
 */
export function byId<T extends { id: string }>(rows: readonly T[], id: string): T {
  const found = rows.length <= SHORT ? rows.find((r) => r.id === id) : indexOf(rows).get(id);
  if (!found) throw new Error(`no row is called ${id}`);
  return found;
}

function indexOf<T extends { id: string }>(rows: readonly T[]): Map<string, T> {
  let index = indexes.get(rows) as Map<string, T> | undefined;
  if (!index) {
    index = new Map(rows.map((r) => [r.id, r]));
    indexes.set(rows, index);
  }
  return index;
}
