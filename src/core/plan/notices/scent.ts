import { loadPctOfOils } from "../../scent/effect";
import { checkLimits } from "../../scent/limits";
import type { Scent } from "../../scent/scentSchema";
import { curedMassG, type Masses, waterInCupG } from "../masses";
import type { Plan } from "../schema";
import { type Notice, pct } from "./notice";

/** Scent of a portion with its batter's share of a whole-batter scent, and the cured mass that carries them. */
interface Carrier {
  field: string;
  where: string;
  scents: { scent: Scent; massG: number }[];
  curedG: number;
}

/** Every place whose cured bar carries scent: each portion, and the whole batch. */
export function scentCarriers(plan: Plan, masses: Masses): Carrier[] {
  const portions = plan.portions.map((p): Carrier => {
    const cup = masses.portions.find((m) => m.id === p.id)!;
    const batter = masses.batters.find((b) => b.id === p.batterId)!;
    const whole = plan.batters.find((b) => b.id === p.batterId)!.scent;
    const scents = p.scent ? [{ scent: p.scent, massG: cup.scentG }] : [];
    if (whole) scents.push({ scent: whole, massG: (batter.scentG * cup.baseG) / batter.plannedBaseG });
    return {
      field: `portions.${p.id}.scent`,
      where: p.name,
      scents,
      curedG: curedMassG(cup.finishedG, waterInCupG(cup, batter), plan.residualWaterPct),
    };
  });
  const total: Carrier = {
    field: "portions.scent",
    where: "the whole batch",
    scents: portions.flatMap((c) => c.scents),
    curedG: portions.reduce((sum, c) => sum + c.curedG, 0),
  };
  return [...portions, total];
}

/** Share of every scent part in the cured mass, percent, and its limit: parts of the same name are added up. */
export function scentShares(carrier: Carrier) {
  const byPart = new Map<string, { sharePct: number; limitPct: number | null; whose: string | null }>();
  if (carrier.curedG <= 0) return byPart;
  for (const { scent, massG } of carrier.scents) {
    for (const check of checkLimits(scent, massG, carrier.curedG)) {
      const known = byPart.get(check.part);
      byPart.set(check.part, {
        sharePct: check.sharePct + (known?.sharePct ?? 0),
        limitPct: check.limitPct ?? known?.limitPct ?? null,
        whose: check.whose ?? known?.whose ?? null,
      });
    }
  }
  return byPart;
}

/** Limits compared with the cured bar, portion by portion and in total; high loads; behaviour to expect. */
export function scentNotices(plan: Plan, masses: Masses): Notice[] {
  const notices: Notice[] = [];
  for (const carrier of scentCarriers(plan, masses)) {
    for (const [part, s] of scentShares(carrier)) {
      if (s.limitPct === null || s.sharePct <= s.limitPct) continue;
      notices.push({
        level: "ask",
        field: carrier.field,
        message: `${carrier.where}: ${part} makes ${Number(s.sharePct.toFixed(2))} % of the cured bar, above the ${s.whose} of ${s.limitPct} %. Lower the load; the certificate and local rules decide.`,
      });
    }
  }
  for (const p of plan.portions) {
    if (!p.scent) continue;
    const ratio = masses.batters.find((b) => b.id === p.batterId)!.formula.oilsPerBaseG;
    const load = loadPctOfOils(p.scent, ratio);
    const say = (level: Notice["level"], message: string) =>
      notices.push({ level, field: `portions.${p.id}.scent`, message: `${p.name}: ${message}` });
    if (load > 6)
      say("ask", `${pct(load)} of oils is a high load. The supplier's certificate sets the limit for the cured bar.`);
    if (p.scent.parts.some((x) => x.seizes))
      say("ask", `${p.scent.name} is known to seize: pour this cup first, whisk by hand, have a spoon ready.`);
    else if (p.scent.parts.some((x) => x.rices)) {
      say("hint", `${p.scent.name} may rice: whisk at first, blend only once it has riced, use at once.`);
    }
    if (p.scent.parts.length > 1) {
      const total = p.scent.parts.reduce((sum, x) => sum + x.sharePct, 0);
      if (Math.abs(total - 100) > 0.05)
        say("ask", `the blend adds up to ${pct(total)}; its parts are taken by their ratio.`);
    }
  }
  return notices;
}
