import type { PortionColours } from "../batter/colours";
import type { CupMix } from "../batter/cups";
import type { Masses } from "../batter/masses";
import { COLOUR_TIMES, type ColourTime } from "../colour/colourantSchema";
import { blendHex } from "../colour/mix";
import type { Plan } from "../document/schema";

/** A colour that comes of cups stirred into each other; it follows those of the portions in the palette. */
export interface Shade {
  name: string;
  colours: Record<ColourTime, string>;
}

export interface Shades {
  list: Shade[];
  /** Place in the list, by operation that pours it. */
  of: Map<string, number>;
}

const PERCENT = 100;
/** Shares closer than this are one shade, percent. */
const STEP_PCT = 1;

function keyOf(mix: CupMix): { key: string; shares: { portionId: string; pct: number }[] } {
  const all = mix.parts.reduce((sum, p) => sum + p.ml, 0);
  const own = new Map<string, number>();
  for (const p of mix.parts) own.set(p.portionId, (own.get(p.portionId) ?? 0) + p.ml);
  const shares = [...own].map(([portionId, ml]) => ({ portionId, pct: (PERCENT * ml) / all }));
  return { key: shares.map((s) => `${s.portionId}:${Math.round(s.pct / STEP_PCT)}`).join(" "), shares };
}

/** The shades that a plan pours: one for every mixture of cups stirred through. An estimate: absorption of both, weighted by their volumes. */
export function shadesOf(plan: Plan, masses: Masses, colours: PortionColours): Shades {
  const list: Shade[] = [];
  const known = new Map<string, number>();
  const of = new Map<string, number>();
  for (const o of plan.operations) {
    const mix = masses.mixes.get(o.id);
    if (o.kind === "intoCup" || mix?.stirred !== "through") continue;
    const { key, shares } = keyOf(mix);
    let at = known.get(key);
    if (at === undefined) {
      at = list.length;
      known.set(key, at);
      const index = (id: string) => plan.portions.findIndex((p) => p.id === id);
      const name = shares.map((s) => `${Math.round(s.pct)} % ${plan.portions[index(s.portionId)].name}`).join(", ");
      const hexAt = (time: ColourTime) =>
        blendHex(shares.map((s) => ({ hex: colours[index(s.portionId)][time], weight: s.pct })));
      list.push({
        name,
        colours: Object.fromEntries(COLOUR_TIMES.map((t) => [t, hexAt(t)])) as Record<ColourTime, string>,
      });
    }
    of.set(o.id, at);
  }
  return { list, of };
}
