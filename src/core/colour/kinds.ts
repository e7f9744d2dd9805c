/** Kinds of colourant. `paceFactor`: what one usual dose does to the rate of thickening; `usualGPer100gOils`: about one level tsp per pound of oils. Tundish estimates. */
export const COLOURANT_KINDS = [
  { id: "mica", label: "mica", paceFactor: 1, usualGPer100gOils: 0.55, stickBlend: false },
  { id: "oxide", label: "oxide", paceFactor: 1, usualGPer100gOils: 0.95, stickBlend: false },
  { id: "ultramarine", label: "ultramarine", paceFactor: 1, usualGPer100gOils: 0.75, stickBlend: false },
  { id: "titanium-dioxide", label: "titanium dioxide", paceFactor: 1.08, usualGPer100gOils: 0.9, stickBlend: true },
  { id: "charcoal", label: "charcoal", paceFactor: 1.15, usualGPer100gOils: 0.4, stickBlend: false },
  { id: "clay", label: "clay", paceFactor: 1.1, usualGPer100gOils: 0.65, stickBlend: false },
  { id: "botanical", label: "botanical powder", paceFactor: 1, usualGPer100gOils: 0.5, stickBlend: false },
  { id: "dye", label: "liquid dye", paceFactor: 1, usualGPer100gOils: 0.3, stickBlend: false },
] as const;

export type ColourantKindId = (typeof COLOURANT_KINDS)[number]["id"];
export const COLOURANT_KIND_IDS = COLOURANT_KINDS.map((k) => k.id) as [ColourantKindId, ...ColourantKindId[]];

const byId = new Map<ColourantKindId, (typeof COLOURANT_KINDS)[number]>(COLOURANT_KINDS.map((k) => [k.id, k]));

export const colourantKind = (id: ColourantKindId) => byId.get(id)!;
