import type { CareTask } from "../cure/careSchema";
import type { CureDates, DueDay } from "../cure/dates";
import type { Status } from "../document/status";
import type { Design } from "../swirl/design";

/** What lists show of a batch, derived once at every save. */
export interface ShelfSummary {
  /** Which way of summing up made it: older ones are made anew. */
  model: number;
  dates: CureDates | null;
  /** Days that are due and not answered yet, the next first. */
  due: DueDay[];
  /** What is asked about after the pour, and from when; none before it, and once it is cut. */
  care: { task: CareTask; dueAt: string }[];
  rating: number | null;
  /** Batter in the first mould, g. */
  massG: number | null;
  portionNames: string[];
  design: Design | null;
  palette: string[];
  /** Place of the bar shown, mm along the loaf. */
  cutMm: number;
}

/** One batch in short, as the shelf shows it. */
export interface ShelfEntry extends ShelfSummary {
  id: string;
  version: number;
  updatedAt: string;
  title: string;
  status: Status;
}
