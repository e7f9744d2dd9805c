/** Range of trace index in which a step works, and why it does not outside it. */
export interface TraceWindow {
  low: number;
  high: number;
  tooThin: string;
  tooThick: string;
}

export const traceWindow = (low: number, high: number, tooThin: string, tooThick: string): TraceWindow => ({
  low,
  high,
  tooThin,
  tooThick,
});

/** For a step whose window is the same whatever it is set to. */
export const always = (...of: Parameters<typeof traceWindow>): (() => TraceWindow) => {
  const window = traceWindow(...of);
  return () => window;
};

/** Window of anything that is drawn through batter. */
export const drawnWindow = ([low, high]: readonly [number, number]): TraceWindow =>
  traceWindow(
    low,
    high,
    "the batter closes behind the tool and nothing has moved",
    "it does not follow the tool, or tears",
  );

/** For what is piped: it must hold its shape out of the bag. */
export const PIPING_WINDOW = traceWindow(
  3.8,
  4.6,
  "it does not hold its shape yet: wait, and try a dollop",
  "it will not come out of the bag any more",
);

/** For what is pressed into the top: it must hold it, and still close around it (a Tundish estimate). */
export const PRESSING_WINDOW = traceWindow(
  2.2,
  3.9,
  "what is pressed in sinks: wait until the top holds it",
  "the top no longer closes around it: press gently, or set it on with a drop of batter",
);

/** What a dollop out of the bag shows, and the traces between which it then stands (Tundish estimates). */
export const DOLLOPS = [
  { label: "keeps its shape", small: "the tip leaves its edges: pipe now", low: 4, high: 5 },
  { label: "sinks together slowly", small: "some minutes more", low: 3.2, high: 3.7 },
  { label: "runs flat", small: "a good while more", low: 0, high: 2.8 },
] as const;

/** The reading that a dollop is: what was expected, moved only as far as it was not so. */
export const dollopTrace = ({ low, high }: (typeof DOLLOPS)[number], expected: number): number =>
  Math.min(high, Math.max(low, expected));

/** Grade falls from 1 at the window's edge to 0 this far outside. */
export const GRADE_FADES = 0.4;

/** 1 inside the window, falling to 0 at 0.4 outside. */
export const gradeOf = (low: number, high: number, start: number, end: number): number => {
  const out = Math.max(low - start, end - high, start - high, 0);
  return Math.max(0, 1 - out / GRADE_FADES);
};
