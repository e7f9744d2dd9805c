import type { Rescues } from "../core/derive/rescues";
import type { Plan } from "../core/document/schema";
import type { Row } from "../core/library/use";
import type { LibraryMould } from "../core/mould/mouldSchema";
import type { ToolKind } from "../core/mould/toolSchema";
import type { UnitPreferences } from "../core/units/quantities";
import type { WallFace } from "./wallFace";

/** What is asked for: the ways to go on, and their faces of so many samples. */
export interface RescueJob {
  plan: Plan;
  /** Seconds since first contact. */
  nowS: number;
  /** Kinds of tools at hand; empty where that is not known. */
  tools: readonly ToolKind[];
  /** Other moulds of the studio. */
  moulds: readonly Row<LibraryMould>[];
  units: UnitPreferences;
  width: number;
  height: number;
}

export type RescueAnswer =
  | { kind: "rescues"; rescues: Rescues | null; afterMs: number }
  /** Until when each can be begun, by its id; null where it keeps. */
  | { kind: "latest"; latestS: Readonly<Record<string, number | null>> }
  /** `areAll`: every face is there, at least coarse. */
  | { kind: "face"; id: string; face: WallFace; areAll: boolean; afterMs: number };
