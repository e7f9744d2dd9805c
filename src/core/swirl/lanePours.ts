import { hashSeed } from "../units/random";
import { area, type Build, type DesignPour, deposit, warp } from "./build";
import { LANE_WANDER_MM, seepMm } from "./look";
import { compileLanes, type Lane } from "./operations/lanes";

/** A run of compartments or of lines from bottles: lanes side by side, each with what was poured into it from the floor up. */
export function lanes(b: Build, run: readonly DesignPour[]): void {
  const { widthMm: W } = b.design;
  const isLines = run[0].kind === "bottleLine";
  const byLane = new Map<number, Lane>();
  let trace = 0;
  let weight = 0;
  let shortMm = 0;
  for (const p of run) {
    if (p.volumeMm3 <= 0) continue;
    const key = p.kind === "compartment" ? p.index : p.kind === "bottleLine" ? Math.round((p.acrossMm / W) * 1000) : 0;
    const lane = byLane.get(key) ?? { parts: [] };
    const last = lane.parts.at(-1);
    if (last?.colour === p.colour) last.volumeMm3 += p.volumeMm3;
    else lane.parts.push({ colour: p.colour, volumeMm3: p.volumeMm3 });
    byLane.set(key, lane);
    trace += p.trace * p.volumeMm3;
    weight += p.volumeMm3;
    if (p.kind === "bottleLine") shortMm = Math.max(shortMm, 30 - p.reachMm);
  }
  if (weight <= 0) return;
  const s = trace / weight;
  const seed = hashSeed(b.design.seed, run[0].id);
  const lane = compileLanes({
    seed,
    lengthMm: b.design.lengthMm,
    widthMm: W,
    levelMm: b.levelMm,
    lanes: [...byLane.entries()].sort((x, y) => x[0] - y[0]).map(([, l]) => l),
    wanderMm: isLines ? LANE_WANDER_MM * 0.6 : LANE_WANDER_MM,
    seepMm: isLines ? Math.max(1, shortMm * 0.5) : seepMm(s),
  });
  deposit(b, lane, weight / area(b));
  if (isLines) warp(b, hashSeed(seed, "lines"), 1.2, null, 5);
}
