/** Additives that change the rate of thickening, at one usual dose. Tundish estimates. */
export const ADDITIVES = [
  { id: "clay", label: "clay", paceFactor: 1.1, usualGPer100gOils: 0.65 },
  { id: "charcoal", label: "charcoal", paceFactor: 1.15, usualGPer100gOils: 0.4 },
  { id: "titanium-dioxide", label: "titanium dioxide", paceFactor: 1.08, usualGPer100gOils: 0.9 },
  { id: "sugar", label: "sugar or honey", paceFactor: 1.15, usualGPer100gOils: 0.7 },
  { id: "milk", label: "milk", paceFactor: 1.1, usualGPer100gOils: 10 },
  { id: "salt", label: "salt", paceFactor: 1.5, usualGPer100gOils: 50 },
  { id: "sodium-lactate", label: "sodium lactate 60 %", paceFactor: 1, usualGPer100gOils: 2 },
] as const;

export type AdditiveId = (typeof ADDITIVES)[number]["id"];
export const ADDITIVE_IDS = ADDITIVES.map((a) => a.id) as [AdditiveId, ...AdditiveId[]];

const byId = new Map<AdditiveId, (typeof ADDITIVES)[number]>(ADDITIVES.map((a) => [a.id, a]));

/** Factor on the rate: paceFactor to the power of doses. */
export function additivePace(additives: readonly { kind: AdditiveId; gPer100gOils: number }[]): number {
  return additives.reduce((factor, a) => {
    const row = byId.get(a.kind)!;
    return factor * row.paceFactor ** (a.gPer100gOils / row.usualGPer100gOils);
  }, 1);
}
