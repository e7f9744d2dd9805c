import type { Operation } from "../plan/schema";

/** Range of trace index in which a step works, and why it does not outside it. */
export interface TraceWindow {
  low: number;
  high: number;
  tooThin: string;
  tooThick: string;
}

/** Windows of the pours of a drop swirl. Starting estimates; users' logs correct them. */
export const WINDOWS: Record<Operation["kind"], TraceWindow> = {
  layer: {
    low: 1.1,
    high: 3.3,
    tooThin: "not yet an emulsion: it may part in the mould",
    tooThick: "it no longer runs level over the floor and traps air",
  },
  stripe: {
    low: 1.5,
    high: 3.3,
    tooThin: "drops sink through each other and blur",
    tooThick: "drops break into lumps and trap air",
  },
  topLine: {
    low: 1.8,
    high: 3.6,
    tooThin: "lines sink out of sight",
    tooThick: "lines break and will not take a tool",
  },
};
