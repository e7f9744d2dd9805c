import type * as z from "zod/mini";
import type { Colourant, PortionColourant } from "../colour/colourantSchema";
import type { Batter, Plan } from "../document/schema";
import { additivePerOilG } from "../formula/additives";
import type { Additive, Formula, rateSchema } from "../formula/formulaSchema";
import type { Oil } from "../formula/oilSchema";
import { findOil, type OilLookup } from "../formula/oils";
import type { LibraryMould, PlanMould } from "../mould/mouldSchema";
import type { Equipment, LibraryTool, ToolUse } from "../mould/toolSchema";
import { judgeScent } from "../scent/evidence";
import type { LibraryScent, Scent, ScentPart } from "../scent/scentSchema";
import { type DoseBase, RATE_BASIS_IDS } from "../units/dose";

/**
 * How a row of a library becomes part of a batch: the batch takes its own copy, so that what was poured stays as it was when the
 * library changes later.
 */

/** A row of a library, with its id. */
export interface Row<D> {
  id: string;
  document: D;
}

export function takeColourant({ id: libraryId, document: d }: Row<Colourant>, id: string): PortionColourant {
  const { name, kind, dose, isDispersion, carrier, bulkDensityGPerMl, patches } = d;
  return { id, libraryId, name, kind, dose, isDispersion, carrier, bulkDensityGPerMl, patches };
}

function takePart({ id: libraryId, document: d }: Row<LibraryScent>, id: string, sharePct: number): ScentPart {
  const { used } = judgeScent(d);
  const reports = [...d.evidence.own, ...d.evidence.supplier, ...d.evidence.others];
  return {
    id,
    libraryId,
    name: d.name,
    sharePct,
    class: used.class,
    measured: { jumpSteps: used.jumpSteps, rateFactor: used.rateFactor, heatC: used.heatC, sdLog: used.sdLog },
    discolour: d.discolour,
    rices: reports.some((r) => r.rices),
    seizes: reports.some((r) => r.seizes),
    weeps: d.weeps,
    fades: d.fades,
    flashPointC: d.flashPointC,
    certificatePct: d.certificatePct,
    ownLimitPct: d.ownLimitPct,
  };
}

/** A scent with what the clock uses of it; a blend brings its parts (those that `find` knows). */
export function takeScent(row: Row<LibraryScent>, find: (id: string) => Row<LibraryScent> | undefined): Scent {
  const d = row.document;
  const parts = d.blend.flatMap((b, i) => {
    const part = find(b.scentId);
    return part ? [takePart(part, `s${i + 1}`, b.sharePct)] : [];
  });
  return {
    libraryId: row.id,
    name: d.name,
    load: d.load,
    parts: parts.length > 0 ? parts : [takePart(row, "s1", 100)],
  };
}

export function takeMould({ id: libraryId, document }: Row<LibraryMould>, id: string, fillPct: number): PlanMould {
  const { notes: _, ...fields } = document;
  return { id, libraryId, ...fields, fillPct };
}

export const takeTool = (
  { id: libraryId, document }: Row<LibraryTool>,
  id: string,
  use: ToolUse,
  servesId: string | null,
): Equipment => ({ id, libraryId, name: document.name, use, servesId, spec: document.spec });

/** The rows of oils that a document must carry because they do not stand so in what ships. */
export function ownRowsOf(oilIds: readonly string[], find: OilLookup): Oil[] {
  return [...new Set(oilIds)].flatMap((id) => {
    const row = find(id);
    return row && JSON.stringify(row) !== JSON.stringify(findOil(id)) ? [row] : [];
  });
}

/** A batter with a formula of the library in place of its own, and the rows of oils to carry with it. */
export function takeFormula(
  batter: Batter,
  row: { id: string; version: number; document: Formula },
): { batter: Batter; oilRows: Oil[] } {
  const { name, notes: _, oilRows, ...fields } = row.document;
  return { batter: { ...batter, ...fields, formulaRef: { formulaId: row.id, version: row.version, name } }, oilRows };
}

function asRate(a: Additive, dose: DoseBase | undefined): z.infer<typeof rateSchema> {
  const { basis, amount } = a.dose;
  const rate = RATE_BASIS_IDS.find((id) => id === basis);
  if (rate) return { amount, basis: rate };
  const perOilG = dose ? additivePerOilG(a, dose) : 0;
  return { amount: Math.min(500, Number((100 * perOilG).toPrecision(4))), basis: "g/100g-oils" };
}

/** A batter's formula as a row for the library; additives in all become rates of the batch as it is sized. */
export function giveFormula(plan: Plan, batter: Batter, name: string, dose: DoseBase | undefined): Formula {
  const { oils, superfatPct, lye, water, iceSharePct, liquids } = batter;
  const additives = batter.additives.map((a) => ({ ...a, dose: asRate(a, dose) }));
  const used = new Set(oils.map((o) => o.oilId));
  return {
    name,
    notes: "",
    oils,
    superfatPct,
    lye,
    water,
    iceSharePct,
    liquids,
    additives,
    oilRows: plan.oilRows.filter((o) => used.has(o.id)),
  };
}

/** Lines as they read: a batch gives them ids of its own. */
const withoutIds = (value: unknown): unknown =>
  Array.isArray(value) ? value.map(({ id: _, ...line }: { id: string }) => line) : value;

/** True when a batter's formula still stands as the library's version says. */
export const isSameFormula = (batter: Batter, formula: Formula): boolean => {
  const pick = ({ oils, superfatPct, lye, water, iceSharePct, liquids, additives }: Batter | Formula) =>
    JSON.stringify([oils, superfatPct, lye, water, iceSharePct, liquids, additives].map(withoutIds));
  return pick(batter) === pick(formula);
};
