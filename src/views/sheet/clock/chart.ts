import type { TurnBack } from "../../../core/advise/turnBack";
import type { Chances } from "../../../core/clock/chance";
import { timeAtTrace } from "../../../core/clock/curves";
import { stageName } from "../../../core/clock/stages";
import type { Plan } from "../../../core/document/schema";
import type { Timeline } from "../../../core/prepare/timeline";
import type { Instruction } from "../../../core/prepare/words";
import type { Zoom } from "./scale";

export interface ChartProps {
  plan: Plan;
  timeline: Timeline;
  chances: Chances | null;
  turnBacks: readonly TurnBack[];
  instructions: ReadonlyMap<string, Instruction>;
  palette: readonly string[];
  widthPx: number;
  /** Height to keep to as long as the lanes stay wide enough, px. */
  roomPx?: number;
  zoom: Zoom;
  onZoom: (zoom: Zoom) => void;
  selected: string | null;
  onSelect: (id: string | null) => void;
  /** Moves a step of the preparation in front of another; absent where the plan is closed. */
  onMove?: (id: string, beforeId: string) => void;
}

/** Names of the stages where a curve reaches them, for marks on a ribbon. */
export const stageTimes = (points: Parameters<typeof timeAtTrace>[0]) =>
  [3, 4].flatMap((trace) => {
    const atS = timeAtTrace(points, trace);
    return atS === null || atS <= (points[0]?.atS ?? 0) ? [] : [{ trace, atS, name: stageName(trace) }];
  });
