import { type Operation, portionOf } from "../techniques/operations/registry";
import type { Plan, Portion } from "./schema";

/** What of a pour that is on is done, and so stands as it is. */
export interface Standing {
  /** Operations that are done, by id. */
  operations: ReadonlySet<string>;
  /** Batters of which something was weighed out: the shares of their cups stand. */
  split: ReadonlySet<string>;
  /** Cups that are coloured, or scented, or from which something was poured, by id. */
  coloured: ReadonlySet<string>;
  scented: ReadonlySet<string>;
  poured: ReadonlySet<string>;
}

export const isOn = ({ record }: Pick<Plan, "record">): boolean =>
  record.startedAt !== null && record.finishedAt === null;

/** What is done of a plan; all empty before the pour. */
export function standingOf(plan: Plan): Standing {
  const done = new Set(plan.record.events.flatMap((e) => (e.kind === "stepDone" ? [e.stepId] : [])));
  const cups = (kind: string) => new Set(plan.portions.flatMap((p) => (done.has(`${kind}:${p.id}`) ? [p.id] : [])));
  const weighed = cups("weigh");
  const operations = plan.operations.filter((o) => done.has(o.id));
  return {
    operations: new Set(operations.map((o) => o.id)),
    split: new Set(plan.portions.flatMap((p) => (weighed.has(p.id) ? [p.batterId] : []))),
    coloured: cups("colour"),
    scented: cups("scent"),
    poured: new Set(operations.flatMap((o) => portionOf(o) ?? [])),
  };
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const differs = <T>(a: T, b: T, ...keys: (keyof T)[]): boolean => keys.some((key) => !same(a[key], b[key]));

/** Why what is done of the operations would no longer be as it was; null where it stays. */
function operationsRefuse(before: readonly Operation[], now: readonly Operation[], done: ReadonlySet<string>) {
  const placeOf = new Map(before.map((o, i) => [o.id, i]));
  for (const was of before) {
    if (!done.has(was.id)) continue;
    const place = now.findIndex((o) => o.id === was.id);
    if (place < 0 || !same(now[place], was)) return "this is done already: only what is left can be changed";
    const own = placeOf.get(was.id)!;
    if (now.slice(0, place).some((o) => (placeOf.get(o.id) ?? Number.POSITIVE_INFINITY) > own))
      return "nothing can come before what is done already";
  }
  return null;
}

function cupRefuses(was: Portion, now: Portion | undefined, s: Standing): string | null {
  if (s.split.has(was.batterId) && (!now || differs(was, now, "sharePct", "takesRest", "batterId")))
    return "the batter is split: shares stay as they were weighed out";
  if (!now) return null;
  if (s.coloured.has(was.id) && differs(was, now, "colourants", "additives"))
    return `${was.name} is coloured: say what goes in besides with "Something added" in pour mode`;
  if (s.scented.has(was.id) && differs(was, now, "scent"))
    return `${was.name} is scented: say what goes in besides with "Something added" in pour mode`;
  if (s.poured.has(was.id) && differs(was, now, "keptBackPct", "pipingPct", "samplePct", "onlyMouldId"))
    return `${was.name} is being poured: what is kept back of it stays`;
  return null;
}

/** Formula and size of a batter without what the scale says of its bowl. */
const mixed = (plan: Plan) => plan.batters.map(({ bowl: _, ...rest }) => rest);

/**
 * Why a change of a plan whose pour is on cannot be: what is done stands. Null where it can, and before and after a pour.
 * @param before the plan as it is @param now the plan as it would be
 */
export function underwayRefuses(before: Plan, now: Plan): string | null {
  if (!isOn(before)) return null;
  if (!same(mixed(before), mixed(now)) || differs(before, now, "oilRows"))
    return "lye and oils have met: the formula stays as it is";
  const standing = standingOf(before);
  const filled = new Set(before.operations.flatMap((o) => (standing.operations.has(o.id) ? [o.mouldId] : [])));
  for (const mould of before.moulds)
    if (
      filled.has(mould.id) &&
      !same(
        mould,
        now.moulds.find((m) => m.id === mould.id),
      )
    )
      return `${mould.name} is being filled: it stays as it is`;
  const refused = operationsRefuse(before.operations, now.operations, standing.operations);
  if (refused) return refused;
  const added = now.portions.find((p) => !before.portions.some((x) => x.id === p.id));
  if (added && standing.split.has(added.batterId)) return "the batter is split: there is none left for another cup";
  for (const was of before.portions) {
    const why = cupRefuses(
      was,
      now.portions.find((p) => p.id === was.id),
      standing,
    );
    if (why) return why;
  }
  return null;
}
