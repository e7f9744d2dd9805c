import type { Derived } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Batter, Mould, Plan } from "../../../src/core/document/schema";
import { layOut } from "../../../src/core/techniques/families/registry";

/** One figure of a job: worked out by hand, with the sum that gives it, and read off Tundish. */
export interface Figure {
  words: string;
  /** The sum as it is done with a pencil. */
  sum: string;
  hand: number;
  unit: string;
  /** How far the two may lie apart: what the pencil rounds. */
  within: number;
  of(derived: Derived, plan: Plan): number;
}

export interface Job {
  name: string;
  given: string;
  plan(): Plan;
  figures: Figure[];
}

export const base = (): Plan => newPlan("Job", 1);
export const bare = (p: Plan): Plan => ({ ...p, portions: p.portions.map((x) => ({ ...x, colourants: [] })) });
export const batterOf = (p: Plan, change: Partial<Batter>): Plan => ({
  ...p,
  batters: [{ ...p.batters[0], ...change }],
});
export const ofOils = (p: Plan, oilsG: number): Plan => batterOf(p, { size: { basis: "oils", oilsG } });
export const oils = (...list: [string, number][]): Batter["oils"] =>
  list.map(([oilId, sharePct], i) => ({ id: `l${i + 1}`, oilId, sharePct }));
export const olive = (change: Partial<Batter>): Plan =>
  ofOils(bare(batterOf(base(), { oils: oils(["olive", 100]), ...change })), 1000);
export const family = (p: Plan, id: Plan["design"]["family"], knobs = {}): Plan => {
  const next: Plan = { ...p, design: { ...p.design, family: id, knobs } };
  return { ...next, operations: layOut(next, id, knobs) };
};
export const mould = (p: Plan, change: Partial<Mould>): Plan => ({ ...p, moulds: [{ ...p.moulds[0], ...change }] });
export const edited = (p: Plan, edit: Parameters<typeof applyEdit>[1]): Plan => {
  const done = applyEdit(p, edit);
  if (!done.ok) throw new Error(done.reason);
  return done.document;
};

export const pot = (d: Derived) => d.masses!.batters[0];
export const cup = (d: Derived, id: string) => d.masses!.portions.find((p) => p.id === id)!;
export const figure = (
  words: string,
  sum: string,
  hand: number,
  unit: string,
  within: number,
  of: Figure["of"],
): Figure => ({
  words,
  sum,
  hand,
  unit,
  within,
  of,
});

export const SAP_HOUSE = "0.45 x 0.13545 + 0.25 x 0.18285 + 0.15 x 0.12483 + 0.10 x 0.13367 + 0.05 x 0.12939 = 0.14523";
