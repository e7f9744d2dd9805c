import * as z from "zod/mini";
import { id, name, text, within } from "../units/fields";
import { cutterFields, planerFields } from "./cutSchema";

export const TOOL_KINDS = [
  { id: "bowl", label: "bowl or pot" },
  { id: "pitcher", label: "pitcher or cup" },
  { id: "lye-jug", label: "lye jug" },
  { id: "scale", label: "scale" },
  { id: "hanger", label: "hanger wire" },
  { id: "rod", label: "rod or skewer" },
  { id: "stick", label: "stick" },
  { id: "spoon", label: "spoon" },
  { id: "comb", label: "comb" },
  { id: "bottle", label: "squeeze bottle" },
  { id: "funnel", label: "funnel" },
  { id: "wedge", label: "wedge" },
  { id: "cutter", label: "cutter" },
  { id: "planer", label: "planer" },
] as const;
export type ToolKind = (typeof TOOL_KINDS)[number]["id"];

const mm = (low: number, high: number) => within(low, high, "mm");
const vessel = {
  /** Empty mass; null until it has been weighed. */
  tareG: z.nullable(within(0, 50_000, "g")),
  capacityMl: within(10, 100_000, "mL"),
  /** Volume marks on its wall, mL, rising. */
  marksMl: z.array(within(1, 100_000, "mL")).check(z.maxLength(40)),
  material: z.enum(["steel", "plastic", "glass", "silicone", "aluminium", "other"]),
};
const stroke = { widthMm: mm(0.5, 80), lengthMm: mm(20, 800) };

/** What a tool can do, by kind. */
export const toolSpecSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("bowl"), ...vessel }),
  z.strictObject({ kind: z.literal("pitcher"), ...vessel }),
  z.strictObject({ kind: z.literal("lye-jug"), ...vessel }),
  z.strictObject({
    kind: z.literal("scale"),
    readabilityG: within(0.001, 50, "g"),
    capacityG: within(1, 200_000, "g"),
  }),
  z.strictObject({
    kind: z.literal("hanger"),
    lengthMm: mm(30, 2000),
    thicknessMm: mm(0.5, 20),
    isCoated: z.boolean(),
  }),
  z.strictObject({ kind: z.literal("rod"), ...stroke }),
  z.strictObject({ kind: z.literal("stick"), ...stroke }),
  z.strictObject({ kind: z.literal("spoon"), ...stroke }),
  z.strictObject({ kind: z.literal("comb"), ...stroke, pitchMm: mm(2, 100) }),
  z.strictObject({ kind: z.literal("bottle"), capacityMl: within(10, 5000, "mL"), nozzleReachMm: mm(0, 400) }),
  z.strictObject({ kind: z.literal("funnel"), outletMm: mm(2, 80), heightMm: mm(20, 600) }),
  z.strictObject({ kind: z.literal("wedge"), angleDeg: within(5, 70, "degrees") }),
  z.strictObject({ kind: z.literal("cutter"), ...cutterFields }),
  z.strictObject({ kind: z.literal("planer"), ...planerFields }),
]);

export const libraryToolSchema = z.strictObject({ name: name(60), spec: toolSpecSchema, notes: text(2000) });

/** What a tool of the batch is there for. */
export const TOOL_USES = ["batter", "lye", "portion", "doses", "loads", "design"] as const;

/** A tool laid out for a batch, as it was when it was chosen. */
export const equipmentSchema = z.strictObject({
  id,
  libraryId: z.nullable(id),
  name: name(60),
  use: z.enum(TOOL_USES),
  /** Portion or batter that it serves; null for one that serves all. */
  servesId: z.nullable(id),
  spec: toolSpecSchema,
});

export type ToolSpec = z.infer<typeof toolSpecSchema>;
export type LibraryTool = z.infer<typeof libraryToolSchema>;
export type Equipment = z.infer<typeof equipmentSchema>;
export type ToolUse = (typeof TOOL_USES)[number];
