/**
 * Kinds of colourant. `paceFactor`: what one usual dose does to the rate of thickening; `usualGPer100gOils`: about one level tsp per
 * pound of oils; `bulkDensityGPerMl`: of the loose powder; `solidDensityGPerMl`: of its grains (handbook values), for dispersions; `scatter`: how much one usual dose adds to the scattering of the base
 * (1 = as much as the base itself): what hides, whitens. Tundish estimates.
 */
export const COLOURANT_KINDS = [
  kind("mica", "mica", 1, 0.55, 0.5, 2.8, 0.25, false),
  kind("oxide", "oxide", 1, 0.95, 0.9, 4.8, 0.5, false),
  kind("ultramarine", "ultramarine", 1, 0.75, 0.7, 2.35, 0.3, false),
  kind("neon", "neon pigment", 1, 0.6, 0.55, 1.4, 0.4, false),
  kind("titanium-dioxide", "titanium dioxide", 1.08, 0.9, 0.85, 4.2, 3, true),
  kind("charcoal", "charcoal", 1.15, 0.4, 0.38, 2, 0, false),
  kind("clay", "clay", 1.1, 0.65, 0.6, 2.6, 0.6, false),
  kind("botanical", "botanical powder", 1, 0.5, 0.45, 1.4, 0.1, false),
  kind("dye", "liquid dye", 1, 0.3, 1, 1, 0, false),
] as const;

interface Kind<Id extends string> {
  id: Id;
  label: string;
  paceFactor: number;
  usualGPer100gOils: number;
  bulkDensityGPerMl: number;
  solidDensityGPerMl: number;
  scatter: number;
  stickBlend: boolean;
}

function kind<const Id extends string>(
  id: Id,
  label: string,
  paceFactor: number,
  usualGPer100gOils: number,
  bulkDensityGPerMl: number,
  solidDensityGPerMl: number,
  scatter: number,
  stickBlend: boolean,
): Kind<Id> {
  return { id, label, paceFactor, usualGPer100gOils, bulkDensityGPerMl, solidDensityGPerMl, scatter, stickBlend };
}

export type ColourantKindId = (typeof COLOURANT_KINDS)[number]["id"];
export const COLOURANT_KIND_IDS = COLOURANT_KINDS.map((k) => k.id) as [ColourantKindId, ...ColourantKindId[]];

const byId = new Map<ColourantKindId, Kind<ColourantKindId>>(COLOURANT_KINDS.map((k) => [k.id, k]));

export const colourantKind = (id: ColourantKindId): Kind<ColourantKindId> => byId.get(id)!;
