/** Stages by eye, with the trace index at which each begins to be called so. */
export const STAGES = [
  { trace: 1, name: "emulsion", look: "no oil slick at the rim, drips leave nothing" },
  { trace: 2, name: "light", look: "a drip shows and sinks in a breath" },
  { trace: 3, name: "medium", look: "a drip stays; a line can be written on it" },
  { trace: 4, name: "thick", look: "a spoon leaves a hollow; it holds a shape" },
  { trace: 5, name: "set", look: "a lump" },
] as const;

/** The stage nearest to an index, in words; "unmixed" below emulsion. */
export function stageName(trace: number): string {
  if (trace < 0.5) return "unmixed";
  return STAGES[Math.min(STAGES.length, Math.max(1, Math.round(trace))) - 1].name;
}
