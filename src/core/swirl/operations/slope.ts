import type { CompiledOperation, Points } from "../points";
import { PACKED } from "../shader/packer";
import { type EddyGroup, packEddies, turnEddies } from "./eddies";
import { findSheet, inSheet, packTree, type SheetTree } from "./sheetTree";

/** How the surface of batter poured on a tilted mould lies while it fills. */
export interface SlopeShape {
  widthMm: number;
  /** Height of all that is poured, mm. */
  heightMm: number;
  /** Slope of the batter's surface against the mould's floor while tilted, mm per mm. */
  slope: number;
  /** Part of the volume that is poured at the full tilt; then it is lowered. */
  fullTiltShare: number;
  /** Steps in which it is lowered. */
  steps: number;
}

/** Part of the volume that may be poured at the full tilt. */
const FULL = { least: 0.15, most: 0.6 } as const;
/** Fastest that the slope may fall, share of where surfaces would cross; part of the volume over which the first lowering begins; how much it goes in steps. */
const LOWERED = { fastest: 0.9, begins: 0.06, stepped: 0.6 } as const;
/** Nodes of the slopes and of the table of first guesses, charts that are kept, and steps to a place. */
const CHART = { nodes: 256, guessY: 96, guessZ: 112, mostKnown: 12, halvings: 30, newtonSteps: 4 } as const;

/**
 * The chart of a slope: v, the share that lies below the surface through a place, and b, how far along that surface it lies. The surface after a share v is
 * a slanted plane, or a wedge while it has not reached the far wall; each holds exactly v, and they do not cross. b is what lies between the surfaces of v
 * and v + dv from the near wall to there, so that areas are kept.
 */
interface SlopeChart extends SlopeShape {
  /** Slope by v, and how fast it changes: between the nodes a straight line, and its integral. */
  slopes: Float64Array;
  rates: Float64Array;
  guess: Float32Array;
}

const known = new Map<string, SlopeChart>();

export function slopeChart(shape: SlopeShape): SlopeChart {
  const key = JSON.stringify(shape);
  const found = known.get(key);
  if (found) return found;
  const { widthMm: W, heightMm: H } = shape;
  const full = Math.min(FULL.most, Math.max(FULL.least, shape.fullTiltShare));
  const steps = Math.max(1, Math.round(shape.steps));
  const fastest = (LOWERED.fastest * 2 * H) / W;
  const falls = (v: number): number => {
    const u = (v - full) / (1 - full);
    if (u <= 0) return 0;
    const t = Math.min(1, (v - full) / LOWERED.begins);
    return t * t * (3 - 2 * t) * (1 - stepped * Math.cos(2 * Math.PI * steps * u));
  };
  let stepped: number = LOWERED.stepped;
  const area = () => {
    let sum = 0;
    for (let i = 1; i <= CHART.nodes; i++)
      sum += (falls((i - 1) / CHART.nodes) + falls(i / CHART.nodes)) / (2 * CHART.nodes);
    return sum;
  };
  const mean = Math.min(shape.slope / area(), fastest);
  stepped = Math.min(LOWERED.stepped, Math.max(0, fastest / mean - 1));
  const rate = Math.min(shape.slope / area(), fastest / (1 + stepped));
  const rates = Float64Array.from({ length: CHART.nodes + 2 }, (_, i) => -rate * falls(Math.min(1, i / CHART.nodes)));
  const slopes = new Float64Array(CHART.nodes + 2);
  for (let i = CHART.nodes - 1; i >= 0; i--) slopes[i] = slopes[i + 1] - (rates[i] + rates[i + 1]) / (2 * CHART.nodes);
  const chart: SlopeChart = {
    ...shape,
    slopes,
    rates,
    guess: new Float32Array((CHART.guessY + 1) * (CHART.guessZ + 1)),
  };
  for (let j = 0; j <= CHART.guessY; j++)
    for (let k = 0; k <= CHART.guessZ; k++) {
      let low = 0;
      let high = 1;
      for (let n = 0; n < CHART.halvings; n++) {
        const v = (low + high) / 2;
        if (surface(chart, v, (j / CHART.guessY) * W) < (k / CHART.guessZ) * H) low = v;
        else high = v;
      }
      chart.guess[j * (CHART.guessZ + 1) + k] = (low + high) / 2;
    }
  if (known.size >= CHART.mostKnown) known.clear();
  known.set(key, chart);
  return chart;
}

/** Slope, its rate, and how fast the surface at y rises with v: written by `surface`. */
const at = { slope: 0, rate: 0, rises: 0, isWedge: false };

function surface(o: SlopeChart, v: number, y: number): number {
  const { widthMm: W, heightMm: H } = o;
  const p = v * CHART.nodes;
  const i = p >= CHART.nodes ? CHART.nodes - 1 : p | 0;
  const t = p - i;
  const from = o.rates[i];
  const rate = from + (o.rates[i + 1] - from) * t;
  const m = Math.max(0, o.slopes[i] + ((from + rate) * t) / (2 * CHART.nodes));
  at.slope = m;
  at.rate = rate;
  at.isWedge = m > 1e-9 && 2 * v * H < m * W;
  if (at.isWedge) {
    const root = Math.sqrt(2 * m * v * H * W);
    at.rises = root > 0 ? (H * W * (m + v * rate)) / root - rate * y : Number.POSITIVE_INFINITY;
    return root - m * y;
  }
  at.rises = H + rate * (W / 2 - y);
  return v * H + m * (W / 2 - y);
}

/** Place of the chart, both 0..1: written by {@link readSlope}. */
export const onSlope = { v: 0, b: 0 };

export function readSlope(o: SlopeChart, y: number, z: number): void {
  const { widthMm: W, heightMm: H, guess } = o;
  const pj = Math.min(1, Math.max(0, y / W)) * CHART.guessY;
  const pk = Math.min(1, Math.max(0, z / H)) * CHART.guessZ;
  const j = Math.min(CHART.guessY - 1, pj | 0);
  const k = Math.min(CHART.guessZ - 1, pk | 0);
  const [s, t] = [pj - j, pk - k];
  const q = j * (CHART.guessZ + 1) + k;
  const near = guess[q] + (guess[q + 1] - guess[q]) * t;
  const far = guess[q + CHART.guessZ + 1] + (guess[q + CHART.guessZ + 2] - guess[q + CHART.guessZ + 1]) * t;
  let v = near + (far - near) * s;
  for (let n = 0; n < CHART.newtonSteps; n++) {
    const off = surface(o, v, y) - z;
    if (off < 1e-9 && off > -1e-9) break;
    const next = v - off / at.rises;
    // From far off a step could leave the range: half of the way then.
    v = next > 0 ? (next < 1 ? next : (v + 1) / 2) : v / 2;
  }
  surface(o, v, y);
  const { slope: m, rate } = at;
  const b = at.isWedge
    ? (((H * W * (m + v * rate)) / Math.sqrt(2 * m * v * H * W)) * y - (rate * y * y) / 2) / (H * W)
    : (H * y + (rate * (W * y - y * y)) / 2) / (H * W);
  onSlope.v = v;
  onSlope.b = b < 0 ? 0 : b > 1 ? 1 : b;
}

export interface SlopeInput {
  lengthMm: number;
  levelMm: number;
  shape: SlopeShape;
  tree: SheetTree;
  /** Colour of every sheet, from the first poured (lowest) on. */
  colours: readonly number[];
  /** Eddies in the chart: a is b, b is v, along the loaf the third. */
  eddies: EddyGroup;
}

const scratch = { b: new Float64Array(0), v: new Float64Array(0), along: new Float64Array(0), live: new Int32Array(0) };

/** Sheets poured along the near wall of a tilted mould that is lowered as it fills. Claims everything above what lay there before. */
export function compileSlope(input: SlopeInput): CompiledOperation {
  const { lengthMm: L, levelMm: h, tree, colours, eddies } = input;
  const chart = slopeChart(input.shape);
  return {
    kind: "slope",
    pack: (out) => [
      PACKED.slope,
      ...[h, input.shape.heightMm, chart.widthMm, L, out.table(chart.rates), out.table(chart.slopes)],
      packTree(tree, out),
      out.table(colours),
      ...packEddies(eddies, out),
    ],
    levelMm: h + input.shape.heightMm,
    inverse(points: Points) {
      const { x, y, z, live, colour, sectionX } = points;
      if (scratch.b.length < x.length) {
        for (const key of ["b", "v", "along"] as const) scratch[key] = new Float64Array(x.length);
        scratch.live = new Int32Array(x.length);
      }
      let kept = 0;
      let poured = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        if (z[i] < h) {
          live[kept++] = i;
          continue;
        }
        readSlope(chart, y[i], z[i] - h);
        scratch.b[i] = onSlope.b;
        scratch.v[i] = onSlope.v;
        scratch.along[i] = x[i] / L;
        scratch.live[poured++] = i;
      }
      const common = sectionX === null ? null : sectionX / L;
      turnEddies(eddies, scratch.b, scratch.v, scratch.along, common, scratch.live, poured, -1);
      for (let n = 0; n < poured; n++) {
        const i = scratch.live[n];
        findSheet(tree, scratch.along[i], scratch.b[i], scratch.v[i]);
        colour[i] = colours[inSheet.leaf];
      }
      points.liveCount = kept;
    },
    forward() {},
  };
}
