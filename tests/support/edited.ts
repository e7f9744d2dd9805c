import { applyEdit, type Edit } from "../../src/core/document/edits/edit";
import { readPlan } from "../../src/core/document/read";
import type { Plan } from "../../src/core/document/schema";

/** The plan after an edit; an edit that is refused fails the test in its words. */
export function edited(plan: Plan, edit: Edit): Plan {
  const tried = applyEdit(plan, edit);
  if (!tried.ok) throw new Error(tried.reason);
  return tried.document;
}

/** The plan after an edit, as the server keeps it: one that is no plan fails the test too. */
export function editedAndKept(plan: Plan, edit: Edit): Plan {
  const read = readPlan(edited(plan, edit));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.plan;
}
