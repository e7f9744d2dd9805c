import type { LedTool } from "../carry";
import { alongLoaf, noiseAt } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";
import { PACKED } from "../shader/packer";
import { packDrag } from "../toolDepth";

/** One closed loop of a tool: round, or drawn out to an ellipse. */
export interface LoopLine {
  /** Its middle along and beside, mm, in the plane that the tool moves in. */
  aMm: number;
  bMm: number;
  /** Half of its extent along and beside, mm. */
  alongMm: number;
  besideMm: number;
  /** 1: from the first coordinate towards the second. */
  sense: 1 | -1;
  /** How strongly it carries, share of the operation's carry. */
  share: number;
}

export interface LoopInput extends LedTool {
  along: "x" | "y";
  beside: "y" | "z";
  third: "x" | "z";
  /** Inner size of the plane, mm. */
  lengthMm: number;
  roomMm: number;
  lines: readonly LoopLine[];
}

const NODES = 512;
/** Room around a loop that turns with it, mm from its middle. */
const MOST_ROOM_MM = 40;
/** Wide loops carry less: their walls hold them. Share of the carry by the radius over half of the narrower side. */
const [CARRY_SHARE, CARRY_LOSS, LEAST_SHARE] = [1.5, 2.2, 0.4];
/** Thickness of the tool's own way in the carry's logarithm, mm. */
const SKIN_MM = 0.12;
const LEAST_MM = 1e-3;

interface Loop extends LoopInput {
  count: number;
  /** Half-length over the radius of the circle of the same area. */
  stretch: Float64Array;
  reach: Float64Array;
  /** Turn in radians by r / reach, one table for every loop. */
  turns: Float64Array[];
}

/**
 * Turn of what lies at every distance from the middle of a loop, radians: batter is carried by D = c A ln((rho + r) / (|rho - r| + 0.12 (1 + r / rho))), outside
 * the loop falling to nothing at `reach`.
 */
function turnsOf(rho: number, reach: number, carry: number): Float64Array {
  return Float64Array.from({ length: NODES + 1 }, (_, k) => {
    const r = Math.max(LEAST_MM, (k / NODES) * reach);
    const outside = r <= rho ? 1 : 1 - (r - rho) / Math.max(LEAST_MM, reach - rho);
    const fade = outside * outside * (3 - 2 * outside);
    const by = carry * Math.log((rho + r) / (Math.abs(rho - r) + SKIN_MM * (1 + r / rho)));
    return outside <= 0 ? 0 : (Math.max(0, by) * fade) / r;
  });
}

/** A tool led in closed loops: each turns its batter about its middle, by an angle that hangs on the distance alone. That keeps areas exactly. */
export function compileLoops(input: LoopInput): CompiledOperation {
  const n = input.lines.length;
  const o: Loop = {
    ...input,
    count: n,
    stretch: new Float64Array(n),
    reach: new Float64Array(n),
    turns: [],
  };
  const half = Math.min(input.lengthMm, input.roomMm) / 2;
  input.lines.forEach((line, j) => {
    const rho = Math.sqrt(line.alongMm * line.besideMm);
    const stretch = line.alongMm / rho;
    const beside = Math.min(line.bMm, input.roomMm - line.bMm) - input.wanderMm;
    const along = Math.min(line.aMm, input.lengthMm - line.aMm) - input.wanderMm;
    const reach = Math.max(0, Math.min(MOST_ROOM_MM, beside * stretch, along / stretch));
    const share = Math.min(1, Math.max(LEAST_SHARE, CARRY_SHARE - (CARRY_LOSS * rho) / half));
    o.stretch[j] = stretch;
    o.reach[j] = reach;
    o.turns.push(turnsOf(Math.min(rho, reach), reach, input.carry.a * line.share * share).map((t) => t * line.sense));
  });
  return {
    kind: input.third === "z" ? "rod" : "wire",
    isMovement: true,
    levelMm: input.levelMm,
    pack: (out) => [
      PACKED.loop,
      ...[o.along, o.beside, o.third].map((a) => "xyz".indexOf(a)),
      ...[n, o.wanderMm, o.loafMm, o.levelMm, out.table(o.wander), packDrag(o.dragAt ?? (() => 1), o.levelMm, out)],
      out.table(o.lines.flatMap((l, j) => [l.aMm, l.bMm, o.stretch[j], o.reach[j], out.table(o.turns[j])])),
    ],
    inverse: (points) => inverse(o, points),
    forward: (point) => forward(o, point),
  };
}

const wanderAt = (o: Loop, third: number): number =>
  o.wanderMm * noiseAt(o.wander, o.loafMm > 0 ? alongLoaf(third, o.loafMm) : third / Math.max(60, o.levelMm));

const turned = { a: 0, b: 0 };

/** Turns a place by what loop `j` does to it, times `by`; false where it is out of its reach. */
function turn(o: Loop, j: number, a: number, b: number, aside: number, by: number): boolean {
  const reach = o.reach[j];
  const stretch = o.stretch[j];
  const da = (a - o.lines[j].aMm - aside) / stretch;
  const db = (b - o.lines[j].bMm - aside) * stretch;
  const r2 = da * da + db * db;
  if (r2 >= reach * reach) return false;
  const place = (Math.sqrt(r2) / reach) * NODES;
  const k = Math.min(NODES - 1, place | 0);
  const table = o.turns[j];
  const angle = by * (table[k] + (table[k + 1] - table[k]) * (place - k));
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  turned.a = o.lines[j].aMm + aside + (cos * da - sin * db) * stretch;
  turned.b = o.lines[j].bMm + aside + (sin * da + cos * db) / stretch;
  return true;
}

function inverse(o: Loop, points: Points): void {
  const { live, liveCount } = points;
  const [along, beside, third] = [points[o.along], points[o.beside], points[o.third]];
  const sectionX = o.third === "x" ? points.sectionX : null;
  const shift = sectionX === null ? 0 : wanderAt(o, sectionX);
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    const drag = o.dragAt ? o.dragAt(third[i]) : 1;
    if (drag <= 0) continue;
    const aside = sectionX === null ? wanderAt(o, third[i]) : shift;
    let a = along[i];
    let b = beside[i];
    for (let j = o.count - 1; j >= 0; j--) {
      if (!turn(o, j, a, b, aside, -drag)) continue;
      a = turned.a;
      b = turned.b;
    }
    along[i] = a;
    beside[i] = b;
  }
  if (o.third === "z") points.sectionX = null;
}

function forward(o: Loop, point: Point): void {
  const drag = o.dragAt ? o.dragAt(point[o.third]) : 1;
  if (drag <= 0) return;
  const aside = wanderAt(o, point[o.third]);
  for (let j = 0; j < o.count; j++) {
    if (!turn(o, j, point[o.along], point[o.beside], aside, drag)) continue;
    point[o.along] = turned.a;
    point[o.beside] = turned.b;
  }
}
