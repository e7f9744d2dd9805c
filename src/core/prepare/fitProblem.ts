import type { Edit } from "../document/edits/edit";

/** One check of whether things go together. `field` names what it is said next to. */
export interface FitProblem {
  level: "block" | "ask" | "hint";
  field: string;
  message: string;
  /** One press that mends it. */
  fix?: { words: string; edit: Edit };
}
