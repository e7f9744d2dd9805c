import type { Edit } from "../document/edits/edit";
import { idMaker } from "../document/ids";
import type { Plan } from "../document/schema";
import { CUT_AXES, type CutAxis, type CutStep, type Cutting, type Division, UNTRIMMED } from "../mould/cutSchema";

/** The edit that lays cuts out by hand for a mould. */
export const layOutByHand = (plan: Pick<Plan, "cutting">, cutting: Cutting): Edit => ({
  kind: "set",
  path: ["cutting", "moulds"],
  value: [...plan.cutting.moulds.filter((c) => c.mouldId !== cutting.mouldId), cutting],
});

/** Steps whose pieces nothing divides yet, null for the loaf: what another cut can be made of. */
export function uncut(steps: readonly CutStep[]): (string | null)[] {
  const whole = (ofId: string | null) => steps.some((s) => s.ofId === ofId && s.pieces === null);
  const blocks = [null, ...steps.map((s) => s.id)];
  return blocks.filter((b) => !whole(b) && (b !== null || steps.every((s) => s.ofId !== null)));
}

/** Directions that a block is not divided along yet, for the next cut. */
function freeAxis(steps: readonly CutStep[], ofId: string | null): CutAxis {
  const used = new Set<CutAxis>();
  for (let at = steps.find((s) => s.id === ofId); at; at = steps.find((s) => s.id === at!.ofId)) used.add(at.axis);
  return CUT_AXES.find((a) => !used.has(a)) ?? "length";
}

/** The steps with one more, that halves a block. */
export function withStep(plan: Plan, steps: readonly CutStep[], ofId: string | null): CutStep[] {
  const taken = new Set(steps.map((s) => s.id));
  const fresh = idMaker(plan);
  let id = fresh("k");
  while (taken.has(id)) id = fresh("k");
  const step: CutStep = {
    ...{ id, ofId, pieces: null, axis: freeAxis(steps, ofId), ...UNTRIMMED },
    division: { kind: "parts", count: 2 },
  };
  return [...steps, step];
}

/** The steps without one, and without those that divide its pieces. */
export function withoutStep(steps: readonly CutStep[], id: string): CutStep[] {
  const gone = new Set([id]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const s of steps)
      if (s.ofId !== null && gone.has(s.ofId) && !gone.has(s.id)) {
        gone.add(s.id);
        grew = true;
      }
  }
  return steps.filter((s) => !gone.has(s.id));
}

/** A division of another kind that stays near what it was. */
export function asKind(division: Division, kind: Division["kind"], thickMm: number): Division {
  if (kind === division.kind) return division;
  if (kind === "parts") return { kind, count: division.kind === "list" ? division.thickMm.length : 2 };
  if (kind === "pitch") return { kind, thickMm: division.kind === "list" ? division.thickMm[0] : thickMm };
  return { kind, thickMm: [division.kind === "pitch" ? division.thickMm : thickMm] };
}

/** Reads which pieces a cut takes: "all", "3" or "3-5", counted from 1; null where it is none of these. */
export function readPieces(text: string): { pieces: CutStep["pieces"] } | null {
  const clean = text.trim().toLowerCase();
  if (clean === "" || clean === "all") return { pieces: null };
  const [, first, last] = /^(\d{1,3})(?:\s*(?:-|to)\s*(\d{1,3}))?$/.exec(clean) ?? [];
  if (!first) return null;
  const pieces: [number, number] = [Number(first) - 1, Number(last ?? first) - 1];
  return pieces[0] >= 0 && pieces[1] >= pieces[0] ? { pieces } : null;
}

export const sayPieces = (pieces: CutStep["pieces"]): string =>
  pieces === null ? "all" : pieces[0] === pieces[1] ? `${pieces[0] + 1}` : `${pieces[0] + 1}-${pieces[1] + 1}`;
