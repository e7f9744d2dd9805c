import { portionHexAt } from "../../batter/colours";
import { curedMassG, type Masses, waterInCupG } from "../../batter/masses";
import { ALIKE_BELOW, colourDifference } from "../../colour/difference";
import { type Notice, pct } from "../../document/notice";
import type { Plan, Portion } from "../../document/schema";
import { loadPctOfOils } from "../../scent/effect";
import { checkLimits, stricter } from "../../scent/limits";
import type { Scent, ScentPart } from "../../scent/scentSchema";
import { byId } from "../../units/byId";
import type { DoseBase } from "../../units/dose";

/** Scent of a portion with its batter's share of a whole-batter scent, and the cured mass that carries them. */
interface Carrier {
  /** Portion, or null for the whole batch. */
  portionId: string | null;
  field: string;
  where: string;
  scents: { scent: Scent; massG: number }[];
  curedG: number;
}

/** Every place whose cured bar carries scent: each portion, and the whole batch. */
export function scentCarriers(plan: Plan, masses: Masses): Carrier[] {
  const portions = plan.portions.map((p): Carrier => {
    const cup = byId(masses.portions, p.id);
    const batter = byId(masses.batters, p.batterId);
    const whole = byId(plan.batters, p.batterId).scent;
    const scents = p.scent ? [{ scent: p.scent, massG: cup.scentG }] : [];
    if (whole) scents.push({ scent: whole, massG: (batter.scentG * cup.baseG) / batter.plannedBaseG });
    return {
      portionId: p.id,
      field: p.scent ? `portions.${p.id}.scent` : `batters.${p.batterId}.scent`,
      where: p.name,
      scents,
      curedG: curedMassG(cup.finishedG, waterInCupG(cup, batter), plan.residualWaterPct),
    };
  });
  const total: Carrier = {
    portionId: null,
    field: "portions.scent",
    where: "the whole batch",
    scents: portions.flatMap((c) => c.scents),
    curedG: portions.reduce((sum, c) => sum + c.curedG, 0),
  };
  return [...portions, total];
}

const partKey = (part: ScentPart) => part.libraryId ?? part.name;

/** Share of every scent part in the cured mass, percent, and its limit: doses of one scent are added up, of two limits the stricter holds. */
export function scentShares(carrier: Carrier) {
  const byPart = new Map<
    string,
    { name: string; sharePct: number; limitPct: number | null; whose: "certificate" | "own limit" | null }
  >();
  if (carrier.curedG <= 0) return byPart;
  for (const { scent, massG } of carrier.scents) {
    checkLimits(scent, massG, carrier.curedG).forEach((check, i) => {
      const key = partKey(scent.parts[i]);
      const known = byPart.get(key);
      byPart.set(key, {
        name: check.part,
        sharePct: check.sharePct + (known?.sharePct ?? 0),
        ...stricter(check, known ?? { limitPct: null, whose: null }),
      });
    });
  }
  return byPart;
}

/** Share of a part of a scent where it goes, against its limit. */
export const shareOfPart = (carrier: Carrier, part: ScentPart) => scentShares(carrier).get(partKey(part));

/** Load from which a scent is called high, percent of oils. */
const HIGH_LOAD_PCT = 6;

type Say = (level: Notice["level"], message: string) => void;

/** What must be said of a scent wherever it goes: into a cup or into the whole batter. */
function behaviourNotices(scent: Scent, loadPct: number, isWhole: boolean, say: Say): void {
  if (loadPct > HIGH_LOAD_PCT)
    say("ask", `${pct(loadPct)} of oils is a high load. The supplier's certificate sets the limit for the cured bar.`);
  if (scent.parts.some((x) => x.seizes)) {
    say(
      "ask",
      isWhole
        ? `${scent.name} is known to seize: in the whole batter nothing could be poured any more. Put it into one cup that is poured first.`
        : `${scent.name} is known to seize: pour this cup first, whisk by hand, have a spoon ready.`,
    );
  } else if (scent.parts.some((x) => x.rices))
    say("hint", `${scent.name} may rice: whisk at first, blend only once it has riced, use at once.`);
  if (scent.parts.length > 1) {
    const total = scent.parts.reduce((sum, x) => sum + x.sharePct, 0);
    if (Math.abs(total - 100) > 0.05)
      say("ask", `the blend adds up to ${pct(total)}; its parts are taken by their ratio.`);
  }
}

/** A cup that was whitened, and no longer reads as white with its scents once it is cured. */
const isStained = (plan: Plan, masses: Masses, p: Portion): boolean =>
  p.colourants.some((c) => c.kind === "titanium-dioxide" && c.dose.amount > 0) &&
  colourDifference(portionHexAt(plan, masses, p, "cured"), portionHexAt(plan, masses, p, "cured", "all scents")) >
    ALIKE_BELOW;

/** Limits compared with the cured bar, portion by portion and in total; high loads; behaviour to expect. */
export function scentNotices(plan: Plan, masses: Masses): Notice[] {
  const notices: Notice[] = [];
  for (const carrier of scentCarriers(plan, masses)) {
    for (const s of scentShares(carrier).values()) {
      if (s.limitPct === null || s.sharePct <= s.limitPct + 1e-9) continue;
      notices.push({
        level: "ask",
        field: carrier.field,
        message: `${carrier.where}: ${s.name} makes ${Number(s.sharePct.toFixed(2))} % of the cured bar, above the ${s.whose} of ${s.limitPct} %. Lower the load; the certificate and local rules decide.`,
      });
    }
  }
  const sayAt =
    (field: string, name: string): Say =>
    (level, message) =>
      notices.push({ level, field, message: `${name}: ${message}` });
  const loadOf = (scent: Scent, base: DoseBase) => loadPctOfOils(scent, base);
  for (const b of plan.batters) {
    if (!b.scent) continue;
    const say = sayAt(`batters.${b.id}.scent`, `The whole ${b.name.toLowerCase()}`);
    behaviourNotices(b.scent, loadOf(b.scent, byId(masses.batters, b.id).dose), true, say);
  }
  for (const p of plan.portions) {
    const whole = byId(plan.batters, p.batterId);
    const own = p.scent ? loadOf(p.scent, byId(masses.portions, p.id).dose) : 0;
    const shared = whole.scent ? loadOf(whole.scent, byId(masses.batters, whole.id).dose) : 0;
    const say = sayAt(p.scent ? `portions.${p.id}.scent` : `batters.${whole.id}.scent`, p.name);
    if (p.scent) behaviourNotices(p.scent, own, false, say);
    if (own > 0 && shared > 0 && own <= HIGH_LOAD_PCT && shared <= HIGH_LOAD_PCT && own + shared > HIGH_LOAD_PCT)
      say("ask", `its scent and that of the whole batter come to ${pct(own + shared)} of oils together: a high load.`);
    if (isStained(plan, masses, p)) {
      const culprit = [p.scent, whole.scent].find((s) => s?.parts.some((x) => x.discolour));
      say(
        "ask",
        `${culprit?.name ?? "its scent"} discolours: this white will not stay white. Keep the scent out of it.`,
      );
    }
  }
  return notices;
}
