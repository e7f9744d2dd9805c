export interface TracePoint {
  atS: number;
  trace: number;
  temperatureC: number;
}

export interface Curve {
  /** Portion id, or batter id for the pot before the split. */
  id: string;
  points: TracePoint[];
}

/** First time at which a curve reaches `trace`, s, by linear interpolation; null if it never does. */
export function timeAtTrace(points: readonly TracePoint[], trace: number, fromS = 0): number | null {
  for (let i = 0; i < points.length; i++) {
    const b = points[i];
    if (b.atS < fromS || b.trace < trace) continue;
    const a = points[i - 1];
    if (!a || a.trace >= trace) return b.atS;
    return a.atS + ((trace - a.trace) / (b.trace - a.trace)) * (b.atS - a.atS);
  }
  return null;
}

/** Trace index of a curve at a time, by linear interpolation, held at its ends. */
export function traceAt(points: readonly TracePoint[], atS: number): number {
  let before = points[0];
  for (const p of points) {
    if (p.atS > atS) {
      const span = p.atS - before.atS;
      return span > 0 ? before.trace + ((p.trace - before.trace) * (atS - before.atS)) / span : p.trace;
    }
    before = p;
  }
  return before.trace;
}

/** A curve with at most so many points, its ends among them. @param most at least 2 */
export function thinned(points: readonly TracePoint[], most: number): TracePoint[] {
  if (points.length <= most) return [...points];
  const step = (points.length - 1) / (most - 1);
  return Array.from({ length: most }, (_, i) => points[Math.round(i * step)]);
}

/** A timeline goes on beyond its last step by so much of it, and at least so long, s; it ends with a whole stretch of this length, s. */
const BEYOND = { share: 0.6, leastS: 600, wholeS: 300 } as const;
/** How long a timeline is shown, s. */
export const horizonOf = (endS: number): number =>
  Math.ceil(Math.max(endS * (1 + BEYOND.share), endS + BEYOND.leastS) / BEYOND.wholeS) * BEYOND.wholeS;
