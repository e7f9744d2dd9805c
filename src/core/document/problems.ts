import type * as z from "zod/mini";

/** One reason why a document is refused, with the field it concerns, e.g. `portions[2].sharePct`. */
export interface FieldProblem {
  field: string;
  message: string;
}

/** `["portions", 2, "sharePct"]` as `portions[2].sharePct`; the whole document as `document`. */
export function fieldName(path: readonly PropertyKey[]): string {
  const joined = path.reduce<string>(
    (name, key) => (typeof key === "number" ? `${name}[${key}]` : name ? `${name}.${String(key)}` : String(key)),
    "",
  );
  return joined || "document";
}

const toProblem = (issue: z.core.$ZodIssue): FieldProblem => {
  if (issue.code === "unrecognized_keys") {
    return { field: fieldName([...issue.path, issue.keys[0]]), message: "is not a field of a batch document" };
  }
  return { field: fieldName(issue.path), message: issue.message };
};

/** What a schema refuses, field by field; the first twenty. */
export const problemsOf = (error: z.core.$ZodError): FieldProblem[] => error.issues.slice(0, 20).map(toProblem);
