import { computeMasses, type Masses } from "../batter/masses";
import { unmouldDays } from "../cure/dates";
import { barsOfMould } from "../cut/bars";
import { volumeMm3 } from "../cut/leaves";
import { curedShare } from "../cut/order";
import { plannedCut } from "../cut/planned";
import type { Plan } from "../document/schema";
import { byId } from "../units/byId";
import { slowestAfter } from "./derive";

/** What of a batch stands, or is to stand, on the rack. */
export interface RackFigures {
  /** Bars to give out: as they came at the cut less those kept and set aside as samples, or as they are planned. */
  bars: number;
  isCounted: boolean;
  kept: number;
  samples: number;
  /** Of one bar, cured, g; an estimate. Null where it is not known. */
  curedG: number | null;
  /** Days from the pour until it is ready, as planned; null where the formula cannot be computed. */
  leadDays: number | null;
  moulds: string[];
}

/** Bars of a mould as its cuts are laid out, or as thick as the plan says, and what they weigh together, cured, g. */
function barsOut(plan: Plan, masses: Masses, mould: Plan["moulds"][number]): { bars: number; curedG: number } {
  const cut = plannedCut(plan, masses, mould.id);
  if (!cut) return { bars: 0, curedG: 0 };
  if (cut.isLaidOut) {
    const bars = cut.up.bars;
    return { bars: bars.length, curedG: bars.reduce((sum, b) => sum + volumeMm3(b), 0) * cut.soap.curedGPerMm3 };
  }
  const { bars, barShare } = barsOfMould(mould, plan);
  return { bars, curedG: bars * barShare * byId(masses.moulds, mould.id).pouredG * curedShare(plan, masses) };
}

/** The figures of a batch on the rack. */
export function rackOf(plan: Plan, masses: Masses | null = computeMasses(plan)): RackFigures {
  const planned = masses ? plan.moulds.map((m) => barsOut(plan, masses, m)) : [];
  const bars = planned.reduce((sum, m) => sum + m.bars, 0);
  const allG = planned.reduce((sum, m) => sum + m.curedG, 0);
  const slowest = masses ? slowestAfter(plan, masses) : null;
  const came = plan.record.cutDay.bars;
  const fates = (fate: string) => came.filter((b) => b.fate === fate).length;
  const isCounted = came.length > 0;
  const [kept, samples] = [fates("keep"), fates("sample")];
  return {
    bars: isCounted ? came.length - kept - samples : bars,
    ...{ isCounted, kept, samples, curedG: bars > 0 ? allG / bars : null },
    leadDays: slowest ? unmouldDays(slowest.unmould.bestH) + plan.cureDays : null,
    moulds: plan.moulds.map((m) => m.name),
  };
}
