/** How a scent moves the batter. Start values of the trace clock, Tundish estimates; a user's own tests correct them. */
export interface ScentClass {
  id: "slows" | "quiet" | "mild" | "moderate" | "strong" | "severe";
  label: string;
  /** Steps of trace added at once while it is mixed in, at the reference dose. */
  jumpSteps: number;
  /** Factor on the rate of thickening once mixed in, at the reference dose. */
  rateFactor: number;
  /** Heat it brings, C, at the reference dose. */
  heatC: number;
}

/** Dose at which the classes are stated, percent of oils. */
export const REFERENCE_DOSE_PCT_OF_OILS = 4.5;

/** Time in which the rate factor is reached after mixing in, s (exponential approach). */
export const RATE_RISE_S = 60;

export const SCENT_CLASSES: readonly ScentClass[] = [
  { id: "slows", label: "slows", jumpSteps: 0, rateFactor: 0.8, heatC: 0 },
  { id: "quiet", label: "quiet", jumpSteps: 0, rateFactor: 1, heatC: 0 },
  { id: "mild", label: "mild", jumpSteps: 0.1, rateFactor: 1.3, heatC: 0 },
  { id: "moderate", label: "moderate", jumpSteps: 0.3, rateFactor: 2, heatC: 1 },
  { id: "strong", label: "strong", jumpSteps: 0.8, rateFactor: 4, heatC: 2 },
  { id: "severe", label: "severe", jumpSteps: 1.6, rateFactor: 10, heatC: 5 },
];

export type ScentClassId = ScentClass["id"];
export const SCENT_CLASS_IDS = SCENT_CLASSES.map((c) => c.id) as [ScentClassId, ...ScentClassId[]];

const byId = new Map(SCENT_CLASSES.map((c) => [c.id, c]));
export const scentClass = (id: ScentClassId): ScentClass => byId.get(id)!;

/** The class whose rate factor is nearest by ratio. */
export const classNear = (rateFactor: number): ScentClass =>
  SCENT_CLASSES.reduce((best, c) =>
    Math.abs(Math.log(c.rateFactor / rateFactor)) < Math.abs(Math.log(best.rateFactor / rateFactor)) ? c : best,
  );

/** Spread of the natural log of the rate factor by what is known: own tests, the supplier's word, hearsay. */
export const SD_LOG = { own: 0.25, supplier: 0.5, others: 0.7 } as const;
