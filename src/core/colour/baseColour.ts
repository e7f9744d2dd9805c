import type { OilLookup } from "../formula/oils";
import type { ColourTime } from "./colourantSchema";
import { blendHex, NATURAL_BATTER_HEX } from "./mix";

/** How much of the oils' own colour still shows: batter pales from the pour to the cured bar (Tundish estimate). */
const OIL_COLOUR_LEFT = { fresh: 1, nextDay: 0.7, cured: 0.45 } satisfies Record<ColourTime, number>;
const BLEACHED_HEX = "#fbf8f1";
/** Sugars brown: what one gram per 100 g of oils adds of a light brown when cured (Tundish estimate). */
const SUGAR_HEX = "#d9b98a";
const SUGAR_SHARE_PER_G = 0.06;
const SUGAR_SHOWN = { fresh: 0.25, nextDay: 0.8, cured: 1 } satisfies Record<ColourTime, number>;

/** Colour of uncoloured, unscented batter from its oils and sugars at a time. */
export function baseHex(
  oils: readonly { oilId: string; sharePct: number }[],
  find: OilLookup,
  sugarGPer100gOils: number,
  time: ColourTime,
): string {
  const parts = oils.flatMap((o) => {
    const row = find(o.oilId);
    return row ? [{ hex: row.batterHex, weight: o.sharePct }] : [];
  });
  const own = parts.length ? blendHex(parts) : NATURAL_BATTER_HEX;
  const left = OIL_COLOUR_LEFT[time];
  const brown = Math.min(0.6, SUGAR_SHARE_PER_G * sugarGPer100gOils) * SUGAR_SHOWN[time];
  return blendHex([
    { hex: own, weight: left * (1 - brown) },
    { hex: BLEACHED_HEX, weight: (1 - left) * (1 - brown) },
    { hex: SUGAR_HEX, weight: brown },
  ]);
}
