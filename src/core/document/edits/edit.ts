/** Where in the document: keys and ids, e.g. `["portions", "#p2", "sharePct"]`; `#id` picks an item of a list, `@3` one of a plain list by place. */
export type Path = readonly string[];

/** One small change of a document (a batch, a row of a library), plain JSON. A path that leads nowhere is a failure as a value, not an exception. */
export type Edit =
  | { kind: "set"; path: Path; value: unknown }
  | { kind: "insert"; path: Path; index: number; item: { id: string } }
  | { kind: "remove"; path: Path; id: string }
  | { kind: "move"; path: Path; id: string; index: number }
  | { kind: "all"; edits: readonly Edit[] };

/** The changed document and the edit that undoes it. */
export type EditResult<D> = { ok: true; document: D; inverse: Edit } | { ok: false; reason: string };

type Node = Record<string, unknown> | { id: string }[];

/** Place of a key in a list; -1 when it has none. */
function placeOf(list: readonly unknown[], key: string): number {
  if (key.startsWith("@")) return Number(key.slice(1)) < list.length ? Number(key.slice(1)) : -1;
  return list.findIndex((item) => `#${(item as { id?: string } | null)?.id}` === key);
}

const child = (node: Node, key: string): unknown =>
  Array.isArray(node) ? node[placeOf(node, key)] : (node as Record<string, unknown>)[key];

/** Copies the nodes along a path and replaces its end with `change(end)`; undefined when the path leads nowhere. */
function replaceAt(node: unknown, path: Path, change: (end: unknown) => unknown): unknown {
  if (path.length === 0) return change(node);
  if (typeof node !== "object" || node === null) return undefined;
  const [key, ...rest] = path;
  if (Array.isArray(node)) {
    const index = placeOf(node, key);
    if (index < 0) return undefined;
    const replaced = replaceAt(node[index], rest, change);
    return replaced === undefined ? undefined : node.map((item, i) => (i === index ? replaced : item));
  }
  if (!Object.hasOwn(node, key)) return undefined;
  const replaced = replaceAt((node as Record<string, unknown>)[key], rest, change);
  return replaced === undefined ? undefined : { ...node, [key]: replaced };
}

const listAt = (document: object, path: Path): { id: string }[] | null => {
  const end = path.reduce<unknown>((node, key) => (node ? child(node as Node, key) : undefined), document);
  return Array.isArray(end) ? end : null;
};

/** What stands at a path; undefined where it leads nowhere. */
export const valueAt = (document: object, path: Path): unknown =>
  path.reduce<unknown>(
    (node, key) => (typeof node === "object" && node !== null ? child(node as Node, key) : undefined),
    document,
  );

const nowhere = (path: Path): { ok: false; reason: string } => ({
  ok: false,
  reason: `nothing stands at ${path.join(".")}`,
});

function onList<D extends object>(
  document: D,
  path: Path,
  change: (list: { id: string }[]) => { id: string }[],
  inverse: Edit,
): EditResult<D> {
  const next = replaceAt(document, path, (list) => change(list as { id: string }[]));
  return next === undefined ? nowhere(path) : { ok: true, document: next as D, inverse };
}

/** Applies an edit to a document without changing it. The inverse, applied to the result, gives the plan back. */
export function applyEdit<D extends object>(document: D, edit: Edit): EditResult<D> {
  switch (edit.kind) {
    case "set": {
      let before: unknown;
      const next = replaceAt(document, edit.path, (end) => {
        before = end;
        return edit.value;
      });
      return next === undefined
        ? nowhere(edit.path)
        : { ok: true, document: next as D, inverse: { ...edit, value: before } };
    }
    case "insert": {
      const list = listAt(document, edit.path);
      if (!list) return nowhere(edit.path);
      if (list.some((item) => item.id === edit.item.id))
        return { ok: false, reason: `"${edit.item.id}" stands there already` };
      return onList(document, edit.path, (l) => l.toSpliced(edit.index, 0, edit.item), {
        kind: "remove",
        path: edit.path,
        id: edit.item.id,
      });
    }
    case "remove": {
      const list = listAt(document, edit.path);
      const index = list?.findIndex((item) => item.id === edit.id) ?? -1;
      if (!list || index < 0) return nowhere([...edit.path, `#${edit.id}`]);
      return onList(document, edit.path, (l) => l.toSpliced(index, 1), {
        kind: "insert",
        path: edit.path,
        index,
        item: list[index],
      });
    }
    case "move": {
      const list = listAt(document, edit.path);
      const from = list?.findIndex((item) => item.id === edit.id) ?? -1;
      if (!list || from < 0) return nowhere([...edit.path, `#${edit.id}`]);
      const move = (l: { id: string }[]) => l.toSpliced(from, 1).toSpliced(edit.index, 0, l[from]);
      return onList(document, edit.path, move, { ...edit, index: from });
    }
    case "all": {
      let current = document;
      const inverses: Edit[] = [];
      for (const part of edit.edits) {
        const result = applyEdit(current, part);
        if (!result.ok) return result;
        current = result.document;
        inverses.unshift(result.inverse);
      }
      return { ok: true, document: current, inverse: { kind: "all", edits: inverses } };
    }
  }
}
