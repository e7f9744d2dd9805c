import type { Curve } from "../../../core/clock/curves";

export const LEFT = 84;
export const RIGHT = 12;
export const AXIS = 16;
export const STEPS = 24;

/** What stretch of time the chart shows, s. */
export interface Zoom {
  fromS: number;
  toS: number;
}

export interface Scale {
  x: (s: number) => number;
  atX: (px: number) => number;
  zoom: Zoom;
  everyS: number;
}

/** Room that the time at a tick takes, and most ticks that serve, px. */
const TICK_PX = 52;
const MOST_TICKS = 9;
const EVERY_S = [10, 30, 60, 120, 300, 600, 900, 1800, 3600];

export function scaleOf(widthPx: number, zoom: Zoom): Scale {
  const span = zoom.toS - zoom.fromS;
  const usable = widthPx - LEFT - RIGHT;
  return {
    x: (s) => LEFT + (usable * (s - zoom.fromS)) / span,
    atX: (px) => zoom.fromS + ((px - LEFT) / usable) * span,
    zoom,
    everyS: EVERY_S.find((e) => span / e <= Math.min(MOST_TICKS, usable / TICK_PX)) ?? EVERY_S[EVERY_S.length - 1],
  };
}

/** Letters of a cup's name that one line beside its lane holds. */
const LINE_LETTERS = 12;

/** A cup's name beside its lane: on two lines where it is long, between words where it has any; cut with dots only where two do not hold it. */
export function nameLines(name: string): string[] {
  if (name.length <= LINE_LETTERS) return [name];
  const gap = name.lastIndexOf(" ", LINE_LETTERS);
  const [first, rest] =
    gap > 0 ? [name.slice(0, gap), name.slice(gap + 1)] : [name.slice(0, LINE_LETTERS), name.slice(LINE_LETTERS)];
  return [first, rest.length <= LINE_LETTERS ? rest : `${rest.slice(0, LINE_LETTERS - 1).trimEnd()}…`];
}

const HALF_AT_EMULSION = 3.5;
const HALF_PER_STEP = 3.2;

/** Half thickness of a ribbon at a trace index, px, for a lane of 36 px. */
export const half = (trace: number, lane: number) =>
  ((HALF_AT_EMULSION + HALF_PER_STEP * Math.max(0, Math.min(4.2, trace) - 1)) * Math.min(36, lane)) / 36;

const at = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** Points closer than this to the one before are left out of a line, px. */
const LEAST_STEP_PX = 1;

/** Those of `count` points along the time that a line in sight needs: about one to each pixel, its first and last, and one beyond either edge. */
export function pointsInSight(count: number, atS: (i: number) => number, { x, zoom }: Scale): number[] {
  const kept: number[] = [];
  let lastX = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < count; i++) {
    const isBefore = i + 1 < count && atS(i + 1) < zoom.fromS;
    const isBeyond = i > 0 && atS(i - 1) > zoom.toS;
    if (isBefore || isBeyond) continue;
    const px = x(atS(i));
    if (px - lastX < LEAST_STEP_PX && i + 1 < count) continue;
    lastX = px;
    kept.push(i);
  }
  return kept;
}

/** Outline of a ribbon that grows thicker as its batter does. */
export function ribbon(points: Curve["points"], scale: Scale, y: number, lane: number): string {
  const shown = pointsInSight(points.length, (i) => points[i].atS, scale);
  const edge = (sign: 1 | -1) => shown.map((i) => at(scale.x(points[i].atS), y + sign * half(points[i].trace, lane)));
  return `M${[...edge(-1), ...edge(1).reverse()].join("L")}Z`;
}

/** The part between two thicknesses above and below a ribbon: where its edge likely runs. */
export function band(
  low: Float64Array,
  high: Float64Array,
  gridS: number,
  scale: Scale,
  y: number,
  lane: number,
): string {
  const known = Array.from(low.keys()).filter((k) => !Number.isNaN(low[k]));
  const places = pointsInSight(known.length, (i) => known[i] * gridS, scale).map((i) => known[i]);
  if (places.length < 2) return "";
  const edge = (values: Float64Array, sign: 1 | -1) =>
    places.map((k) => at(scale.x(k * gridS), y + sign * half(values[k], lane)));
  const side = (sign: 1 | -1) => `M${[...edge(high, sign), ...edge(low, sign).reverse()].join("L")}Z`;
  return side(-1) + side(1);
}
