import type { Edit } from "../document/edits/edit";
import type { Plan, Portion } from "../document/schema";
import type { Draft } from "../techniques/families/family";
import { evenParts } from "../techniques/families/pours";
import type { FamilyId } from "../techniques/families/registry";
import { kindOf, type Operation } from "../techniques/operations/registry";
import type { Rest } from "./rest";

/** Another way to go on with a design that is being poured. What is done stays. */
export interface Way {
  id: string;
  /** What it is, as a soaper says it. */
  words: string;
  /** What it costs beside minutes. */
  cost: string;
  edit: Edit;
  /** The family that it goes over to: what that looks like hangs on the trace by then. */
  family?: FamilyId;
  /** The mould that it goes on in, where that is another. */
  mouldId?: string;
  /** How far it leads from the plan, 0 the same picture to 1 another one. */
  far: number;
}

/** A way that cannot be gone, and why. */
export interface Barred {
  words: string;
  reason: string;
}

/** How far each leads from the plan (Tundish's order: colours change places, then lines grow bold, then another picture). */
export const FAR = {
  order: 0.1,
  wider: 0.15,
  fat: 0.2,
  unDrawn: 0.35,
  topOnly: 0.45,
  out: 0.55,
  mould: 0.6,
  family: 0.6,
  spooned: 0.7,
  pressed: 0.9,
} as const;

const set = (path: string[], value: unknown): Edit => ({ kind: "set", path, value });

/** Everything of a plan that ways are made of. */
export interface Ground {
  plan: Plan;
  rest: Rest;
  /** The cup that runs, or stands thickest. */
  fast: Portion;
  newId: () => string;
  newMouldId: () => string;
}

/** Spoonfuls must stand: cups that are too thin are blended up for them, the fast one is left in peace. */
const standing = ({ plan, rest, fast }: Ground): Plan["schedule"]["thin"] => ({
  ...plan.schedule.thin,
  ...Object.fromEntries([...rest.cupPct.keys()].filter((id) => id !== fast.id).map((id) => [id, "blend" as const])),
});

/** The edit that goes on so: what is done, what must come first, then this, then other moulds. */
export function goOn(g: Ground, next: readonly Operation[], design?: Plan["design"]): Edit {
  const { plan, rest } = g;
  const first = rest.first.filter((o) => !next.includes(o));
  const operations = set(["operations"], [...rest.done, ...first, ...next, ...rest.elsewhere]);
  if (!design) return { kind: "all", edits: [operations] };
  const isSpooned = next.some((o) => kindOf(o).isSpooned);
  const schedule = { order: [], locked: [], thin: isSpooned ? standing(g) : plan.schedule.thin };
  return { kind: "all", edits: [operations, set(["design"], design), set(["schedule"], schedule)] };
}

export const placed = ({ rest, newId }: Ground, draft: Draft): Operation =>
  ({ id: newId(), mouldId: rest.mouldId, ...draft }) as Operation;

/** `total` percent of a cup in so many pours. */
export const inParts = (g: Ground, total: number, drafts: readonly Draft[]): Operation[] => {
  const parts = evenParts(total, drafts.length);
  return drafts.map((d, i) => placed(g, { ...d, cupPct: parts[i] } as Draft));
};

/** Cups that are left, the fast one first. */
export const cupsLeft = ({ plan, rest, fast }: Ground): Portion[] =>
  plan.portions.filter((p) => rest.cupPct.has(p.id)).sort((a, b) => Number(b === fast) - Number(a === fast));
