import { portionOf } from "../techniques/operations/registry";
import { linesOf } from "./ids";
import { migrate } from "./migrations";
import { type FieldProblem, problemsOf } from "./problems";
import { type Plan, planSchema } from "./schema";

export type ReadResult = { ok: true; plan: Plan } | { ok: false; problems: FieldProblem[] };

/** Every line of the document has an id of its own: none stands twice, in one list or in two. */
function sharedIds(plan: Plan): FieldProblem[] {
  const listOf = new Map<string, string>();
  return linesOf(plan).flatMap(({ id, field, list }): FieldProblem[] => {
    const other = listOf.get(id);
    if (other === undefined) listOf.set(id, list);
    if (other === undefined) return [];
    return [{ field, message: other === list ? `"${id}" stands twice` : `"${id}" stands in ${other} too` }];
  });
}

/** Rules between fields that one field's schema cannot see: unique ids, references that exist, one portion that takes the rest. */
function crossProblems(plan: Plan): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const unique = (list: readonly { id: string }[], field: string) => {
    const seen = new Set<string>();
    list.forEach((item, index) => {
      if (seen.has(item.id)) problems.push({ field: `${field}[${index}].id`, message: `"${item.id}" stands twice` });
      seen.add(item.id);
    });
  };
  const idsOf = (list: readonly { id: string }[]) => new Set(list.map((item) => item.id));
  const [mouldIds, batterIds, portionIds] = [idsOf(plan.moulds), idsOf(plan.batters), idsOf(plan.portions)];
  unique(plan.oilRows, "oilRows");
  unique(plan.weighUp.ticks, "weighUp.ticks");
  problems.push(...sharedIds(plan));
  const restTaken = new Set<string>();
  plan.portions.forEach((p, i) => {
    if (p.onlyMouldId !== null && !mouldIds.has(p.onlyMouldId)) {
      problems.push({ field: `portions[${i}].onlyMouldId`, message: `no mould has the id "${p.onlyMouldId}"` });
    }
    if (!batterIds.has(p.batterId)) {
      problems.push({ field: `portions[${i}].batterId`, message: `no batter has the id "${p.batterId}"` });
    }
    if (p.takesRest && restTaken.has(p.batterId)) {
      problems.push({ field: `portions[${i}].takesRest`, message: "only one portion of a batter can take the rest" });
    }
    if (p.takesRest) restTaken.add(p.batterId);
  });
  plan.operations.forEach((o, i) => {
    const poured = portionOf(o);
    if (poured !== null && !portionIds.has(poured)) {
      problems.push({ field: `operations[${i}].portionId`, message: `no portion has the id "${poured}"` });
    }
    if (o.kind === "intoCup" && !portionIds.has(o.intoId)) {
      problems.push({ field: `operations[${i}].intoId`, message: `no portion has the id "${o.intoId}"` });
    }
    if (!mouldIds.has(o.mouldId)) {
      problems.push({ field: `operations[${i}].mouldId`, message: `no mould has the id "${o.mouldId}"` });
    }
  });
  plan.record.events.forEach((e, i) => {
    if (e.kind === "traceCheck" && !portionIds.has(e.portionId)) {
      problems.push({ field: `record.events[${i}].portionId`, message: `no portion has the id "${e.portionId}"` });
    }
  });
  return problems;
}

/** Reads an unknown value as a plan: migrates it, checks every field and every reference. Never throws. */
export function readPlan(value: unknown): ReadResult {
  const migrated = migrate(value);
  if (!migrated.ok) return { ok: false, problems: [migrated.problem] };
  const parsed = planSchema.safeParse(migrated.document);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const problems = crossProblems(parsed.data);
  return problems.length ? { ok: false, problems: problems.slice(0, 20) } : { ok: true, plan: parsed.data };
}
