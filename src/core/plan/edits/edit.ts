import type { Plan } from "../schema";

/** Where in the document: keys and ids, e.g. `["portions", "#p2", "sharePct"]`; `#id` picks an item of a list. */
export type Path = readonly string[];

/** One small change of a plan, plain JSON. A path that leads nowhere is a failure as a value, not an exception. */
export type Edit =
  | { kind: "set"; path: Path; value: unknown }
  | { kind: "insert"; path: Path; index: number; item: { id: string } }
  | { kind: "remove"; path: Path; id: string }
  | { kind: "move"; path: Path; id: string; index: number }
  | { kind: "all"; edits: readonly Edit[] };

/** The changed plan and the edit that undoes it. */
export type EditResult = { ok: true; plan: Plan; inverse: Edit } | { ok: false; reason: string };

type Node = Record<string, unknown> | { id: string }[];

const child = (node: Node, key: string): unknown =>
  Array.isArray(node) ? node.find((item) => `#${item.id}` === key) : (node as Record<string, unknown>)[key];

/** Copies the nodes along a path and replaces its end with `change(end)`; undefined when the path leads nowhere. */
function replaceAt(node: unknown, path: Path, change: (end: unknown) => unknown): unknown {
  if (path.length === 0) return change(node);
  if (typeof node !== "object" || node === null) return undefined;
  const [key, ...rest] = path;
  if (Array.isArray(node)) {
    const index = (node as { id: string }[]).findIndex((item) => `#${item.id}` === key);
    if (index < 0) return undefined;
    const replaced = replaceAt(node[index], rest, change);
    return replaced === undefined ? undefined : node.map((item, i) => (i === index ? replaced : item));
  }
  if (!Object.hasOwn(node, key)) return undefined;
  const replaced = replaceAt((node as Record<string, unknown>)[key], rest, change);
  return replaced === undefined ? undefined : { ...node, [key]: replaced };
}

const listAt = (plan: Plan, path: Path): { id: string }[] | null => {
  const end = path.reduce<unknown>((node, key) => (node ? child(node as Node, key) : undefined), plan);
  return Array.isArray(end) ? end : null;
};

const nowhere = (path: Path): EditResult => ({ ok: false, reason: `nothing stands at ${path.join(".")}` });

function onList(
  plan: Plan,
  path: Path,
  change: (list: { id: string }[]) => { id: string }[],
  inverse: Edit,
): EditResult {
  const next = replaceAt(plan, path, (list) => change(list as { id: string }[]));
  return next === undefined ? nowhere(path) : { ok: true, plan: next as Plan, inverse };
}

/** Applies an edit to a plan without changing it. The inverse, applied to the result, gives the plan back. */
export function applyEdit(plan: Plan, edit: Edit): EditResult {
  switch (edit.kind) {
    case "set": {
      let before: unknown;
      const next = replaceAt(plan, edit.path, (end) => {
        before = end;
        return edit.value;
      });
      return next === undefined
        ? nowhere(edit.path)
        : { ok: true, plan: next as Plan, inverse: { ...edit, value: before } };
    }
    case "insert": {
      const list = listAt(plan, edit.path);
      if (!list) return nowhere(edit.path);
      if (list.some((item) => item.id === edit.item.id))
        return { ok: false, reason: `"${edit.item.id}" stands there already` };
      return onList(plan, edit.path, (l) => l.toSpliced(edit.index, 0, edit.item), {
        kind: "remove",
        path: edit.path,
        id: edit.item.id,
      });
    }
    case "remove": {
      const list = listAt(plan, edit.path);
      const index = list?.findIndex((item) => item.id === edit.id) ?? -1;
      if (!list || index < 0) return nowhere([...edit.path, `#${edit.id}`]);
      return onList(plan, edit.path, (l) => l.toSpliced(index, 1), {
        kind: "insert",
        path: edit.path,
        index,
        item: list[index],
      });
    }
    case "move": {
      const list = listAt(plan, edit.path);
      const from = list?.findIndex((item) => item.id === edit.id) ?? -1;
      if (!list || from < 0) return nowhere([...edit.path, `#${edit.id}`]);
      const move = (l: { id: string }[]) => l.toSpliced(from, 1).toSpliced(edit.index, 0, l[from]);
      return onList(plan, edit.path, move, { ...edit, index: from });
    }
    case "all": {
      let current = plan;
      const inverses: Edit[] = [];
      for (const part of edit.edits) {
        const result = applyEdit(current, part);
        if (!result.ok) return result;
        current = result.plan;
        inverses.unshift(result.inverse);
      }
      return { ok: true, plan: current, inverse: { kind: "all", edits: inverses } };
    }
  }
}
