import type { Deviation } from "../document/logSchema";

/** What went differently, as the bench and the book say it. */
export const DEVIATION_WORDS: Record<Deviation, string> = {
  "extra-blending": "extra blending",
  "extra-dose": "extra dose",
  "scent-late": "scent late",
  "poured-too-much": "poured too much",
  "firm-stir": "stirred firmly",
  other: "something else",
};
