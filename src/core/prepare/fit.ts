import type { Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import type { Sayer } from "../units/sayer";
import { mouldProblems } from "./fitMoulds";
import type { FitProblem } from "./fitProblem";
import { toolProblems } from "./fitTools";

/** Whether moulds and tools fit the batch and each other. */
export const fitProblems = (plan: Plan, masses: Masses, sayer: Sayer): FitProblem[] => [
  ...mouldProblems(plan, masses, sayer),
  ...toolProblems(plan, masses, sayer),
];
