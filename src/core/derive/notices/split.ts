import type { Masses } from "../../batter/masses";
import { CLOSES_WITHIN_PCT, type Notice, pct } from "../../document/notice";
import type { Plan } from "../../document/schema";
import { isCupPour, isTopPour, portionOf } from "../../techniques/operations/registry";
import { byId } from "../../units/byId";
import type { Sayer } from "../../units/sayer";

/** Shares that do not close, and cups whose pours and keep-backs do not add up. */
export function splitNotices(plan: Plan, masses: Masses, sayer: Sayer): Notice[] {
  const notices: Notice[] = [];
  for (const batter of plan.batters) {
    const own = plan.portions.filter((p) => p.batterId === batter.id);
    const rest = own.find((p) => p.takesRest);
    const stated = own.filter((p) => !p.takesRest).reduce((sum, p) => sum + p.sharePct, 0);
    if (own.length === 0) {
      notices.push({ level: "block", field: "portions", message: `${batter.name} has no portion.` });
    } else if (rest && stated >= 100 - CLOSES_WITHIN_PCT) {
      notices.push({
        level: "block",
        field: `portions.${rest.id}.sharePct`,
        message: `The others already take ${pct(stated)}: nothing is left for ${rest.name}.`,
      });
    } else if (!rest && Math.abs(stated - 100) > CLOSES_WITHIN_PCT) {
      const gap = 100 - stated;
      notices.push({
        level: "block",
        field: "portions",
        message: `Shares add up to ${pct(stated)}: ${gap > 0 ? `${pct(gap)} of the batter has no cup` : `${pct(-gap)} more than there is`}. Change one, or let one take the rest.`,
      });
    }
  }
  for (const p of plan.portions) {
    const pours = plan.operations.filter((o) => portionOf(o) === p.id);
    const used = pours.reduce((sum, o) => sum + (isCupPour(o) ? o.cupPct : 0), 0);
    const cup = byId(masses.portions, p.id);
    if (used > 100 + CLOSES_WITHIN_PCT) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.pours`,
        message: `${p.name}: the pours ask for ${pct(used)} of the cup.`,
      });
    } else if (used < 100 - CLOSES_WITHIN_PCT && cup.pourG > 0.5) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.pours`,
        message: `${p.name}: ${sayer.g(((100 - used) / 100) * cup.pourG)} (${pct(100 - used)} of the cup) is not poured yet.`,
      });
    }
    const kept = p.keptBackPct + p.pipingPct + p.samplePct;
    if (kept + plan.toolLossPct > 100) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.keptBackPct`,
        message: `${p.name}: ${pct(kept)} is kept back and ${pct(plan.toolLossPct)} stays on tools: nothing is left to pour.`,
      });
    }
    const onTop = pours.reduce((sum, o) => sum + (isTopPour(o) ? o.keptBackPct : 0), 0);
    if (cup.keptBackG > 0.5 && onTop < 100 - CLOSES_WITHIN_PCT) {
      notices.push({
        level: "hint",
        field: `portions.${p.id}.keptBackPct`,
        message: `${p.name}: ${sayer.g(((100 - onTop) / 100) * cup.keptBackG)} kept back has no line on the top yet.`,
      });
    } else if (onTop > 0 && cup.keptBackG <= 0.5) {
      notices.push({
        level: "ask",
        field: `portions.${p.id}.keptBackPct`,
        message: `${p.name}: a top line is planned but nothing is kept back for it.`,
      });
    }
  }
  return notices;
}
