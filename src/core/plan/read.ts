import type { z } from "zod";
import { migrate } from "./migrations";
import { portionOf } from "./operations";
import { type Plan, planSchema } from "./schema";

/** One reason why a document is refused, with the field it concerns, e.g. `portions[2].sharePct`. */
export interface FieldProblem {
  field: string;
  message: string;
}
export type ReadResult = { ok: true; plan: Plan } | { ok: false; problems: FieldProblem[] };

/** `["portions", 2, "sharePct"]` as `portions[2].sharePct`; the whole document as `document`. */
export function fieldName(path: readonly PropertyKey[]): string {
  const joined = path.reduce<string>(
    (name, key) => (typeof key === "number" ? `${name}[${key}]` : name ? `${name}.${String(key)}` : String(key)),
    "",
  );
  return joined || "document";
}

const toProblem = (issue: z.core.$ZodIssue): FieldProblem => {
  if (issue.code === "unrecognized_keys") {
    return { field: fieldName([...issue.path, issue.keys[0]]), message: "is not a field of a batch document" };
  }
  return { field: fieldName(issue.path), message: issue.message };
};

/** What a schema refuses, field by field; the first twenty. */
export const problemsOf = (error: z.ZodError): FieldProblem[] => error.issues.slice(0, 20).map(toProblem);

/** Things that are named from elsewhere (vessels, steps, tools, weigh-up lines) share one space of ids: none may stand in two lists. */
function sharedIds(plan: Plan): FieldProblem[] {
  const { moulds, batters, portions, operations, equipment, decorations } = plan;
  const lists = { moulds, batters, portions, operations, equipment, decorations };
  const listOf = new Map<string, string>();
  return Object.entries(lists).flatMap(([name, list]) =>
    list.flatMap(({ id }, index): FieldProblem[] => {
      const other = listOf.get(id);
      if (other === undefined) listOf.set(id, name);
      return other === undefined || other === name
        ? []
        : [{ field: `${name}[${index}].id`, message: `"${id}" stands among the ${other} too` }];
    }),
  );
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
    return seen;
  };
  const mouldIds = unique(plan.moulds, "moulds");
  const batterIds = unique(plan.batters, "batters");
  const portionIds = unique(plan.portions, "portions");
  unique(plan.operations, "operations");
  unique(plan.record.events, "record.events");
  unique(plan.oilRows, "oilRows");
  unique(plan.equipment, "equipment");
  unique(plan.decorations, "decorations");
  problems.push(...sharedIds(plan));
  unique(plan.weighUp.ticks, "weighUp.ticks");
  plan.batters.forEach((b, i) => {
    unique(b.oils, `batters[${i}].oils`);
    unique(b.additives, `batters[${i}].additives`);
    unique(b.liquids, `batters[${i}].liquids`);
    if (b.scent) unique(b.scent.parts, `batters[${i}].scent.parts`);
  });
  const restTaken = new Set<string>();
  plan.portions.forEach((p, i) => {
    unique(p.colourants, `portions[${i}].colourants`);
    unique(p.additives, `portions[${i}].additives`);
    if (p.scent) unique(p.scent.parts, `portions[${i}].scent.parts`);
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
