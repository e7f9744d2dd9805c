import type { FieldProblem } from "../core/document/problems";
import { readPlan } from "../core/document/read";
import { type Plan, planSchema } from "../core/document/schema";
import { parseJson } from "./jsonText";

/** Largest batch file that is read, bytes. */
export const LARGEST_BATCH_FILE = 1_000_000;

/** What was read, or what is wrong; `isJson` is false where the text could not be taken apart at all. */
export type ParsedBatchFile = { ok: true; plan: Plan } | { ok: false; isJson: boolean; problems: FieldProblem[] };

/** The batch document as text: two spaces of indent, keys in the schema's order, one newline at the end. */
export const writeBatchFile = (plan: Plan): string => `${JSON.stringify(planSchema.parse(plan), null, 2)}\n`;

/** Reads a batch file. Text that is not JSON, or not a batch document, is refused with the field that is wrong; never throws. */
export function readBatchFile(text: string): ParsedBatchFile {
  if (text.length > LARGEST_BATCH_FILE) {
    const message = `is larger than ${LARGEST_BATCH_FILE / 1e6} MB`;
    return { ok: false, isJson: true, problems: [{ field: "document", message }] };
  }
  const parsed = parseJson(text);
  if (!parsed.ok) return { ok: false, isJson: false, problems: [{ field: "document", message: parsed.message }] };
  const read = readPlan(parsed.value);
  return read.ok ? read : { ...read, isJson: true };
}
