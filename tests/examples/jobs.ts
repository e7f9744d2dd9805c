import { MASS_JOBS } from "./jobs/masses";
import { VESSEL_JOBS } from "./jobs/vessels";

/** Whole jobs worked out by hand, each figure with its sum. */
export const JOBS = [...MASS_JOBS, ...VESSEL_JOBS];
