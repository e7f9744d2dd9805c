import { type StrokeTool, TOOLS } from "../techniques/tools";
import { generator } from "../units/random";
import { type Build, type DesignPour, handOf, lookOf, warp } from "./build";
import { carryOf, freely, learned } from "./carry";
import { dragLossAtFloor, fadeMm, ROD_WANDER_MM, STROKE_WANDER_MM, WIRE_WANDER_MM } from "./look";
import { noiseTable } from "./noise";
import { compileLoops } from "./operations/loop";
import { compilePasses } from "./operations/pass";
import { compileStroke } from "./operations/stroke";
import { dragAt, type ToolDepth } from "./toolDepth";
import { combWays, type Hand, strokeWays, topWays, type Ways, wireWays } from "./ways";

type PourOf<K extends DesignPour["kind"]> = Extract<DesignPour, { kind: K }>;

const HAND_SEED = 0x5bd1e995;
const PEAK_DEPTH_MM = 12;
/** Height of a peak, share of what its tool drags along. */
const PEAK_SHARE = 0.28;
const PEAK_MODES = 7;
/** What a knock on the table, and plates drawn out, do to the batter: how far, down to which depth, mm (null: the whole), in how many waves. */
const KNOCKS = {
  tap: { amplitudeMm: 0.8, topMm: 10, modes: 5 },
  pull: { amplitudeMm: 1.6, topMm: null, modes: 5 },
} as const;

const lengthOf = (points: readonly [number, number][]): number =>
  points.reduce((way, [a, b], i) => (i ? way + Math.hypot(a - points[i - 1][0], b - points[i - 1][1]) : way), 0);

/** Width that counts of a tool led broadside, half of it, mm. */
const halfOf = (widthMm: number): number => widthMm / 2;

/** A tool led along its ways; `plane`: a rod stands upright and moves seen from above, a wire lies along the loaf and moves in the end view. */
interface Led {
  plane: "xy" | "yz";
  ways: Ways;
  halfMm: number;
  depth: ToolDepth | null;
  trace: number;
}

function lead(b: Build, seed: number, tool: Led): void {
  const { lengthMm, widthMm } = b.design;
  const { levelMm } = b;
  const look = lookOf(b);
  const isRod = tool.plane === "xy";
  const random = generator(seed);
  const { depth } = tool;
  const [first, second] = isRod ? [lengthMm, widthMm] : [widthMm, levelMm];
  const [along, beside, third] = isRod ? (["x", "y", "z"] as const) : (["y", "z", "x"] as const);
  for (const run of tool.ways) {
    const shared = {
      carry: learned(carryOf(tool.trace, (run.kind === "free" ? undefined : run.halfMm) ?? tool.halfMm), look),
      dragAt: depth ? (z: number) => dragAt(depth, z) : undefined,
      wanderMm: look.wander * (isRod ? ROD_WANDER_MM : WIRE_WANDER_MM),
      wander: noiseTable(random, 1, 4),
      loafMm: isRod ? 0 : lengthMm,
      levelMm,
      third,
    };
    if (run.kind === "passes") {
      if (run.lines.length === 0) continue;
      const isFirst = run.along === "first";
      const way = isFirst ? along : beside;
      const size = isFirst ? { lengthMm: first, roomMm: second } : { lengthMm: second, roomMm: first };
      b.operations.push(compilePasses({ ...shared, ...size, way, beside: isFirst ? beside : along, lines: run.lines }));
    } else if (run.kind === "loops") {
      b.operations.push(compileLoops({ ...shared, along, beside, lengthMm: first, roomMm: second, lines: run.lines }));
    } else if (lengthOf(run.points) > 0) {
      b.operations.push(
        compileStroke({
          seed,
          plane: tool.plane,
          path: [{ points: run.points }],
          lengthMm,
          widthMm,
          levelMm,
          ...freely(shared.carry),
          wanderMm: look.wander * STROKE_WANDER_MM,
          tipMm: 0,
          fadeMm: 1,
          lossAtFloor: 0,
          ...depth,
        }),
      );
    }
  }
}

/** What a hand adds to a way, from a seed of its own. */
const missesOf = (b: Build, seed: number): Hand => {
  const random = generator(seed ^ HAND_SEED);
  const lively = handOf(b);
  return () => lively * (2 * random() - 1);
};

/** A tool held upright. */
function rod(
  b: Build,
  seed: number,
  pour: { tool: StrokeTool; depthMm: number | null; trace: number },
  ways: Ways,
): void {
  const { widthMm, reachMm } = TOOLS[pour.tool];
  lead(b, seed, {
    plane: "xy",
    ways,
    halfMm: halfOf(widthMm),
    trace: pour.trace,
    depth: {
      levelMm: b.levelMm,
      tipMm: pour.depthMm === null ? 0 : Math.max(0, b.levelMm - pour.depthMm),
      fadeMm: fadeMm(reachMm),
      lossAtFloor: dragLossAtFloor(reachMm),
    },
  });
}

export const stroke = (b: Build, pour: PourOf<"stroke">, seed: number): void =>
  rod(b, seed, pour, strokeWays(pour, b.design.lengthMm, b.design.widthMm, missesOf(b, seed)));

export const combStroke = (b: Build, pour: PourOf<"comb">, seed: number): void =>
  rod(b, seed, pour, combWays(pour, b.design.lengthMm, b.design.widthMm, missesOf(b, seed)));

export const topStroke = (b: Build, pour: PourOf<"topStroke">, seed: number): void =>
  rod(b, seed, pour, topWays(pour, b.design.lengthMm, b.design.widthMm, missesOf(b, seed)));

export const wire = (b: Build, pour: PourOf<"wire">, seed: number): void =>
  lead(b, seed, {
    plane: "yz",
    ways: wireWays(pour, b.design.widthMm, b.levelMm, missesOf(b, seed)),
    halfMm: halfOf(pour.thicknessMm),
    trace: pour.trace,
    depth: null,
  });

export const peaks = (b: Build, pour: PourOf<"peaks">, seed: number): void =>
  warp(b, seed, TOOLS[pour.tool].reachMm * PEAK_SHARE, PEAK_DEPTH_MM, PEAK_MODES);

export function knock(b: Build, seed: number, how: keyof typeof KNOCKS): void {
  const { amplitudeMm, topMm, modes } = KNOCKS[how];
  warp(b, seed, amplitudeMm, topMm, modes);
}
