import type { Curve } from "../../../core/schedule/curves";

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

export function scaleOf(widthPx: number, zoom: Zoom): Scale {
  const span = zoom.toS - zoom.fromS;
  const usable = widthPx - LEFT - RIGHT;
  return {
    x: (s) => LEFT + (usable * (s - zoom.fromS)) / span,
    atX: (px) => zoom.fromS + ((px - LEFT) / usable) * span,
    zoom,
    everyS: [10, 30, 60, 120, 300, 600, 900, 1800].find((e) => span / e <= 9) ?? 3600,
  };
}

const HALF_AT_EMULSION = 3.5;
const HALF_PER_STEP = 3.2;

/** Half thickness of a ribbon at a trace index, px, for a lane of 36 px. */
export const half = (trace: number, lane: number) =>
  ((HALF_AT_EMULSION + HALF_PER_STEP * Math.max(0, Math.min(4.2, trace) - 1)) * Math.min(36, lane)) / 36;

const at = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** Outline of a ribbon that grows thicker as its batter does. */
export function ribbon(points: Curve["points"], { x }: Scale, y: number, lane: number): string {
  const upper = points.map((p) => at(x(p.atS), y - half(p.trace, lane)));
  const lower = points.map((p) => at(x(p.atS), y + half(p.trace, lane))).reverse();
  return `M${[...upper, ...lower].join("L")}Z`;
}

/** The part between two thicknesses above and below a ribbon: where its edge likely runs. */
export function band(
  low: Float64Array,
  high: Float64Array,
  gridS: number,
  { x }: Scale,
  y: number,
  lane: number,
): string {
  const places = Array.from(low.keys()).filter((k) => !Number.isNaN(low[k]));
  if (places.length < 2) return "";
  const edge = (values: Float64Array, sign: 1 | -1) =>
    places.map((k) => at(x(k * gridS), y + sign * half(values[k], lane)));
  const side = (sign: 1 | -1) => `M${[...edge(high, sign), ...edge(low, sign).reverse()].join("L")}Z`;
  return side(-1) + side(1);
}
