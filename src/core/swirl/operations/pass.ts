import type { LedTool } from "../carry";
import { alongLoaf, type NoiseTable, noiseAt } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";
import { PACKED } from "../shader/packer";
import { packDrag } from "../toolDepth";
import {
  CARRIES,
  type Flux,
  fluxOf,
  HELD,
  levelOf,
  NODES,
  ON_LINE,
  PER_PIECE,
  PIECE_AT,
  pressed,
  SLOPE,
  STRETCH,
} from "./passFlux";
import { carriedOn } from "./passForward";
import { endsOf, wayCoordinate, wayPlace, wayStretch } from "./wayCoordinate";

/** One way of a tool from wall to wall: straight, or bent to both sides of its line. */
export interface PassLine {
  /** Place of the line beside the way, mm; batter moves with the way where `sense` is 1, against it where it is -1. */
  atMm: number;
  sense: 1 | -1;
  /** How strongly it carries, share of the operation's `carry`. */
  share: number;
  /** Bow of the hand, mm at the middle; and sideways swing of a bent way, mm, in so many whole waves. */
  bowMm: number;
  swingMm: number;
  waves: number;
  /** Room that the flow may take to either side, mm, where it is less than that to the walls. */
  roomMm?: number;
}

export interface PassInput extends LedTool {
  /** Where the way runs, which coordinate is beside it, and which is along the tool. */
  way: "x" | "y" | "z";
  beside: "x" | "y" | "z";
  third: "x" | "y" | "z";
  /** Length of the way and of the room beside it, mm. */
  lengthMm: number;
  roomMm: number;
  lines: readonly PassLine[];
}

/** Largest share by which the return may press the way together: beyond it a place would come from two. */
const MOST_PRESSED = 0.9;
const PRESSED_TO = 0.85;
/** Greatest value of 12 v (1 - v)^2. */
const RETURN_PEAK = 16 / 9;
const NEWTON = 8;
/** Newton stops at a step under this, mm: exactly, and for a picture (what is left is its square). */
const CLOSE_MM = 1e-9;
const CLOSE_IN_PICTURE_MM = 0.15;
const AT_WALL_MM = 1e-7;
/** Wider than any way bends, mm: what lies farther beside it is passed over. */
const WIDEST_BEND_MM = 40;

interface Pass {
  way: PassInput["way"];
  beside: PassInput["beside"];
  third: PassInput["third"];
  dragAt: (third: number) => number;
  wander: NoiseTable;
  /** Where in the noise the wander of each way is read, periods from the common one: a wire leans otherwise on every way. Null where all lean alike. */
  phases: Float64Array | null;
  /** Length of the way, room beside it, stretches at its start and end, wander, length of the loaf (0: the tool stands upright), level; mm. */
  sizes: Float64Array;
  flux: Flux;
  count: number;
  at: Float64Array;
  sense: Int8Array;
  amount: Float64Array;
  bow: Float64Array;
  swing: Float64Array;
  waves: Float64Array;
  /** Room and needle's half-width to the lower and to the higher side, mm. */
  room: [Float64Array, Float64Array];
  needle: [Float64Array, Float64Array];
}

/** Part of a wire's lean that is each way's own, and how far apart in the noise they read it: the golden section. */
const OWN = 0.65;
const PHASE = 0.618034;
const EVENLY = () => 1;
/** The needle for the shader: distances, carries, slopes between them. */
const NEEDLE = [...NODES, ...CARRIES, ...SLOPE];

/**
 * A tool drawn from wall to wall, once or many times, each time an exact, area-preserving map in the plane of the way: beside the line batter is carried on by
 * A ln(bz / b) within the needle's half-width bz, and comes back weakly and broadly between bz and B, where the flow ends; at both ends of the way it stands
 * still. Written as a mixed generating function: the place along the way after it, and the place beside it before it, follow from the two others.
 * Constants: {@link Carry}.
 */
export function compilePasses(input: PassInput): CompiledOperation {
  const n = input.lines.length;
  const most = Math.max(1e-6, input.carry.a * Math.max(0, ...input.lines.map((l) => l.share)));
  const ends = endsOf(input.lengthMm, input.carry.a);
  const flux = fluxOf(input.lengthMm, ...ends, most);
  const o: Pass = {
    way: input.way,
    beside: input.beside,
    third: input.third,
    dragAt: input.dragAt ?? EVENLY,
    wander: input.wander,
    phases: input.third === "x" ? Float64Array.from(input.lines, (_, j) => (j * PHASE) % 1) : null,
    sizes: Float64Array.of(input.lengthMm, input.roomMm, ...ends, input.wanderMm, input.loafMm, input.levelMm),
    flux,
    count: n,
    at: Float64Array.from(input.lines, (l) => l.atMm),
    sense: Int8Array.from(input.lines, (l) => l.sense),
    amount: new Float64Array(n),
    bow: Float64Array.from(input.lines, (l) => l.bowMm),
    swing: Float64Array.from(input.lines, (l) => l.swingMm),
    waves: Float64Array.from(input.lines, (l) => l.waves),
    room: [new Float64Array(n), new Float64Array(n)],
    needle: [new Float64Array(n), new Float64Array(n)],
  };
  input.lines.forEach((line, j) => {
    const aside = Math.abs(line.bowMm) + Math.abs(line.swingMm) + input.wanderMm;
    const walls = [line.atMm - aside, input.roomMm - line.atMm - aside];
    let amount = input.carry.a * line.share;
    walls.forEach((wall, side) => {
      const room = Math.max(0, Math.min(wall, line.roomMm ?? Number.POSITIVE_INFINITY, input.carry.roomMm));
      o.room[side][j] = room;
      o.needle[side][j] = input.carry.needleMm(room);
    });
    for (const side of [0, 1]) {
      const ratio = (RETURN_PEAK * o.needle[side][j]) / Math.max(1e-9, o.room[side][j] - o.needle[side][j]);
      for (let round = 0; round < 3; round++) {
        const press = flux.steepest[levelOf(flux, amount)] * ratio;
        if (press > MOST_PRESSED) amount *= PRESSED_TO / press;
      }
    }
    // A carry that the table holds: needle and return then meet without a step.
    o.amount[j] = (levelOf(flux, amount) * flux.most) / (HELD - 1);
  });
  return {
    kind: input.third === "z" ? "rod" : "wire",
    isMovement: true,
    levelMm: input.levelMm,
    pack(out) {
      const lines = input.lines.flatMap((_, j) => [
        ...[o.at[j], o.sense[j], o.amount[j], o.bow[j], o.swing[j], o.waves[j]],
        ...[o.room[0][j], o.room[1][j], o.needle[0][j], o.needle[1][j], o.phases?.[j] ?? 0],
      ]);
      const axes = [o.way, o.beside, o.third].map((a) => "xyz".indexOf(a));
      return [
        PACKED.pass,
        ...axes,
        n,
        ...o.sizes,
        ...[flux.most, o.phases ? OWN : 0],
        ...[out.table(o.wander), out.table(flux.cells), packDrag(o.dragAt, input.levelMm, out), out.table(lines)],
        out.table(NEEDLE),
      ];
    },
    inverse: (points, fineness) => inverse(o, points, fineness),
    forward: (point) => forward(o, point),
  };
}

/** How far a way lies beside its line at a place along it, mm. */
function bend(o: Pass, j: number, s: number): number {
  const t = s / o.sizes[0];
  const bow = o.bow[j] * 4 * t * (1 - t);
  return o.swing[j] === 0 ? bow : bow + o.swing[j] * Math.sin(2 * Math.PI * o.waves[j] * t);
}

/** How far the way `j` lies aside at a place along the tool, mm. */
function wanderAt(o: Pass, third: number, j: number): number {
  const [wanderMm, loafMm, levelMm] = [o.sizes[4], o.sizes[5], o.sizes[6]];
  const u = loafMm > 0 ? alongLoaf(third, loafMm) : third / Math.max(60, levelMm);
  if (o.phases === null) return wanderMm * noiseAt(o.wander, u);
  return wanderMm * ((1 - OWN) * noiseAt(o.wander, u) + OWN * noiseAt(o.wander, u + o.phases[j]));
}

const axisOf = (points: Points, axis: "x" | "y" | "z"): Float64Array =>
  axis === "x" ? points.x : axis === "y" ? points.y : points.z;

/** Takes all live samples back over all ways, the last first. Everything is a plain local: this loop is the hottest of the model. */
function inverse(o: Pass, points: Points, fineness: number): void {
  const { live, liveCount } = points;
  const way = axisOf(points, o.way);
  const beside = axisOf(points, o.beside);
  const third = axisOf(points, o.third);
  const { count, at, sense, amount, room, needle, bow, swing, flux, dragAt, sizes } = o;
  const lengthMm = sizes[0];
  const roomMm = sizes[1];
  const startMm = sizes[2];
  const endMm = sizes[3];
  const { cells } = flux;
  const sectionX = o.third === "x" ? points.sectionX : null;
  const roomLow = room[0];
  const roomHigh = room[1];
  const needleLow = needle[0];
  const needleHigh = needle[1];
  const asides = Float64Array.from({ length: count }, (_, j) => (sectionX === null ? 0 : wanderAt(o, sectionX, j)));
  const isAlike = o.phases === null;
  const perMm = STRETCH / lengthMm;
  const perBow = 4 / (lengthMm * lengthMm);
  const toLevel = (HELD - 1) / flux.most;
  const far = lengthMm - endMm;
  const close = fineness < 1 ? CLOSE_IN_PICTURE_MM : CLOSE_MM;
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    const drag = dragAt(third[i]);
    if (drag <= 0) continue;
    const aside = sectionX === null && isAlike ? wanderAt(o, third[i], 0) : 0;
    let s = way[i];
    let p = beside[i];
    for (let j = count - 1; j >= 0; j--) {
      const middle = at[j] + (sectionX !== null ? asides[j] : isAlike ? aside : wanderAt(o, third[i], j));
      const off = p - middle;
      if (off > roomHigh[j] + WIDEST_BEND_MM || -off > roomLow[j] + WIDEST_BEND_MM) continue;
      const bent = swing[j] === 0 ? bow[j] * perBow * s * (lengthMm - s) : bend(o, j, s);
      const b = off - bent;
      const isLow = b < 0;
      const size = isLow ? -b : b;
      const B = isLow ? roomLow[j] : roomHigh[j];
      if (size >= B || s < AT_WALL_MM || lengthMm - s < AT_WALL_MM) continue;
      const bz = isLow ? needleLow[j] : needleHigh[j];
      const isWith = sense[j] > 0;
      const carry = amount[j] * drag;
      const start = isWith ? s : lengthMm - s;
      let end: number;
      let out: number;
      if (size < bz) {
        const u = size / bz;
        const piece = PIECE_AT[(u * PER_PIECE) | 0];
        const q =
          wayCoordinate(lengthMm, startMm, endMm, start) - carry * (CARRIES[piece] + SLOPE[piece] * (u - NODES[piece]));
        end = wayPlace(lengthMm, startMm, endMm, q);
        // Away from the ends nothing is pressed together.
        out =
          q >= startMm && q + carry * ON_LINE <= far
            ? size
            : (bz * pressed(lengthMm, startMm, endMm, q, carry, piece, u)) / wayStretch(lengthMm, startMm, endMm, end);
      } else {
        const free = B - bz;
        const v = (size - bz) / free;
        const left = 1 - v;
        const h = (12 * v * left * left * bz) / free;
        const level = carry * toLevel;
        const below = level >= HELD - 1 ? HELD - 2 : level | 0;
        const part = level - below;
        const row = below * STRETCH;
        let slope = 0;
        end = start;
        for (let round = 0; round < NEWTON; round++) {
          const place = end * perMm;
          const k = place <= 0 ? 0 : place >= STRETCH ? STRETCH - 1 : place | 0;
          const t = place - k;
          const c = (row + k) * 4;
          const d = c + STRETCH * 4;
          const c1 = cells[c + 1] + part * (cells[d + 1] - cells[c + 1]);
          const c2 = cells[c + 2] + part * (cells[d + 2] - cells[c + 2]);
          const c3 = cells[c + 3] + part * (cells[d + 3] - cells[c + 3]);
          const value = cells[c] + part * (cells[d] - cells[c]) + t * (c1 + t * (c2 + t * c3));
          slope = (c1 + t * (2 * c2 + 3 * t * c3)) * perMm;
          const by = (end - value * h - start) / (1 - slope * h);
          end -= by;
          if (by < close && by > -close) break;
        }
        out = size + bz * slope * left * left * left * (1 + 3 * v);
      }
      s = isWith ? end : lengthMm - end;
      if (s < 0) s = 0;
      else if (s > lengthMm) s = lengthMm;
      const then = swing[j] === 0 ? bow[j] * perBow * s * (lengthMm - s) : bend(o, j, s);
      p = middle + then + (isLow ? -out : out);
      if (p < 0) p = 0;
      else if (p > roomMm) p = roomMm;
    }
    way[i] = s;
    beside[i] = p;
  }
  if (o.third === "z") points.sectionX = null;
}

function forward(o: Pass, point: Point): void {
  const drag = o.dragAt(point[o.third]);
  const lengthMm = o.sizes[0];
  const roomMm = o.sizes[1];
  if (drag <= 0) return;
  let s = point[o.way];
  let p = point[o.beside];
  for (let j = 0; j < o.count; j++) {
    const aside = wanderAt(o, point[o.third], j);
    const b = p - o.at[j] - aside - bend(o, j, s);
    const side = b < 0 ? 0 : 1;
    const size = Math.abs(b);
    const B = o.room[side][j];
    if (size >= B || s < AT_WALL_MM || lengthMm - s < AT_WALL_MM) continue;
    const isWith = o.sense[j] > 0;
    const to = carriedOn(o.flux, o.sizes, isWith ? s : lengthMm - s, size, o.amount[j] * drag, B, o.needle[side][j]);
    s = Math.min(lengthMm, Math.max(0, isWith ? to.s : lengthMm - to.s));
    p = Math.min(roomMm, Math.max(0, o.at[j] + aside + bend(o, j, s) + (side === 0 ? -to.b : to.b)));
  }
  point[o.way] = s;
  point[o.beside] = p;
}
