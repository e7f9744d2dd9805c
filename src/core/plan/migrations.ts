import type { FieldProblem } from "./read";
import { SCHEMA_VERSION } from "./schema";

/** Lifts a document from version `from` to `from + 1`. Gets a deep copy; returns the new document. */
export interface Migration {
  from: number;
  up: (document: Record<string, unknown>) => Record<string, unknown>;
}

/** In ascending order, one for every version before the current one. Version 1 is the first, so there is none yet. */
export const MIGRATIONS: readonly Migration[] = [];

type Migrated = { ok: true; document: unknown } | { ok: false; problem: FieldProblem };

/** Applies the migrations that lead from the document's own version to `current`. */
export function migrate(value: unknown, migrations = MIGRATIONS, current = SCHEMA_VERSION): Migrated {
  const refuse = (field: string, message: string): Migrated => ({ ok: false, problem: { field, message } });
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    return refuse("document", "must be a batch document (a JSON object)");
  }
  const version = (value as Record<string, unknown>).schemaVersion;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1) {
    return refuse("schemaVersion", "must be a whole number from 1");
  }
  if (version > current) {
    return refuse("schemaVersion", `is ${version}, written by a newer Tundish; this one reads up to ${current}`);
  }
  let document =
    version < current ? (structuredClone(value) as Record<string, unknown>) : (value as Record<string, unknown>);
  for (let v = version; v < current; v++) {
    const step = migrations.find((m) => m.from === v);
    if (!step) return refuse("schemaVersion", `no way leads from version ${v} to ${v + 1}`);
    document = { ...step.up(document), schemaVersion: v + 1 };
  }
  return { ok: true, document };
}
