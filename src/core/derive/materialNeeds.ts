import { type BatterMasses, computeMasses, type Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import { additiveRow } from "../formula/additives";
import { oilLookup } from "../formula/oils";
import { type MaterialKind, type Need, namedKey, rowKey } from "../practice/stockSchema";
import { liquidName } from "../prepare/lyeJug";
import type { Scent } from "../scent/scentSchema";
import { byId } from "../units/byId";

/** What one line of the weigh-up takes of one material. */
export interface LineNeed extends Need {
  /** Id of the line. */
  lineId: string;
  /** What the line says to weigh, g: with the carrier of a dispersion, and all parts of a blend. */
  lineG: number;
}

function ofScent(lineId: string, scent: Scent | null, massG: number): LineNeed[] {
  if (!scent || massG <= 0) return [];
  const total = scent.parts.reduce((s, p) => s + p.sharePct, 0) || 1;
  return scent.parts.map((p) => {
    const libraryId = p.libraryId ?? (scent.parts.length === 1 ? scent.libraryId : null);
    const name = p.name || scent.name;
    return {
      ...{ lineId, key: libraryId ? rowKey("scents", libraryId) : namedKey("scents", name), kind: "scents", name },
      ...{ massG: (massG * p.sharePct) / total, lineG: massG },
    };
  });
}

/** A line that takes one material, which goes by its name. */
const plain = (lineId: string, kind: MaterialKind, name: string, massG: number): LineNeed => ({
  ...{ lineId, key: namedKey(kind, name), kind, name, massG, lineG: massG },
});

function ofBatter(plan: Plan, m: BatterMasses): LineNeed[] {
  const batter = byId(plan.batters, m.id);
  const find = oilLookup(plan.oilRows);
  return [
    ...m.oils.map((o): LineNeed => {
      const { oilId } = byId(batter.oils, o.id);
      const line = plain(`oil:${m.id}:${o.id}`, "oils", find(oilId)?.name ?? oilId, o.massG);
      return { ...line, key: rowKey("oils", oilId) };
    }),
    plain(`lye:${m.id}:naoh`, "lye", "Sodium hydroxide", m.naohG),
    plain(`lye:${m.id}:koh`, "lye", "Potassium hydroxide", m.kohG),
    ...m.liquids.map((l) => plain(`lye:${m.id}:${l.id}`, "liquids", liquidName(batter, l), l.massG)),
    ...m.additives.map((a) => {
      const own = byId(batter.additives, a.id);
      return plain(`additive:${m.id}:${a.id}`, "additives", own.label || additiveRow(own.kind).label, a.massG);
    }),
    ...ofScent(`scent:${m.id}`, batter.scent, m.scentG),
  ];
}

function ofCups(plan: Plan, masses: Masses): LineNeed[] {
  return plan.portions.flatMap((p): LineNeed[] => {
    const cup = byId(masses.portions, p.id);
    return [
      ...p.colourants.map((c): LineNeed => {
        const { powderG, weighedG } = byId(cup.colourants, c.id);
        const line = plain(`colour:${p.id}:${c.id}`, "colourants", c.name, powderG);
        return { ...line, key: c.libraryId ? rowKey("colourants", c.libraryId) : line.key, lineG: weighedG };
      }),
      ...p.additives.flatMap((a) => {
        const own = cup.additives.find((x) => x.id === a.id && x.from === "cup");
        const name = a.label || additiveRow(a.kind).label;
        return own ? [plain(`additive:${p.id}:${a.id}`, "additives", name, own.massG)] : [];
      }),
      ...ofScent(`scent:${p.id}`, p.scent, cup.scentG),
    ];
  });
}

/** What the weigh-up takes of every material, line by line; water and the carriers of colour are not counted. Empty where the formula cannot be computed. */
export function lineNeeds(plan: Plan, masses: Masses | null = computeMasses(plan)): LineNeed[] {
  if (!masses) return [];
  const all = [...masses.batters.flatMap((m) => ofBatter(plan, m)), ...ofCups(plan, masses)];
  return all.filter((n) => n.massG > 0);
}

/** What a batch takes of every material, each once. */
export const needsOf = (plan: Plan, masses: Masses | null = computeMasses(plan)): Need[] =>
  summed(lineNeeds(plan, masses));

export function summed(needs: readonly Need[]): Need[] {
  const all = new Map<string, Need>();
  for (const { key, kind, name, massG } of needs) {
    const known = all.get(key);
    if (known) known.massG += massG;
    else all.set(key, { key, kind, name, massG });
  }
  return [...all.values()];
}
