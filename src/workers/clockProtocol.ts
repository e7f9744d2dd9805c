import type { Advice } from "../core/advise/advice";
import type { LiveView } from "../core/advise/live";
import type { TurnBack } from "../core/advise/turnBack";
import type { Chances } from "../core/clock/chance";
import type { Plan } from "../core/document/schema";
import type { UnitPreferences } from "../core/units/quantities";

/** What is asked of the clock's worker. The newest chances and the newest advice win; older ones are dropped between draws. */
export interface ClockJob {
  kind: "chances" | "advice" | "live";
  generation: number;
  plan: Plan;
  /** Seconds since first contact while the pour is on. */
  nowS?: number;
  units: UnitPreferences;
}

export type ClockAnswer =
  | { kind: "chances"; generation: number; isFull: boolean; chances: Chances; turnBacks: TurnBack[]; afterMs: number }
  | { kind: "advice"; generation: number; advice: Advice[]; afterMs: number }
  | { kind: "live"; generation: number; view: LiveView | null }
  | { kind: "progress"; generation: number; share: number };
