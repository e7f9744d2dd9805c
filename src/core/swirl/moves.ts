import { TOOLS } from "../techniques/tools";
import { type Build, type DesignPour, warp } from "./build";
import { dragLossAtFloor, fadeMm, STROKE_WANDER_MM, strokeCoupling, wireReachMm } from "./look";
import { compileStroke } from "./operations/stroke";
import { combPath, type Path, strokePath, topPath, wirePath } from "./paths";

type PourOf<K extends DesignPour["kind"]> = Extract<DesignPour, { kind: K }>;

const PEAK_DEPTH_MM = 12;
/** Height of a peak, share of what its tool drags along. */
const PEAK_SHARE = 0.28;
const PEAK_MODES = 7;
/** What a knock on the table, and plates drawn out, do to the batter: how far, down to which depth, mm (null: the whole), in how many waves. */
const KNOCKS = {
  tap: { amplitudeMm: 0.8, topMm: 10, modes: 5 },
  pull: { amplitudeMm: 1.6, topMm: null, modes: 5 },
} as const;

const lengthOf = (path: Path): number =>
  path.reduce(
    (sum, { points }) =>
      points.reduce((way, [a, b], i) => (i ? way + Math.hypot(a - points[i - 1][0], b - points[i - 1][1]) : way), sum),
    0,
  );

type Tool = Pick<
  Parameters<typeof compileStroke>[0],
  "plane" | "path" | "reachMm" | "tipMm" | "fadeMm" | "lossAtFloor"
>;

/** A tool led along its path; one that goes nowhere changes nothing. */
function lead(b: Build, seed: number, trace: number, tool: Tool): void {
  if (lengthOf(tool.path) === 0) return;
  const { lengthMm, widthMm } = b.design;
  const coupling = strokeCoupling(trace);
  b.operations.push(
    compileStroke({ seed, lengthMm, widthMm, levelMm: b.levelMm, coupling, wanderMm: STROKE_WANDER_MM, ...tool }),
  );
}

/** A tool held upright, drawn along a path seen from above. */
const rod = (b: Build, seed: number, trace: number, path: Path, reachMm: number, depthMm: number | null): void =>
  lead(b, seed, trace, {
    plane: "xy",
    path,
    reachMm,
    tipMm: depthMm === null ? 0 : Math.max(0, b.levelMm - depthMm),
    fadeMm: fadeMm(reachMm),
    lossAtFloor: dragLossAtFloor(reachMm),
  });

export function stroke(b: Build, pour: PourOf<"stroke">, seed: number): void {
  const path = strokePath(pour, b.design.lengthMm, b.design.widthMm);
  rod(b, seed, pour.trace, path, TOOLS[pour.tool].reachMm, pour.depthMm);
}

export function combStroke(b: Build, pour: PourOf<"comb">, seed: number): void {
  const path = combPath(pour, b.design.lengthMm, b.design.widthMm);
  rod(b, seed, pour.trace, path, TOOLS[pour.tool].reachMm, pour.depthMm);
}

export function topStroke(b: Build, pour: PourOf<"topStroke">, seed: number): void {
  const path = topPath(pour, b.design.lengthMm, b.design.widthMm);
  rod(b, seed, pour.trace, path, TOOLS[pour.tool].reachMm, pour.depthMm);
}

export function wire(b: Build, pour: PourOf<"wire">, seed: number): void {
  const path = wirePath(pour, b.design.widthMm, b.levelMm);
  const reachMm = wireReachMm(pour.thicknessMm);
  lead(b, seed, pour.trace, { plane: "yz", path, reachMm, tipMm: 0, fadeMm: 1, lossAtFloor: 0 });
}

export const peaks = (b: Build, pour: PourOf<"peaks">, seed: number): void =>
  warp(b, seed, TOOLS[pour.tool].reachMm * PEAK_SHARE, PEAK_DEPTH_MM, PEAK_MODES);

export function knock(b: Build, seed: number, how: keyof typeof KNOCKS): void {
  const { amplitudeMm, topMm, modes } = KNOCKS[how];
  warp(b, seed, amplitudeMm, topMm, modes);
}
