import type { OperationKind } from "../techniques/operations/registry";
import type { Build, DesignPour } from "./build";
import { stripe } from "./drops";
import { funnel } from "./funnelPour";
import { bottleLines, lanes } from "./lanePours";
import { layer } from "./layerPour";
import { POUR_HEIGHT, thinness } from "./look";
import { rowOf } from "./marble";
import { combStroke, knock, peaks, stroke, topStroke, wire } from "./moves";
import { pourPot } from "./potPour";
import { drizzle, lumps, plop, spoonRow, topLine } from "./pours";
import { tiltedPot, wallPours } from "./tiltPour";

type PourOf<K extends OperationKind> = Extract<DesignPour, { kind: K }>;
/** What one operation does to what lies in the mould or the pot. `addsMm`: how far a pour lifts the level of the mould. */
type Draw<K extends OperationKind> = (b: Build, pour: PourOf<K>, seed: number, addsMm: number) => void;

const NOTHING_MM = 1e-9;
/** Turns of the picture's pot for one turn of the hand: thick batter, and how much more thin follows. */
const TURN_CARRIES = { thick: 0.45, thin: 0.3 } as const;

/** A pour: of no volume it changes nothing. */
const poured =
  <P>(draw: (b: Build, pour: P, seed: number, addsMm: number) => void) =>
  (b: Build, pour: P, seed: number, addsMm: number) => {
    if (addsMm > NOTHING_MM) draw(b, pour, seed, addsMm);
  };
/** A movement through what lies in the mould: of an empty one it changes nothing. */
const moved =
  <P>(draw: (b: Build, pour: P, seed: number) => void) =>
  (b: Build, pour: P, seed: number) => {
    if (b.levelMm > 0) draw(b, pour, seed);
  };

/** What the picture does with each kind of operation. */
export const DRAWN: { [K in OperationKind]: Draw<K> } = {
  layer: poured(layer),
  stripe: poured(stripe),
  plop: poured((b, pour, _, addsMm) => plop(b, pour, addsMm)),
  wallPour: (b, pour) => wallPours(b, [pour]),
  compartment: (b, pour) => lanes(b, [pour]),
  bottleLine: (b, pour) => bottleLines(b, [pour]),
  funnel: poured(funnel),
  // Reaches the mould with what is poured from the cup.
  intoCup: () => {},
  potStack: poured((b, pour) => {
    for (const part of rowOf(b, pour)) b.pot.push({ kind: "stack", ...part });
  }),
  potDrop: poured((b, pour) => {
    const { clock, height, trace } = pour;
    for (const part of rowOf(b, pour)) b.pot.push({ kind: "drop", ...part, clock, height: POUR_HEIGHT[height], trace });
  }),
  potTurn: (b, { turns, trace }) => {
    const carries = TURN_CARRIES.thick + TURN_CARRIES.thin * thinness(trace);
    if (turns > 0) b.pot.push({ kind: "turn", turns: turns * carries });
  },
  potPour: (b, pour, seed) => {
    if (pour.way === "tilted") tiltedPot(b, [pour]);
    else pourPot(b, { ...pour, way: pour.way }, seed);
  },
  spoonRow: poured(spoonRow),
  lumps: poured(lumps),
  topLine: poured(topLine),
  drizzle: poured(drizzle),
  stroke: moved(stroke),
  wire: moved(wire),
  comb: moved(combStroke),
  topStroke: moved(topStroke),
  peaks: moved(peaks),
  tilt: (b, { angleDeg }) => {
    b.tiltDeg = angleDeg;
  },
  tap: moved((b, _, seed) => knock(b, seed, "tap")),
  pullDividers: moved((b, _, seed) => knock(b, seed, "pull")),
};

/** Draws one operation by its kind. */
export const draw = <K extends OperationKind>(
  b: Build,
  pour: PourOf<K> & { kind: K },
  seed: number,
  addsMm: number,
): void => (DRAWN[pour.kind] as Draw<K>)(b, pour, seed, addsMm);
