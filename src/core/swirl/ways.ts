import type { Operation } from "../techniques/operations/registry";
import type { LoopLine } from "./operations/loop";
import type { PassLine } from "./operations/pass";

type Stroke = Extract<Operation, { kind: "stroke" }>;
type TopStroke = Extract<Operation, { kind: "topStroke" }>;
type Wire = Extract<Operation, { kind: "wire" }>;
type Comb = Extract<Operation, { kind: "comb" }>;

/**
 * What a tool does, in runs of one kind, in the plane that it moves in: passes from wall to wall along the first or along the second side, closed loops, or a
 * way drawn freely. `halfMm`: half the width that counts where it is not that of the tool.
 */
export type Ways = (
  | { kind: "passes"; along: "first" | "second"; lines: PassLine[]; halfMm?: number }
  | { kind: "loops"; lines: LoopLine[]; halfMm?: number }
  | { kind: "free"; points: [number, number][] }
)[];

/** What a hand adds, -1 to 1 at every call; 0 for the way as it is drawn and told. */
export type Hand = () => number;
export const STEADY: Hand = () => 0;

/** How far a hand misses its line, mm, how much its strength varies, share, and how it bows, mm. */
const MISS_MM = 0.6;
const STRENGTH = 0.08;
const BOW_MM = 0.8;
/** How uneven the loops of a hand are, share of their radius. */
const ROUNDNESS = 0.1;
/** Width that counts of a stick led edge-on, half of it, mm. */
const EDGE_HALF_MM = 3;
const RIM = { fromWallMm: 6, halfMm: 1, roomMm: 32 } as const;
/** Loops of a circling over the step from one to the next. */
const LOOP_SHARE = 0.6;
const FROM_WALL_MM = 8;
/** Swing of an S over its pitch, and of a comb's or a spoon's waves, mm. */
const S_SWING = 10 / 42;
const WAVE_MM = 12;
const SPOON_SWING_MM = 9;
const GOLDEN = 0.618;
/** Steps of ways in the top over the pitch. */
const TOP = { loopStep: 1.25, loopRadius: 1.4, featherStep: 1.67, eightStep: 2, eightOffMm: 20 } as const;
const WIRE = { fromWallMm: 6, insetMm: 5, loopShare: 0.4, loopAt: 0.46 } as const;
/** Room between the teeth of a comb, mm and by its pitch; and closest that a tooth comes to a wall, mm. */
const COMB = { roomMm: 18, room: 1.5, fromWallMm: 2.5 } as const;

const line = (atMm: number, sense: 1 | -1, hand: Hand, more: Partial<PassLine> = {}): PassLine => ({
  atMm: atMm + MISS_MM * hand(),
  sense,
  share: 1 + STRENGTH * hand(),
  bowMm: BOW_MM * hand(),
  swingMm: 0,
  waves: 0,
  ...more,
});

const sides = (i: number): 1 | -1 => (i % 2 ? -1 : 1);

/** Lines side by side from half a pitch on, each against the one before. */
function sideBySide(L: number, pitch: number, hand: Hand): PassLine[] {
  const count = Math.max(0, Math.ceil((L - pitch / 2) / pitch));
  return Array.from({ length: count }, (_, i) => line(pitch / 2 + i * pitch, sides(i), hand));
}

/** Lines one way, and back between them. */
function thereAndBack(L: number, pitch: number, hand: Hand, swing: number, waves: number): PassLine[] {
  const there = Math.max(0, Math.ceil((L - pitch / 2) / pitch));
  return [
    ...Array.from({ length: there }, (_, i) => line(pitch / 2 + i * pitch, 1, hand, { swingMm: swing, waves })),
    ...Array.from({ length: Math.max(0, there - 1) }, (_, i) =>
      line((i + 1) * pitch, -1, hand, { swingMm: -swing, waves }),
    ),
  ];
}

/** How far lengthwise ways lie apart, and from the middle at the most, shares of the width. */
const LENGTHWISE = { step: 0.2, farthest: 0.42 } as const;
/** The middle, then to both sides of it against the first. */
const lengthwise = (W: number, loops: number, hand: Hand): PassLine[] =>
  Array.from({ length: loops }, (_, i) => {
    const off = i === 0 ? 0 : sides(i) * W * Math.min(LENGTHWISE.farthest, LENGTHWISE.step * Math.ceil(i / 2));
    return line(W / 2 + off, i === 0 ? 1 : -1, hand);
  });

/** A row of loops along the first side, about a line beside it; the last first where it goes back. */
function row(L: number, besideMm: number, step: number, radius: number, sense: 1 | -1, shift: number, hand: Hand) {
  const first = radius + 4 + shift;
  const count = Math.max(1, Math.floor((L - 2 * (radius + 4) - shift) / step) + 1);
  const loops = Array.from({ length: count }, (_, i): LoopLine => {
    const r = radius * (1 + ROUNDNESS * hand());
    return {
      aMm: first + i * step + MISS_MM * hand(),
      bMm: besideMm + MISS_MM * hand(),
      alongMm: r,
      besideMm: r,
      sense,
      share: 1,
    };
  });
  return sense > 0 ? loops : loops.reverse();
}

/** Loops along one side of the loaf and back along the other, each round half a step on. */
function circling(L: number, W: number, step: number, rounds: number, hand: Hand): LoopLine[] {
  const radius = Math.max(2, Math.min(LOOP_SHARE * step, W / 4 - 3));
  return Array.from({ length: rounds }, (_, k) =>
    row(L, k % 2 ? (3 * W) / 4 : W / 4, step, radius, sides(k), Math.floor(k / 2) % 2 ? step / 2 : 0, hand),
  ).flat();
}

function rim(L: number, W: number, turns: number, hand: Hand): Ways {
  const { fromWallMm: m, halfMm, roomMm } = RIM;
  return Array.from({ length: turns }, (): Ways => {
    const wall = (atMm: number, sense: 1 | -1) => [line(atMm, sense, hand, { roomMm })];
    return [
      { kind: "passes", along: "first", lines: wall(m, 1), halfMm },
      { kind: "passes", along: "second", lines: wall(L - m, 1), halfMm },
      { kind: "passes", along: "first", lines: wall(W - m, -1), halfMm },
      { kind: "passes", along: "second", lines: wall(m, -1), halfMm },
    ];
  }).flat();
}

/** Half a lobe of a wide eight, share of the length that it has. */
const LOBE = 0.48;
/** The lobes of wide eights, one after another along the loaf, each against the one before. */
const eights = (L: number, W: number, loops: number): LoopLine[] =>
  Array.from({ length: 2 * loops }, (_, i) => ({
    aMm: ((i + 0.5) * L) / (2 * loops),
    bMm: W / 2,
    alongMm: Math.max(3, LOBE * (L / (2 * loops))),
    besideMm: Math.max(3, W / 2 - FROM_WALL_MM),
    sense: sides(i),
    share: 1,
  }));

/** Where drags of a spoon lie, shares of the width. */
const SPOONS = { from: 0.3, over: 0.4 } as const;
const spoonDrags = (W: number, loops: number, hand: Hand): PassLine[] =>
  Array.from({ length: loops * 2 }, (_, i) =>
    line(W * (SPOONS.from + SPOONS.over * ((i * GOLDEN) % 1)), sides(i), hand, { swingMm: SPOON_SWING_MM, waves: 1 }),
  );

const free = (points: readonly [number, number][]): Ways =>
  points.length > 1 ? [{ kind: "free", points: [...points] }] : [];

/** What a stroke does in a mould of that size, seen from above: first along the loaf, second across it. */
export function strokeWays(
  o: Pick<Stroke, "path" | "pitchMm" | "loops" | "points">,
  L: number,
  W: number,
  hand: Hand = STEADY,
): Ways {
  switch (o.path) {
    case "crossings":
    case "rakes":
      return [{ kind: "passes", along: "second", lines: sideBySide(L, o.pitchMm, hand) }];
    case "s-curves":
      return [{ kind: "passes", along: "second", lines: thereAndBack(L, o.pitchMm, hand, S_SWING * o.pitchMm, 1) }];
    case "centre-pass":
      return [{ kind: "passes", along: "first", lines: lengthwise(W, o.loops, hand) }];
    case "circles":
      return [{ kind: "loops", lines: circling(L, W, o.pitchMm, o.loops, hand), halfMm: EDGE_HALF_MM }];
    case "rim-turns":
      return rim(L, W, o.loops, hand);
    case "figure-eights":
      return [{ kind: "loops", lines: eights(L, W, o.loops) }];
    case "spoon-drags":
      return [{ kind: "passes", along: "first", lines: spoonDrags(W, o.loops, hand) }];
    case "free":
      return free(o.points.map((p): [number, number] => [p.xMm, p.yMm]));
  }
}

/**
 * The teeth of a comb, seen from above, one after another. Across: set on side by side along the loaf, each pass half a pitch on; along and in waves: teeth about
 * the middle of the width, every second pass back and half a pitch aside. Teeth that would not fit into the mould are left out.
 */
export function combWays(
  o: Pick<Comb, "path" | "teeth" | "pitchMm" | "passes">,
  L: number,
  W: number,
  hand: Hand = STEADY,
): Ways {
  const isAcross = o.path === "across";
  const swingMm = o.path === "waves" ? Math.min(WAVE_MM, o.pitchMm) : 0;
  const waves = swingMm > 0 ? Math.max(1, Math.round(L / (4 * WAVE_MM))) : 0;
  // Between its teeth batter goes with the comb: none of them has the room of a single tool.
  const more = { swingMm, waves, roomMm: Math.max(COMB.roomMm, COMB.room * o.pitchMm) };
  return Array.from({ length: o.passes }, (_, pass): Ways[number] => {
    const shift = pass % 2 ? o.pitchMm / 2 : 0;
    const lines: PassLine[] = [];
    if (isAcross)
      for (let x = o.pitchMm / 2 + shift; x < L - 1; x += o.pitchMm) lines.push(line(x, sides(pass), hand, more));
    else
      for (let k = 0; k < o.teeth; k++) {
        const y = W / 2 + (k - (o.teeth - 1) / 2) * o.pitchMm + shift;
        if (y - swingMm >= COMB.fromWallMm && y + swingMm <= W - COMB.fromWallMm)
          lines.push(line(y, sides(pass), hand, more));
      }
    return { kind: "passes", along: isAcross ? "second" : "first", lines };
  });
}

/** What a tool does in the top. */
export function topWays(o: Pick<TopStroke, "path" | "pitchMm">, L: number, W: number, hand: Hand = STEADY): Ways {
  const { pitchMm: pitch } = o;
  if (o.path === "zigzag") return [{ kind: "passes", along: "second", lines: sideBySide(L, pitch, hand) }];
  if (o.path === "feather")
    return [{ kind: "passes", along: "second", lines: thereAndBack(L, TOP.featherStep * pitch, hand, 0, 0) }];
  if (o.path === "figure-eight") {
    const off = Math.min(TOP.eightOffMm, W / 4);
    const radius = Math.max(2, Math.min(TOP.loopRadius * pitch, W / 4 - 2, W / 2 - off - 2));
    const rows = ([-1, 1] as const).map((side) =>
      row(L, W / 2 + side * off, TOP.eightStep * pitch, radius, side, 0, hand),
    );
    return [{ kind: "loops", lines: rows.flat() }];
  }
  const radius = Math.max(2, Math.min(TOP.loopRadius * pitch, W / 2 - 6));
  return [{ kind: "loops", lines: row(L, W / 2, TOP.loopStep * pitch, radius, 1, 0, hand) }];
}

/** What a hanger does in the end view: first across from the near wall, second up. */
export function wireWays(
  o: Pick<Wire, "path" | "loops" | "points">,
  W: number,
  level: number,
  hand: Hand = STEADY,
): Ways {
  if (o.path === "free") return free(o.points.map((p): [number, number] => [p.yMm, p.zMm]));
  const m = WIRE.fromWallMm;
  if (o.path === "loops") {
    const radius = Math.max(2, Math.min(WIRE.loopShare * level, W / 3));
    const lines = Array.from({ length: o.loops }, (_, i): LoopLine => {
      const share = o.loops > 1 ? i / (o.loops - 1) : 0.5;
      const aMm = m + radius + (W - 2 * (m + radius)) * share;
      return {
        aMm,
        bMm: level * WIRE.loopAt,
        alongMm: radius,
        besideMm: radius,
        sense: 1,
        share: 1 + STRENGTH * hand(),
      };
    });
    return [{ kind: "loops", lines }];
  }
  if (o.path === "figure-eights") {
    const lines = Array.from({ length: o.loops }, (_, round) =>
      ([1, -1] as const).map((sense): LoopLine => {
        const inset = m + WIRE.insetMm * round;
        return {
          aMm: sense > 0 ? W / 4 : (3 * W) / 4,
          bMm: level / 2,
          alongMm: Math.max(3, W / 4 - inset / 2),
          besideMm: Math.max(3, level / 2 - inset),
          sense,
          share: 1 + STRENGTH * hand(),
        };
      }),
    ).flat();
    return [{ kind: "loops", lines }];
  }
  const columns = 2 * o.loops;
  const lines = Array.from({ length: columns }, (_, j) =>
    line(m + ((W - 2 * m) * j) / Math.max(1, columns - 1), j % 2 ? 1 : -1, hand),
  );
  return [{ kind: "passes", along: "second", lines }];
}

/** A way as it is drawn for people: lines without lifting, in mm of its plane. */
export type Path = { points: [number, number][] }[];

const CURVE_NODES = 28;
const MARGIN_MM = 2.5;
const curve = (nodes: number, at: (t: number) => [number, number]): [number, number][] =>
  Array.from({ length: nodes + 1 }, (_, i) => at(i / nodes));

function drawnPass(l: PassLine, along: "first" | "second", length: number): [number, number][] {
  const nodes = l.waves > 0 ? CURVE_NODES * l.waves : 1;
  const points = curve(nodes, (t) => {
    const s = MARGIN_MM + (length - 2 * MARGIN_MM) * t;
    const p = l.atMm + l.swingMm * Math.sin(2 * Math.PI * l.waves * (s / length));
    return along === "first" ? [s, p] : [p, s];
  });
  return l.sense > 0 ? points : points.reverse();
}

/** The lines of a way in a plane of that size, first and second side. */
export function pathOf(ways: Ways, first: number, second: number): Path {
  return ways.flatMap((run): Path => {
    if (run.kind === "free") return [{ points: run.points }];
    if (run.kind === "passes")
      return run.lines.map((l) => ({ points: drawnPass(l, run.along, run.along === "first" ? first : second) }));
    return run.lines.map((l) => ({
      points: curve(CURVE_NODES, (t) => [
        l.aMm - l.alongMm * Math.cos(2 * Math.PI * t),
        l.bMm - l.sense * l.besideMm * Math.sin(2 * Math.PI * t),
      ]),
    }));
  });
}
