import * as z from "zod/mini";
import { id, within } from "../../units/fields";
import type { Sayer } from "../../units/sayer";
import { STROKE_TOOLS, type StrokeTool, TOOLS } from "../tools";
import type { TraceWindow } from "../traceWindow";

/** What can be set of an operation beside its cup and share: shown when its row is open. */
export type KindField =
  | { field: string; label: string; type: "number"; unit?: string; step?: number; decimals?: number }
  | { field: string; label: string; type: "length" }
  | { field: string; label: string; type: "depth" }
  | { field: string; label: string; type: "cup" }
  | { field: string; label: string; type: "choice"; options: { value: string; label: string }[] };

/** Inner size of the mould that an operation serves, mm. */
export interface WorkMould {
  lengthMm: number;
  widthMm: number;
  heightMm: number;
}

/** What a working time hangs on beside the operation. */
export interface AtWork {
  massG: number;
  mould: WorkMould;
  /** Length of the mould in passes of `PASS_LENGTH_MM`. */
  passes: number;
}

/** What a new operation may start from: the cup that has most left, what is kept back, and the middle of the mould. */
export interface BlankStart {
  cup: { portionId: string; cupPct: number };
  /** All that is left of that cup, %. */
  leftPct: number;
  top: { portionId: string; keptBackPct: number };
  /** Another cup; the same where there is one only. */
  otherId: string;
  acrossMm: number;
  alongMm: number;
}

/** What the words of an instruction hang on beside the operation. */
export interface AtBench {
  /** Name of the cup that is poured; empty for a movement. */
  cup: string;
  /** Name of the cup that it is poured into, where it is one. */
  into: string;
  /** Mass that is poured, said. */
  mass: string;
  /** How long it takes, said. */
  seconds: string;
  /** Part of the cup, said; empty for what does not come from a cup. */
  part: string;
  mould: WorkMould;
  /** True where the same pot is poured on later. */
  isPouredOn: boolean;
  sayer: Sayer;
}

export interface BenchWords {
  title: string;
  detail: string;
}

/** Fields that every operation has, and those of a pour. */
export const inMould = { id, mouldId: id };
export const pour = { ...inMould, portionId: id };
export const cupPct = within(0, 100, "% of the cup");
export const keptBackPct = within(0, 100, "% of what is kept back");
/** Distance from the near long wall, and from the left end, mm. */
export const acrossMm = within(0, 1000, "mm");
export const alongMm = within(0, 2000, "mm");
export const height = z.enum(["low", "mid", "high"]);
export const count = (low: number, high: number) => z.int().check(z.minimum(low), z.maximum(high));

/** What a kind of operation is: everything that the house must know of it, in one place. */
export interface Kind<O> {
  /** Name in lists and messages: "drop", "hanger". */
  label: string;
  /** What it does to batter: pours some, or moves what lies there. */
  does: "pour" | "move";
  /** Where it works. What is on the top may wait for its trace as long as it takes; what is in a cup or the pot reaches the mould later. */
  place: "mould" | "pot" | "top" | "cup";
  fields: readonly KindField[];
  /** Poured out of a bottle that is filled first. */
  needsBottle?: boolean;
  /** Lifted out with a spoon: the cup is not blended or stirred again before. */
  isSpooned?: boolean;
  /** Pressed in as what has set: nothing is blended for it, and a cup that is too thin for it is not waited for. */
  isLump?: boolean;
  /** Needs two people where there are two. */
  hands?: 2;
  /** Fills of one round may change places: nothing hangs on their order. */
  isFreeInRound?: boolean;
  /** A new one, without what all have. */
  blank(start: BlankStart): Omit<O, "kind" | "id" | "mouldId">;
  /** Seconds by passes, strokes and turns alone, for a practised person. */
  workS(o: O, at: AtWork): number;
  /** Trace that it works in; null for what needs none. @param laneMm clear width of the lane that it fills, where it fills one */
  window(o: O, laneMm: number | null): TraceWindow | null;
  /** What a person at the bench reads. */
  words(o: O, at: AtBench): BenchWords;
  /** In a few words, for its line in the list. */
  inShort(o: O, mm: (lengthMm: number) => string): string;
}

/** What is written down of a kind: most have nothing to set. */
type Definition<O> = Omit<Kind<O>, "fields"> & Partial<Pick<Kind<O>, "fields">>;

/** A definition with the schema that its operations follow: `id`, `mouldId` and `kind` among its fields. */
export const defineKind =
  <S extends z.ZodMiniObject>(schema: S) =>
  ({ fields = [], ...definition }: Definition<z.infer<S>>): Kind<z.infer<S>> & { schema: S } => ({
    ...definition,
    fields,
    schema,
  });

export const lengthField = (field: string, label: string): KindField => ({ field, label, type: "length" });
export const numberField = (field: string, label: string, unit?: string, step = 1): KindField => ({
  field,
  label,
  type: "number",
  unit,
  step,
  decimals: 2,
});
export const choiceField = (
  field: string,
  label: string,
  options: readonly (readonly [string, string])[],
): KindField => ({ field, label, type: "choice", options: options.map(([value, l]) => ({ value, label: l })) });
/** A value of the document as it is read: without its hyphens. */
export const spoken = (value: string): string => value.replaceAll("-", " ");
const named = (values: readonly string[]) => values.map((v) => [v, spoken(v)] as const);
export const pathField = (paths: readonly string[]): KindField => choiceField("path", "path", named(paths));
export const acrossField = lengthField("acrossMm", "from the near wall");
export const alongField = lengthField("alongMm", "from the left");
export const heightField = choiceField("height", "from", named(["high", "mid", "low"]));
export const toolField = choiceField(
  "tool",
  "tool",
  STROKE_TOOLS.map((t) => [t, TOOLS[t].label] as const),
);
export const pitchField = lengthField("pitchMm", "step");
export const strokesField = numberField("strokes", "strokes");
export const depthField: KindField = { field: "depthMm", label: "depth", type: "depth" };
export const toolLabel = (tool: StrokeTool): string => TOOLS[tool].label;
