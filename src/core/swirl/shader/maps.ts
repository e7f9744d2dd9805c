import { DEPOSITS_GLSL } from "./mapsDeposits";
import { SHEETS_GLSL } from "./mapsSheets";
import { TOOLS_GLSL } from "./mapsTools";
import { TURNS_GLSL } from "./mapsTurns";
import { PACKED } from "./packer";

const COLOUR_AT = /* glsl */ `
/** Colour index of a place, mm; 255 where nothing claims it. */
int colourAt(vec3 from) {
  place = from;
  inDisc = false;
  claimed = -1;
  for (int k = operations - 1; k >= 0 && claimed < 0; k--) {
    int o = whole(k);
    int kind = whole(o);
#ifdef LAYER
    if (kind == 1) layer(o);
#endif
#ifdef PLUME
    if (kind == 2) plume(o);
#endif
#ifdef LENS
    if (kind == 3) lens(o);
#endif
#ifdef EDDIES
    if (kind == 4) eddies(o);
#endif
#ifdef FUNNEL
    if (kind == 5) funnel(o);
#endif
#ifdef POT_SHEETS
    if (kind == 6) potSheets(o);
#endif
#ifdef SLOPE
    if (kind == 7) slope(o);
#endif
#ifdef LANES
    if (kind == 8) lanes(o);
#endif
#ifdef WALL_LINES
    if (kind == 9) wallLines(o);
#endif
#ifdef PASS
    if (kind == 10) passes(o);
#endif
#ifdef LOOP
    if (kind == 11) loops(o);
#endif
#ifdef WARP
    if (kind == 12) warp(o);
#endif
  }
  return claimed < 0 ? 255 : claimed;
}
`;

/**
 * The maps of the operations once more, for the graphics card: `colourAt` takes a place of the finished mould back to the colour that claims it, as
 * `sample` does. `numbers` holds a packed design; what each operation packs stands beside its own map. The kinds are those of `PACKED`.
 */
const MAPS = DEPOSITS_GLSL + TURNS_GLSL + SHEETS_GLSL + TOOLS_GLSL + COLOUR_AT;

const NAMES: Record<keyof typeof PACKED, string> = {
  layer: "LAYER",
  plume: "PLUME",
  lens: "LENS",
  eddies: "EDDIES",
  funnel: "FUNNEL",
  potSheets: "POT_SHEETS",
  slope: "SLOPE",
  lanes: "LANES",
  wallLines: "WALL_LINES",
  pass: "PASS",
  loop: "LOOP",
  warp: "WARP",
};
/** What several kinds share. */
const SHARED: readonly (readonly [string, readonly (keyof typeof PACKED)[]])[] = [
  ["TURNS", ["eddies", "slope"]],
  ["SHEETS", ["potSheets", "slope", "lanes", "wallLines"]],
  ["SLANTS", ["potSheets", "wallLines"]],
  ["TOOLS", ["pass", "loop"]],
];

/** The shader's maps for a packed design: of the kinds that it has alone, or it would take the card long to make ready. */
export function mapsFor(kinds: ReadonlySet<number>): string {
  const has = (kind: keyof typeof PACKED) => kinds.has(PACKED[kind]);
  const own = (Object.keys(NAMES) as (keyof typeof PACKED)[]).filter(has).map((kind) => NAMES[kind]);
  const shared = SHARED.filter(([, of]) => of.some(has)).map(([name]) => name);
  return [...own, ...shared].map((name) => `#define ${name}\n`).join("") + MAPS;
}
