import type { TraceWindow } from "../techniques/traceWindow";

export type StepKind =
  | "lye"
  | "blend"
  | "weigh"
  | "colour"
  | "scent"
  | "bring"
  | "fill"
  | "pour"
  | "draw"
  | "pipe"
  | "finish";

/** One thing that one person does without stopping. Derived from the plan, never stored. */
export interface Step {
  /** Stable while what it stems from stays: `lye:b1`, `blend:b1`, `weigh:p2`, `colour:p2`, `scent:p2`, `fill:p2`, the operation's id for the design. */
  id: string;
  kind: StepKind;
  batterId: string;
  /** Portions it touches; its window is that of the first, or of the one furthest out for a movement through all. */
  portionIds: string[];
  /** Part of the batter that each of them is in what the step works on, 0..1; 1 for a single one. */
  shares: number[];
  operationId: string | null;
  mouldId: string | null;
  /** For a practised person; the pace scales it. */
  durationS: number;
  /** Share of full blending power that the portions get during the step. */
  blendShare: number;
  window: TraceWindow | null;
  /** A step that must meet its window; others should. */
  isMust: boolean;
  /** A top, a texture, piping: it may wait for its trace as long as it takes. */
  isPatient: boolean;
  /** Hands that it takes. */
  hands: 1 | 2;
  massG: number | null;
  /** Steps that must be done before, by id. */
  after: string[];
  /** Round of filling compartments, counted from 0: the fills of one round may change places. Null for all other steps. */
  round: number | null;
}
