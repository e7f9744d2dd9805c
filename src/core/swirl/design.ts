import type { Operation } from "../plan/operations";
import {
  dragCoupling,
  dragReachMm,
  fadeMm,
  filaments,
  handMm,
  LANE_WANDER_MM,
  POT_PASSES,
  POUR_HEIGHT,
  penetration,
  STROKE_WANDER_MM,
  seepMm,
  strokeCoupling,
  TOOL_REACH_MM,
  TOP_LINE,
  wireReachMm,
  wobbleMm,
} from "./look";
import { compileFunnel } from "./operations/funnel";
import { compileLanes, type Lane } from "./operations/lanes";
import { compileLayer } from "./operations/layer";
import { bump, compileLens, footprint } from "./operations/lens";
import { compilePlume, plumeBottomMm } from "./operations/plume";
import { compileSink } from "./operations/sink";
import { compileSlope } from "./operations/slope";
import { compileStroke } from "./operations/stroke";
import { compileWarp } from "./operations/warp";
import { type Path, strokePath, topPath, wirePath } from "./paths";
import type { CompiledOperation } from "./points";
import { makePot, type Pot, type PotStep, passPaint } from "./pot";
import { type Profile, stripeProfile, tabulate, topLineProfile } from "./profile";
import { generator, hashSeed } from "./random";

/** One operation of a design with all that shapes it; plain data that can be sent to a worker. Movements have no volume. */
export type DesignPour = Operation extends infer O
  ? O extends Operation
    ? Omit<O, "mouldId" | "portionId" | "cupPct" | "keptBackPct"> & { colour: number; volumeMm3: number; trace: number }
    : never
  : never;

/** The design of one mould: its inner size and the operations in order. */
export interface Design {
  seed: number;
  lengthMm: number;
  widthMm: number;
  pours: DesignPour[];
}

export interface CompiledDesign {
  lengthMm: number;
  widthMm: number;
  /** Final level of the batter, mm. */
  levelMm: number;
  operations: CompiledOperation[];
}

const NOTHING_MM = 1e-9;

/** State while a design is compiled: what is in the mould, in the pot, and how the mould stands. */
interface Build {
  design: Design;
  operations: CompiledOperation[];
  levelMm: number;
  pot: PotStep[];
  potVolume: number;
  tiltDeg: number;
}

const KINDS_INTO_LANES: ReadonlySet<DesignPour["kind"]> = new Set(["compartment", "bottleLine"]);

/** Compiles the operations to volume-preserving maps. A pour of no volume and a movement of no length change nothing. */
export function compileDesign(design: Design, upTo = design.pours.length): CompiledDesign {
  const build: Build = { design, operations: [], levelMm: 0, pot: [], potVolume: 0, tiltDeg: 0 };
  const pours = design.pours.slice(0, upTo);
  for (let i = 0; i < pours.length; i++) {
    if (KINDS_INTO_LANES.has(pours[i].kind) || pours[i].kind === "wallPour") {
      let end = i + 1;
      while (
        end < pours.length &&
        (pours[end].kind === pours[i].kind || (pours[i].kind === "wallPour" && pours[end].kind === "tilt"))
      )
        end++;
      const run = pours.slice(i, end);
      if (pours[i].kind === "wallPour") wallPours(build, run);
      else lanes(build, run);
      i = end - 1;
    } else add(build, pours[i]);
  }
  const { lengthMm, widthMm } = design;
  return { lengthMm, widthMm, levelMm: build.levelMm, operations: build.operations };
}

const area = (b: Build) => b.design.lengthMm * b.design.widthMm;
const boxOf = (b: Build, colour: number) => ({ lengthMm: b.design.lengthMm, widthMm: b.design.widthMm, colour });

function add(b: Build, pour: DesignPour): void {
  const seed = hashSeed(b.design.seed, pour.id);
  const addsMm = pour.volumeMm3 / area(b);
  const isPour = addsMm > NOTHING_MM;
  switch (pour.kind) {
    case "layer":
      if (isPour) deposit(b, compileLayer({ ...boxOf(b, pour.colour), seed, levelMm: b.levelMm, addsMm }), addsMm);
      return;
    case "stripe":
      if (isPour) stripe(b, pour, seed, addsMm);
      return;
    case "plop":
      if (isPour) plop(b, pour, addsMm);
      return;
    case "funnel":
      if (isPour)
        deposit(
          b,
          compileFunnel({ ...boxOf(b, pour.colour), seed, levelMm: b.levelMm, addsMm, trace: pour.trace }),
          addsMm,
        );
      return;
    case "spoonRow":
      if (isPour) spoonRow(b, pour, seed, addsMm);
      return;
    case "topLine":
      if (isPour) topLine(b, pour, seed, addsMm);
      return;
    case "drizzle":
      if (isPour) drizzle(b, pour, seed, addsMm);
      return;
    case "potStack":
      if (isPour) b.pot.push({ kind: "stack", colour: pour.colour, volumeMm3: pour.volumeMm3 });
      return;
    case "potDrop":
      if (isPour)
        b.pot.push({
          kind: "drop",
          colour: pour.colour,
          volumeMm3: pour.volumeMm3,
          clock: pour.clock,
          height: POUR_HEIGHT[pour.height],
          trace: pour.trace,
        });
      return;
    case "potTurn":
      if (pour.turns > 0) b.pot.push({ kind: "turn", turns: pour.turns * 0.45 });
      return;
    case "potPour":
      pourPot(b, pour, seed);
      return;
    case "tilt":
      b.tiltDeg = pour.angleDeg;
      return;
    default:
      if (b.levelMm > 0) move(b, pour, seed);
  }
}

function deposit(b: Build, operation: CompiledOperation, addsMm: number): void {
  b.operations.push(operation);
  b.levelMm += addsMm;
}

/** A plume where there is batter enough to take it; else the pour spreads as a layer. */
function pushPlume(b: Build, input: Parameters<typeof compilePlume>[0]): void {
  const bottom = plumeBottomMm(input.bottomMm, input.levelMm, input.addsMm, input.profile);
  deposit(b, bottom === null ? compileLayer(input) : compilePlume(input), input.addsMm);
}

/** Spread of the filaments of one pass and of the passes of one stripe, mm. */
const FILAMENT_SPREAD_MM = 5;
const PASS_SPREAD_MM = 3;
const DRAWS_PER_PART = 4;
const MOST_PARTS = 6;

function stripe(b: Build, pour: Extract<DesignPour, { kind: "stripe" }>, seed: number, addsMm: number): void {
  const ph = POUR_HEIGHT[pour.height];
  const box = boxOf(b, pour.colour);
  const random = generator(seed);
  const draws = Array.from({ length: MOST_PARTS * DRAWS_PER_PART }, random);
  const wobble = wobbleMm(pour.trace);
  const depth = penetration(pour.trace, ph);
  const profile: Profile = stripeProfile(pour.trace, ph);
  if (b.levelMm > 0) {
    b.operations.push(
      compileSink({
        ...box,
        seed: hashSeed(seed, "sink"),
        levelMm: b.levelMm,
        acrossMm: pour.acrossMm,
        wobbleMm: wobble * 0.55,
        bottomMm: b.levelMm * (1 - depth),
        reachMm: 2 * dragReachMm(pour.trace) * (0.8 + 0.4 * draws[0]),
        coupling: dragCoupling(pour.trace, ph),
      }),
    );
  }
  const perPass = filaments(pour.trace);
  const parts = Math.min(MOST_PARTS, pour.passes * perPass);
  const weights = Array.from({ length: parts }, (_, i) => 0.6 + 0.8 * draws[i * DRAWS_PER_PART + 1]);
  const total = weights.reduce((a, w) => a + w, 0);
  for (let i = 0; i < parts; i++) {
    const [side, , reach, shift] = draws.slice(i * DRAWS_PER_PART, (i + 1) * DRAWS_PER_PART);
    const partMm = (addsMm * weights[i]) / total;
    const filament = i % perPass;
    const offset =
      (filament - (perPass - 1) / 2) * FILAMENT_SPREAD_MM * (0.7 + 0.6 * side) +
      (shift - 0.5) * PASS_SPREAD_MM * pour.passes;
    const reached = Math.min(0.985, depth * (filament === 0 ? 1 : 0.55 + 0.45 * reach));
    pushPlume(b, {
      ...box,
      seed: hashSeed(seed, `part${i}`),
      levelMm: b.levelMm,
      addsMm: partMm,
      acrossMm: pour.acrossMm + offset,
      bottomMm: (b.levelMm + partMm) * (1 - reached),
      wobbleMm: wobble,
      profile,
    });
  }
}

function plop(b: Build, pour: Extract<DesignPour, { kind: "plop" }>, addsMm: number): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const ph = POUR_HEIGHT[pour.height];
  const reach = Math.sqrt(pour.volumeMm3 / Math.max(6, 9 * Math.sqrt(addsMm + 1))) * 0.9;
  const spread = 1 + 0.5 * Math.max(0, 2.6 - pour.trace);
  const lens = compileLens({
    ...boxOf(b, pour.colour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint(bump(pour.alongMm / L, Math.min(0.9, (reach * spread) / L))),
    across: footprint(bump(pour.acrossMm / W, Math.min(0.95, (reach * spread) / W))),
    depthMm: (b.levelMm + addsMm) * penetration(pour.trace, ph) * 0.6,
  });
  deposit(b, lens, addsMm);
}

function spoonRow(b: Build, pour: Extract<DesignPour, { kind: "spoonRow" }>, seed: number, addsMm: number): void {
  const { lengthMm: L, widthMm: W } = b.design;
  const random = generator(seed);
  const spoons = Math.max(2, Math.round(L / 38));
  const places = Array.from({ length: spoons }, (_, i) => (i + 0.25 + 0.5 * random()) / spoons);
  const sizes = places.map(() => 0.6 + 0.8 * random());
  const bumps = places.map((p) => bump(p, 0.85 / spoons));
  const lens = compileLens({
    ...boxOf(b, pour.colour),
    levelMm: b.levelMm,
    addsMm,
    along: footprint((u) => 0.12 + bumps.reduce((sum, f, i) => sum + sizes[i] * f(u), 0)),
    across: footprint((u) => 0.04 + bump(pour.acrossMm / W, 0.38 + 0.1 * random())(u)),
    depthMm: Math.min(6, b.levelMm * 0.25) * random(),
  });
  deposit(b, lens, addsMm);
  warp(b, hashSeed(seed, "press"), handMm(pour.trace) * 0.7, null, 4);
}

function topLine(b: Build, pour: Extract<DesignPour, { kind: "topLine" }>, seed: number, addsMm: number): void {
  const bottomMm = b.levelMm + addsMm - TOP_LINE.depthMm;
  const profile = topLineProfile();
  pushPlume(b, {
    ...boxOf(b, pour.colour),
    acrossMm: pour.acrossMm,
    wobbleMm: TOP_LINE.wobbleMm,
    profile,
    seed,
    levelMm: b.levelMm,
    addsMm,
    bottomMm,
  });
}

const DRIZZLES = 5;
function drizzle(b: Build, pour: Extract<DesignPour, { kind: "drizzle" }>, seed: number, addsMm: number): void {
  const random = generator(seed);
  const profile = topLineProfile();
  for (let i = 0; i < DRIZZLES; i++) {
    const acrossMm = b.design.widthMm * ((i + 0.2 + 0.6 * random()) / DRIZZLES);
    const partMm = addsMm / DRIZZLES;
    pushPlume(b, {
      ...boxOf(b, pour.colour),
      acrossMm,
      wobbleMm: 7,
      profile,
      seed: hashSeed(seed, `d${i}`),
      levelMm: b.levelMm,
      addsMm: partMm,
      bottomMm: b.levelMm + partMm - TOP_LINE.depthMm,
    });
  }
}

/** A run of compartments or of lines from bottles: lanes side by side, each with what was poured into it from the floor up. */
function lanes(b: Build, run: readonly DesignPour[]): void {
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

/** Pours along the upper edge of a tilted mould: each as many thin sheets as it has strokes, in the order of the pours. */
function wallPours(b: Build, run: readonly DesignPour[]): void {
  const sheets: { colour: number; volumeMm3: number }[] = [];
  let trace = 0;
  let total = 0;
  for (const p of run) {
    if (p.kind === "tilt") {
      if (sheets.length === 0) b.tiltDeg = p.angleDeg;
      continue;
    }
    if (p.volumeMm3 <= 0) continue;
    sheets.push({ colour: p.colour, volumeMm3: p.volumeMm3 });
    trace += p.trace * p.volumeMm3;
    total += p.volumeMm3;
  }
  if (total > 0) slopeSheets(b, sheets, trace / total, run[0].id);
}

function slopeSheets(b: Build, sheets: { colour: number; volumeMm3: number }[], s: number, id: string): void {
  const total = sheets.reduce((sum, x) => sum + x.volumeMm3, 0);
  const angle = b.tiltDeg > 0 ? b.tiltDeg : 30;
  const slope = Math.min(0.9, Math.tan((angle * Math.PI) / 180));
  const { lengthMm, widthMm } = b.design;
  deposit(b, compileSlope({ lengthMm, widthMm, levelMm: b.levelMm, sheets, slope }), total / area(b));
  const seed = hashSeed(b.design.seed, id);
  warp(b, hashSeed(seed, "sheets"), handMm(s) * 1.3, null, 6);
  warp(b, hashSeed(seed, "strokes"), handMm(s) * 0.8, null, 3);
}

/** A stream from a pot stirs what it falls on more than a laid sheet does. */
const IN_POT_HANDS = 4.5;
const chordProfile = () => tabulate((t) => 0.35 + Math.sin(Math.PI * Math.min(1, t * 1.1)));

/** Pours the pot out: on a tilt as sheets, else in passes that lie on at alternating sides, every third one punching in. */
function pourPot(b: Build, pour: Extract<DesignPour, { kind: "potPour" }>, seed: number): void {
  const pot = makePot(b.pot, hashSeed(seed, "pot"));
  b.pot = [];
  if (pot.volumeMm3 <= 0) return;
  if (pour.way === "tilted") {
    slopeSheets(b, pot.isStack ? strokesOf(pot, pour.strokes, seed) : sheetsOf(pot, pour.strokes), pour.trace, pour.id);
    return;
  }
  const { widthMm: W } = b.design;
  const random = generator(seed);
  const passes = Math.max(3, Math.min(16, pour.strokes || POT_PASSES));
  const addsMm = pot.volumeMm3 / area(b) / passes;
  for (let i = 0; i < passes; i++) {
    const paint = passPaint(pot, i / passes, (i + 1) / passes, i % 2 === 1, pour.way);
    const box = { ...boxOf(b, 0), paint, levelMm: b.levelMm, addsMm };
    const side = i % 2 ? 0.36 : 0.64;
    if (i % 3 === 2 && b.levelMm > 0) {
      pushPlume(b, {
        ...box,
        seed: hashSeed(seed, `pass${i}`),
        acrossMm: W * (0.4 + 0.2 * random()),
        bottomMm: b.levelMm * (0.25 + 0.3 * random()),
        wobbleMm: wobbleMm(pour.trace),
        profile: chordProfile(),
      });
      continue;
    }
    const spot = pour.way === "one-place" ? bump(0.5, 0.75) : () => 1;
    const lens = compileLens({
      ...box,
      along: footprint((u) => (pour.way === "one-place" ? 0.2 : 0) + spot(u)),
      across: footprint((u) => 0.25 + bump(side + 0.1 * (random() - 0.5), 0.8)(u)),
      depthMm: b.levelMm * 0.3 * random(),
    });
    deposit(b, lens, addsMm);
    warp(b, hashSeed(seed, `hand${i}`), handMm(pour.trace) * IN_POT_HANDS, null, 5);
  }
}

/** Sheets of a stack on its way out, each colour parted over its strokes with a hand's unevenness. */
function strokesOf(pot: Pot, strokes: number, seed: number) {
  const random = generator(hashSeed(seed, "strokes"));
  const mixed: { colour: number; volumeMm3: number }[] = [];
  const { outOrder } = pot;
  outOrder.forEach((s, i) => {
    const next = outOrder[i + 1];
    const n = Math.max(1, Math.round((strokes * s.volumeMm3) / pot.volumeMm3));
    // A little of the next colour runs along the wall before its turn, and comes back to it later.
    const early = next && n > 1 ? Math.min(s.volumeMm3, next.volumeMm3) * 0.06 * random() : 0;
    const half = s.volumeMm3 * (0.55 + 0.2 * random());
    mixed.push({ colour: s.colour, volumeMm3: half });
    if (early > 0) {
      mixed.push({ colour: next.colour, volumeMm3: early });
      outOrder[i + 1] = { ...next, volumeMm3: next.volumeMm3 - early };
    }
    mixed.push({ colour: s.colour, volumeMm3: s.volumeMm3 - half });
  });
  return mixed;
}

/** A swirled pot on a tilt: its stream cut into sheets by the colours that it mostly has. */
function sheetsOf(pot: Pot, strokes: number) {
  const n = Math.max(12, strokes * 3);
  const tallies = Array.from({ length: n }, () => new Map<number, number>());
  const SIDE = 24;
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < SIDE; k++) {
      const t = (i + 0.5) / n;
      const x = Math.cos(Math.PI * t);
      const colour = pot.colourAt(x, (2 * ((k + 0.5) / SIDE) - 1) * Math.sqrt(1 - x * x), (k * 0.618) % 1);
      tallies[i].set(colour, (tallies[i].get(colour) ?? 0) + 1 / SIDE);
    }
  }
  return tallies.flatMap((tally) =>
    [...tally].map(([colour, share]) => ({ colour, volumeMm3: (share * pot.volumeMm3) / n })),
  );
}

function warp(b: Build, seed: number, amplitudeMm: number, topMm: number | null, modes: number): void {
  const { lengthMm, widthMm } = b.design;
  b.operations.push(compileWarp({ seed, lengthMm, widthMm, levelMm: b.levelMm, amplitudeMm, topMm, modes }));
}

const PEAK_DEPTH_MM = 12;

function move(b: Build, pour: DesignPour, seed: number): void {
  const { lengthMm, widthMm } = b.design;
  const box = { seed, lengthMm, widthMm, levelMm: b.levelMm };
  const coupling = strokeCoupling(pour.trace);
  const rod = (path: Path, reachMm: number, depthMm: number | null) => {
    if (path.length === 0) return;
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
        wanderMm: STROKE_WANDER_MM,
      }),
    );
  };
  if (pour.kind === "stroke") rod(strokePath(pour, lengthMm, widthMm), TOOL_REACH_MM[pour.tool], pour.depthMm);
  else if (pour.kind === "topStroke") rod(topPath(pour, lengthMm, widthMm), TOOL_REACH_MM[pour.tool], pour.depthMm);
  else if (pour.kind === "wire") {
    const path = wirePath(pour, widthMm, b.levelMm);
    b.operations.push(
      compileStroke({
        ...box,
        plane: "yz",
        path,
        reachMm: wireReachMm(pour.thicknessMm),
        coupling,
        tipMm: 0,
        fadeMm: 1,
        wanderMm: STROKE_WANDER_MM,
      }),
    );
  } else if (pour.kind === "peaks") warp(b, seed, TOOL_REACH_MM[pour.tool] * 0.28, PEAK_DEPTH_MM, 7);
  else if (pour.kind === "tap" || pour.kind === "pullDividers")
    warp(b, seed, pour.kind === "tap" ? 0.8 : 1.6, pour.kind === "tap" ? 10 : null, 5);
}
