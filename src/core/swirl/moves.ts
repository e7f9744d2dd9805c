import { type Build, type DesignPour, warp } from "./build";
import { dragLossAtFloor, fadeMm, STROKE_WANDER_MM, strokeCoupling, TOOL_REACH_MM, wireReachMm } from "./look";
import { compileStroke } from "./operations/stroke";
import { combPath, type Path, strokePath, topPath, wirePath } from "./paths";

const PEAK_DEPTH_MM = 12;

const lengthOf = (path: Path): number =>
  path.reduce(
    (sum, { points }) =>
      points.reduce((way, [a, b], i) => (i ? way + Math.hypot(a - points[i - 1][0], b - points[i - 1][1]) : way), sum),
    0,
  );

export function move(b: Build, pour: DesignPour, seed: number): void {
  const { lengthMm, widthMm } = b.design;
  const box = { seed, lengthMm, widthMm, levelMm: b.levelMm };
  const coupling = strokeCoupling(pour.trace);
  const rod = (path: Path, reachMm: number, depthMm: number | null) => {
    if (lengthOf(path) === 0) return;
    const tipMm = depthMm === null ? 0 : Math.max(0, b.levelMm - depthMm);
    b.operations.push(
      compileStroke({
        ...box,
        plane: "xy",
        path,
        reachMm,
        coupling,
        tipMm,
        fadeMm: fadeMm(reachMm),
        lossAtFloor: dragLossAtFloor(reachMm),
        wanderMm: STROKE_WANDER_MM,
      }),
    );
  };
  if (pour.kind === "stroke") rod(strokePath(pour, lengthMm, widthMm), TOOL_REACH_MM[pour.tool], pour.depthMm);
  else if (pour.kind === "comb") rod(combPath(pour, lengthMm, widthMm), TOOL_REACH_MM[pour.tool], pour.depthMm);
  else if (pour.kind === "topStroke") rod(topPath(pour, lengthMm, widthMm), TOOL_REACH_MM[pour.tool], pour.depthMm);
  else if (pour.kind === "wire") {
    const path = wirePath(pour, widthMm, b.levelMm);
    if (lengthOf(path) === 0) return;
    b.operations.push(
      compileStroke({
        ...box,
        plane: "yz",
        path,
        reachMm: wireReachMm(pour.thicknessMm),
        coupling,
        tipMm: 0,
        fadeMm: 1,
        lossAtFloor: 0,
        wanderMm: STROKE_WANDER_MM,
      }),
    );
  } else if (pour.kind === "peaks") warp(b, seed, TOOL_REACH_MM[pour.tool] * 0.28, PEAK_DEPTH_MM, 7);
  else if (pour.kind === "tap" || pour.kind === "pullDividers")
    warp(b, seed, pour.kind === "tap" ? 0.8 : 1.6, pour.kind === "tap" ? 10 : null, 5);
}
