import type { Edit } from "../plan/edits/edit";
import type { Masses } from "../plan/masses";
import type { Plan } from "../plan/schema";
import type { Sayer } from "../units/sayer";
import { mouldProblems } from "./fitMoulds";
import { toolProblems } from "./fitTools";

/** One check of whether things go together. `field` names what it is said next to. */
export interface FitProblem {
  level: "block" | "ask" | "hint";
  field: string;
  message: string;
  /** One press that mends it. */
  fix?: { words: string; edit: Edit };
}

/** Whether moulds and tools fit the batch and each other. */
export const fitProblems = (plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] => [
  ...mouldProblems(plan, masses, sayer),
  ...toolProblems(plan, masses, sayer),
];
