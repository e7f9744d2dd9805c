import { dragCoupling, dragReachMm, filaments, POUR_HEIGHT, penetration, TOP_LINE, wobbleMm } from "./look";
import { compileLayer } from "./operations/layer";
import { compilePlume, plumeBottomMm } from "./operations/plume";
import { compileSink } from "./operations/sink";
import type { CompiledOperation } from "./points";
import { type Profile, stripeProfile, topLineProfile } from "./profile";
import { generator, hashSeed } from "./random";

/** One pour of a design with all that shapes it; plain data that can be sent to a worker. */
export type DesignPour =
  | { kind: "layer"; id: string; colour: number; volumeMm3: number; trace: number }
  | {
      kind: "stripe";
      id: string;
      colour: number;
      volumeMm3: number;
      trace: number;
      acrossMm: number;
      height: keyof typeof POUR_HEIGHT;
      passes: number;
    }
  | { kind: "topLine"; id: string; colour: number; volumeMm3: number; trace: number; acrossMm: number };

/** The design of one mould: its inner size and the pours in order. */
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

/** Compiles the pours to volume-preserving operations. A pour of no volume changes nothing. */
export function compileDesign(design: Design): CompiledDesign {
  const { lengthMm, widthMm } = design;
  const operations: CompiledOperation[] = [];
  let levelMm = 0;
  for (const pour of design.pours) {
    const addsMm = pour.volumeMm3 / (lengthMm * widthMm);
    if (!(addsMm > NOTHING_MM)) continue;
    const seed = hashSeed(design.seed, pour.id);
    const box = { lengthMm, widthMm, colour: pour.colour };
    if (pour.kind === "layer") operations.push(compileLayer({ ...box, seed, levelMm, addsMm }));
    else if (pour.kind === "stripe") compileStripe(operations, pour, seed, box, levelMm, addsMm);
    else {
      const bottomMm = levelMm + addsMm - TOP_LINE.depthMm;
      const plume = { ...box, acrossMm: pour.acrossMm, wobbleMm: TOP_LINE.wobbleMm, profile: topLineProfile() };
      pushPlume(operations, { ...plume, seed, levelMm, addsMm, bottomMm });
    }
    levelMm += addsMm;
  }
  return { lengthMm, widthMm, levelMm, operations };
}

/** A plume where there is batter enough to take it; else the pour spreads as a layer. */
function pushPlume(operations: CompiledOperation[], input: Parameters<typeof compilePlume>[0]): void {
  const bottom = plumeBottomMm(input.bottomMm, input.levelMm, input.addsMm, input.profile);
  operations.push(bottom === null ? compileLayer(input) : compilePlume(input));
}

/** Spread of the filaments of one pass and of the passes of one stripe, mm. */
const FILAMENT_SPREAD_MM = 5;
const PASS_SPREAD_MM = 3;
const DRAWS_PER_PART = 4;
const MOST_PARTS = 6;

function compileStripe(
  operations: CompiledOperation[],
  pour: Extract<DesignPour, { kind: "stripe" }>,
  seed: number,
  box: { lengthMm: number; widthMm: number; colour: number },
  startMm: number,
  addsMm: number,
): void {
  const ph = POUR_HEIGHT[pour.height];
  const random = generator(seed);
  const draws = Array.from({ length: MOST_PARTS * DRAWS_PER_PART }, random);
  const wobble = wobbleMm(pour.trace);
  const depth = penetration(pour.trace, ph);
  const profile: Profile = stripeProfile(pour.trace, ph);
  if (startMm > 0) {
    operations.push(
      compileSink({
        ...box,
        seed: hashSeed(seed, "sink"),
        levelMm: startMm,
        acrossMm: pour.acrossMm,
        wobbleMm: wobble * 0.55,
        bottomMm: startMm * (1 - depth),
        reachMm: 2 * dragReachMm(pour.trace) * (0.8 + 0.4 * draws[0]),
        coupling: dragCoupling(pour.trace, ph),
      }),
    );
  }
  const perPass = filaments(pour.trace);
  const parts = Math.min(MOST_PARTS, pour.passes * perPass);
  const weights = Array.from({ length: parts }, (_, i) => 0.6 + 0.8 * draws[i * DRAWS_PER_PART + 1]);
  const total = weights.reduce((a, b) => a + b, 0);
  let levelMm = startMm;
  for (let i = 0; i < parts; i++) {
    const [side, , reach, shift] = draws.slice(i * DRAWS_PER_PART, (i + 1) * DRAWS_PER_PART);
    const partMm = (addsMm * weights[i]) / total;
    const filament = i % perPass;
    const offset =
      (filament - (perPass - 1) / 2) * FILAMENT_SPREAD_MM * (0.7 + 0.6 * side) +
      (shift - 0.5) * PASS_SPREAD_MM * pour.passes;
    const reached = Math.min(0.985, depth * (filament === 0 ? 1 : 0.55 + 0.45 * reach));
    pushPlume(operations, {
      ...box,
      seed: hashSeed(seed, `part${i}`),
      levelMm,
      addsMm: partMm,
      acrossMm: pour.acrossMm + offset,
      bottomMm: (levelMm + partMm) * (1 - reached),
      wobbleMm: wobble,
      profile,
    });
    levelMm += partMm;
  }
}
