import * as z from "zod/mini";
import { id, isoInstant } from "../units/fields";

/** What is done after the pour, in the order of the work. */
export const CARE_TASKS = [
  "mist",
  "cover",
  "decorate",
  "mistAgain",
  "gel",
  "heatOff",
  "uncover",
  "unmould",
  "cut",
] as const;
/** What may be said to it: done, left out, not yet (asked again), or what was seen. */
export const CARE_ANSWERS = ["done", "left", "later", "middle", "edge", "ash"] as const;

export type CareTask = (typeof CARE_TASKS)[number];
export type CareAnswer = (typeof CARE_ANSWERS)[number];

/** What an answer holds, in the log and in the record. */
export const careFields = { task: z.enum(CARE_TASKS), answer: z.enum(CARE_ANSWERS) };

/** An answer that counts. */
export const careSchema = z.strictObject({ id, at: isoInstant, ...careFields });
export type Care = z.infer<typeof careSchema>;
