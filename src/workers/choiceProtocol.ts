import type { Choice } from "../core/derive/choices";
import type { Opening } from "../core/derive/opening";
import type { Plan } from "../core/document/schema";
import type { ToolKind } from "../core/mould/toolSchema";
import type { FamilyId } from "../core/techniques/families/registry";
import type { UnitPreferences } from "../core/units/quantities";
import type { WallFace } from "./wallFace";

/** Families to try for the batter of a plan, one after another: first all of them roughly, then all of them as they are shown. The newest job wins. */
export interface ChoiceJob {
  generation: number;
  plan: Plan;
  families: readonly FamilyId[];
  tools: readonly ToolKind[];
  /** Samples of a face. */
  width: number;
  height: number;
}

/** Asks for the one change that opens most, once the designs are there. */
export interface OpeningJob {
  generation: number;
  plan: Plan;
  before: readonly { family: FamilyId; chance: number }[];
  units: UnitPreferences;
}

export interface OpeningAnswer {
  generation: number;
  opening: Opening | null;
}

/** One family: null choice where it cannot be laid out. */
export interface ChoiceAnswer {
  generation: number;
  family: FamilyId;
  choice: Choice | null;
  face: WallFace | null;
  /** False for the first, rough answer: few imagined pours, a coarse face. */
  isFull: boolean;
}
