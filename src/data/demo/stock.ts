import { formatISO, parseISO, subDays } from "date-fns";
import type { MaterialKind, Stock } from "../../core/practice/stockSchema";

/** Days before today on which the demo studio counted its shelf. */
const COUNTED_DAYS_AGO = 40;

type Line = [key: string, name: string, countedG: number, lowG: number | null, lot?: string];
const LINES: Readonly<Partial<Record<MaterialKind, readonly Line[]>>> = {
  oils: [
    ["oils:olive", "Olive oil, virgin", 9000, 2500, "OL-2231"],
    ["oils:coconut", "Coconut oil", 5200, 1500, "CC-118"],
    ["oils:shea", "Shea butter", 1500, 400],
    ["oils:castor", "Castor oil", 700, 200],
  ],
  lye: [["lye~sodium hydroxide", "Sodium hydroxide", 3000, 600, "NH-77"]],
  colourants: [
    ["colourants:c-ink", "Deep ink mica", 86, 20, "AZ-0412"],
    ["colourants:c-brass", "Brass mica", 140, 20, "AZ-0388"],
    ["colourants:c-ember", "Ember oxide", 64, 15],
    ["colourants:c-white", "Pearl white", 300, 50],
    ["colourants:c-black", "Lamp charcoal", 95, 20],
    ["colourants:c-dusk", "Dusk ultramarine", 70, 15],
    ["colourants:c-apricot", "Apricot mica", 42, 15],
    ["colourants:c-copper", "Copper oxide", 55, 15],
    ["colourants:c-straw", "Straw clay", 400, 100],
    ["colourants:c-flame", "Flame neon", 18, 20],
    ["colourants:c-wine", "Wine oxide", 47, 15],
    ["colourants:c-sun", "Sun mica", 77, 20],
  ],
  scents: [
    ["scents:s-clove", "Clove & Amber", 180, 60, "NM-3307"],
    ["scents:s-fir", "Fir Smoke", 250, 60, "NM-3290"],
    ["scents:s-citrus", "Cold Citrus", 250, 60],
    ["scents:s-rose", "Observatory Rose", 250, 60],
    ["scents:s-fog", "Harbour Fog", 40, 60],
  ],
};

/** What the demo studio has on its shelf, as it counted it. @param today ISO date */
export function demoStock(today: string): Stock {
  const countedAt = `${formatISO(subDays(parseISO(today), COUNTED_DAYS_AGO), { representation: "date" })}T08:00:00.000Z`;
  return {
    materials: Object.entries(LINES).flatMap(([kind, lines]) =>
      lines.map(([key, name, countedG, lowG, lot = ""]) => ({
        ...{ id: key.replace(/[^a-z0-9]+/g, "-"), key, kind: kind as MaterialKind, name },
        ...{ countedG, countedAt, lot, lowG },
      })),
    ),
  };
}
