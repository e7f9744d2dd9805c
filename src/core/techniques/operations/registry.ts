import * as z from "zod/mini";
import { PASS_LENGTH_MM, POUR_G_PER_S, WORKING_TIMES_S } from "../workingTimes";
import { bottleLine } from "./bottleLine";
import { comb } from "./comb";
import { compartment } from "./compartment";
import { drizzle } from "./drizzle";
import { funnel } from "./funnel";
import { intoCup } from "./intoCup";
import type { Kind, WorkMould } from "./kind";
import { layer } from "./layer";
import { lumps } from "./lumps";
import { peaks } from "./peaks";
import { plop } from "./plop";
import { potDrop } from "./potDrop";
import { potPour } from "./potPour";
import { potStack } from "./potStack";
import { potTurn } from "./potTurn";
import { pullDividers } from "./pullDividers";
import { spoonRow } from "./spoonRow";
import { stripe } from "./stripe";
import { stroke } from "./stroke";
import { tap } from "./tap";
import { tilt } from "./tilt";
import { topLine } from "./topLine";
import { topStroke } from "./topStroke";
import { wallPour } from "./wallPour";
import { wire } from "./wire";

/**
 * Every kind of operation, in the order in which they are offered. A new kind is a file beside this one, its line here, and its line in the picture's
 * own table (`swirl/kinds.ts`): the compiler asks for both.
 */
export const KINDS = {
  stripe,
  layer,
  topLine,
  plop,
  wallPour,
  compartment,
  funnel,
  intoCup,
  potStack,
  potDrop,
  potTurn,
  potPour,
  spoonRow,
  lumps,
  bottleLine,
  drizzle,
  stroke,
  wire,
  comb,
  topStroke,
  peaks,
  tilt,
  tap,
  pullDividers,
};

export type OperationKind = keyof typeof KINDS;
/** An operation of one kind, as the document holds it. */
export type OperationOf<K extends OperationKind> = z.infer<(typeof KINDS)[K]["schema"]>;
/**
 * An operation of a design. Pours name a portion and how much of its cup they use; movements work on what is in the mould or the pot.
 * Every operation names the mould that it serves. Steps of the schedule and the picture are derived from these, and carry their ids.
 */
export type Operation = { [K in OperationKind]: OperationOf<K> }[OperationKind];

export const OPERATION_KINDS = Object.keys(KINDS) as OperationKind[];

/** Checks an operation by the schema of its kind. */
export const operationSchema = z.discriminatedUnion(
  "kind",
  Object.values(KINDS).map((k) => k.schema) as unknown as [typeof layer.schema],
) as unknown as z.ZodMiniType<Operation, Operation>;

/** The definition of an operation's kind. */
export const kindOf = <O extends Operation>(o: O): Kind<O> => KINDS[o.kind] as unknown as Kind<O>;

/** Operations that use up part of a cup. */
export type CupPour = Extract<Operation, { cupPct: number }>;
/** Operations that use up what was kept back for the top. */
export type TopPour = Extract<Operation, { keptBackPct: number }>;

export const isCupPour = (o: Operation): o is CupPour => "cupPct" in o;
export const isTopPour = (o: Operation): o is TopPour => "keptBackPct" in o;
/** Portion that an operation pours; null for movements. */
export const portionOf = (o: Operation): string | null => ("portionId" in o ? o.portionId : null);
/** Pours that go into the pot first and reach the mould with the next pot pour. */
export const isIntoPot = (o: Operation): boolean => kindOf(o).place === "pot" && portionOf(o) !== null;
/** Pours that do not reach the mould by themselves: into the pot, or into another cup. */
export const isUnderway = (o: Operation): boolean => isIntoPot(o) || kindOf(o).place === "cup";
export const kindName = (kind: OperationKind): string => KINDS[kind].label;

/** Seconds that an operation takes a practised person: passes along the mould, and never less than its batter needs to leave the cup. */
export function operationDurationS(o: Operation, massG: number, mould: WorkMould): number {
  const workS = kindOf(o).workS(o, { massG, mould, passes: mould.lengthMm / PASS_LENGTH_MM });
  return isCupPour(o) || isTopPour(o) ? Math.max(workS, massG / POUR_G_PER_S + WORKING_TIMES_S.changeCup) : workS;
}
