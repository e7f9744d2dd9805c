import { hashSeed } from "../units/random";
import { area, type Build, boxOf, type DesignPour, deposit, handOf, warp } from "./build";
import { LANE_WANDER_MM, seepMm } from "./look";
import { compileLanes, type Lane } from "./operations/lanes";
import { compileWallLines } from "./operations/wallLines";
import type { DepositPaint } from "./paintDeposit";

/** A nozzle that reaches so far down lays its lines to the floor, mm. */
const FULL_REACH_MM = 30;
const LINES_UNEVEN = { amplitudeMm: 1.2, modes: 5 } as const;

/** A run of compartments: lanes side by side, each with what was poured into it from the floor up. */
export function lanes(b: Build, run: readonly DesignPour[]): void {
  const byLane = new Map<number, Lane>();
  let trace = 0;
  let weight = 0;
  for (const p of run) {
    if (p.kind !== "compartment" || p.volumeMm3 <= 0) continue;
    const lane = byLane.get(p.index) ?? { parts: [] };
    const { colour, paint } = boxOf(b, p);
    const last = lane.parts.at(-1);
    if (last?.colour === colour && !paint && !last.paint) last.volumeMm3 += p.volumeMm3;
    else lane.parts.push({ colour, paint, volumeMm3: p.volumeMm3 });
    byLane.set(p.index, lane);
    trace += p.trace * p.volumeMm3;
    weight += p.volumeMm3;
  }
  if (weight <= 0) return;
  const { lengthMm, widthMm, seed } = b.design;
  const compiled = compileLanes({
    seed: hashSeed(seed, run[0].id),
    lengthMm,
    widthMm,
    levelMm: b.levelMm,
    lanes: [...byLane.entries()].sort((x, y) => x[0] - y[0]).map(([, l]) => l),
    wanderMm: handOf(b) * LANE_WANDER_MM,
    seepMm: seepMm(trace / weight),
  });
  deposit(b, compiled, weight / area(b));
}

/** A run of lines from bottles, by their place from the near wall. */
export function bottleLines(b: Build, run: readonly DesignPour[]): void {
  const lines: { colour: number; paint?: DepositPaint; volumeMm3: number; acrossMm: number }[] = [];
  let shortMm = 0;
  for (const p of run) {
    if (p.kind !== "bottleLine" || p.volumeMm3 <= 0) continue;
    lines.push({ ...boxOf(b, p), volumeMm3: p.volumeMm3, acrossMm: p.acrossMm });
    shortMm = Math.max(shortMm, FULL_REACH_MM - p.reachMm);
  }
  if (lines.length === 0) return;
  lines.sort((x, y) => x.acrossMm - y.acrossMm);
  const volume = lines.reduce((sum, l) => sum + l.volumeMm3, 0);
  const { lengthMm, widthMm } = b.design;
  const seed = hashSeed(b.design.seed, run[0].id);
  const compiled = compileWallLines({
    seed,
    lengthMm,
    widthMm,
    levelMm: b.levelMm,
    lines,
    lively: handOf(b),
    shortMm,
  });
  deposit(b, compiled, volume / area(b));
  warp(b, hashSeed(seed, "lines"), LINES_UNEVEN.amplitudeMm, null, LINES_UNEVEN.modes);
}
