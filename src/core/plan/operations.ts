import { z } from "zod";
import { id, within } from "../units/fields";

/**
 * The operations of a design. Pours name a portion and how much of its cup they use; movements work on what is in the mould or the pot.
 * Every operation names the mould that it serves. Steps of the schedule and the picture are derived from these, and carry their ids.
 */
const inMould = { id, mouldId: id };
const pour = { ...inMould, portionId: id };
const cupPct = within(0, 100, "% of the cup");
/** Distance from the near long wall, and from the left end, mm. */
const acrossMm = within(0, 1000, "mm");
const alongMm = within(0, 2000, "mm");
const height = z.enum(["low", "mid", "high"]);
const count = (low: number, high: number) => z.int().min(low).max(high);

/** Tools that draw through batter: width, what it drags (mm), and the window that it works in. */
export const STROKE_TOOLS = ["toothpick", "skewer", "rod", "craft-stick", "tongue-stick", "spoon"] as const;
export const STROKE_PATHS = [
  "crossings",
  "centre-pass",
  "circles",
  "rim-turns",
  "figure-eights",
  "s-curves",
  "rakes",
  "spoon-drags",
  "free",
] as const;
export const WIRE_PATHS = ["side-to-side", "loops", "figure-eights", "free"] as const;
export const COMB_PATHS = ["across", "along", "waves"] as const;
export const TOP_PATHS = ["zigzag", "loop", "figure-eight", "feather"] as const;

/** Drawn on the end of the loaf: from the near wall, and up from the floor. */
const endPoint = z.strictObject({ yMm: within(-50, 1050, "mm"), zMm: within(-50, 550, "mm") });
const point = z.strictObject({ xMm: within(-50, 2050, "mm"), yMm: within(-50, 1050, "mm") });

export const operationSchema = z.discriminatedUnion("kind", [
  /** Over the whole surface, low, over a spatula. */
  z.strictObject({ kind: z.literal("layer"), ...pour, cupPct }),
  /** A stripe along the loaf that punches in. */
  z.strictObject({
    kind: z.literal("stripe"),
    ...pour,
    cupPct,
    acrossMm,
    height,
    passes: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  }),
  /** A drop in one place. */
  z.strictObject({ kind: z.literal("plop"), ...pour, cupPct, alongMm, acrossMm, height }),
  /** Along the upper edge of a tilted mould. */
  z.strictObject({ kind: z.literal("wallPour"), ...pour, cupPct, strokes: count(1, 60) }),
  /** Into one compartment of a divided mould, counted from the near wall. */
  z.strictObject({ kind: z.literal("compartment"), ...pour, cupPct, index: count(0, 12) }),
  /** One counted pour through the funnel. */
  z.strictObject({ kind: z.literal("funnel"), ...pour, cupPct }),
  /** Down the wall of the pot: its base, or the next colour of a stack. */
  z.strictObject({ kind: z.literal("potStack"), ...pour, cupPct }),
  /** Into the pot at a clock position. */
  z.strictObject({ kind: z.literal("potDrop"), ...pour, cupPct, clock: within(0, 12, "o'clock"), height }),
  /** Turns of the spatula in the pot. */
  z.strictObject({ kind: z.literal("potTurn"), ...inMould, turns: within(0, 6) }),
  /** Everything in the pot into the mould. */
  z.strictObject({
    kind: z.literal("potPour"),
    ...inMould,
    way: z.enum(["one-place", "travelling", "tilted"]),
    strokes: count(1, 60),
  }),
  /** A row of spoonfuls along the mould. */
  z.strictObject({ kind: z.literal("spoonRow"), ...pour, cupPct, acrossMm }),
  /** A line from a bottle, with strokes back and forth; the nozzle reaches so far down. */
  z.strictObject({
    kind: z.literal("bottleLine"),
    ...pour,
    cupPct,
    acrossMm,
    strokes: count(1, 12),
    reachMm: within(0, 400, "mm"),
  }),
  /** A line of what was kept back, on the top. */
  z.strictObject({
    kind: z.literal("topLine"),
    ...pour,
    keptBackPct: within(0, 100, "% of what is kept back"),
    acrossMm,
  }),
  /** Freely over the top from what was kept back. */
  z.strictObject({ kind: z.literal("drizzle"), ...pour, keptBackPct: within(0, 100, "% of what is kept back") }),
  z.strictObject({
    kind: z.literal("stroke"),
    ...inMould,
    tool: z.enum(STROKE_TOOLS),
    path: z.enum(STROKE_PATHS),
    pitchMm: within(2, 200, "mm"),
    loops: count(1, 60),
    /** How deep the tool goes below the surface, mm; null to the floor. */
    depthMm: within(1, 400, "mm").nullable(),
    /** Drawn by hand from above; for the path `free`. */
    points: z.array(point).max(400),
  }),
  z.strictObject({
    kind: z.literal("wire"),
    ...inMould,
    thicknessMm: within(0.5, 12, "mm"),
    path: z.enum(WIRE_PATHS),
    loops: count(1, 20),
    /** Drawn by hand on the end of the loaf; for the path `free`. */
    points: z.array(endPoint).max(400),
  }),
  /** Several teeth drawn through at once: across the loaf, along it, or along it in waves; there, and back between as often as said. */
  z.strictObject({
    kind: z.literal("comb"),
    ...inMould,
    tool: z.enum(STROKE_TOOLS),
    path: z.enum(COMB_PATHS),
    teeth: count(2, 30),
    /** Tooth to tooth, mm. */
    pitchMm: within(3, 100, "mm"),
    passes: count(1, 12),
    /** How deep the teeth go below the surface, mm; null to the floor. */
    depthMm: within(1, 400, "mm").nullable(),
  }),
  z.strictObject({
    kind: z.literal("topStroke"),
    ...inMould,
    tool: z.enum(STROKE_TOOLS),
    path: z.enum(TOP_PATHS),
    pitchMm: within(2, 200, "mm"),
    depthMm: within(1, 30, "mm"),
  }),
  z.strictObject({ kind: z.literal("peaks"), ...inMould, tool: z.enum(STROKE_TOOLS) }),
  z.strictObject({ kind: z.literal("tilt"), ...inMould, angleDeg: within(0, 60, "degrees") }),
  z.strictObject({ kind: z.literal("tap"), ...inMould }),
  z.strictObject({ kind: z.literal("pullDividers"), ...inMould }),
]);

export type Operation = z.infer<typeof operationSchema>;
export type OperationKind = Operation["kind"];
/** Operations that use up part of a cup. */
export type CupPour = Extract<Operation, { cupPct: number }>;
/** Operations that use up what was kept back for the top. */
export type TopPour = Extract<Operation, { keptBackPct: number }>;
export type StrokeTool = (typeof STROKE_TOOLS)[number];

export const isCupPour = (o: Operation): o is CupPour => "cupPct" in o;
export const isTopPour = (o: Operation): o is TopPour => "keptBackPct" in o;
/** Portion that an operation pours; null for movements. */
export const portionOf = (o: Operation): string | null => ("portionId" in o ? o.portionId : null);
/** Pours that go into the pot first and reach the mould with the next pot pour. */
export const isIntoPot = (o: Operation): boolean => o.kind === "potStack" || o.kind === "potDrop";

export const FAMILY_IDS = [
  "drop",
  "tone-on-tone",
  "in-pot",
  "stacked-pot",
  "hanger",
  "funnel",
  "crossings",
  "circling",
  "wide-eights",
  "lines-and-s",
  "spoon",
  "layers",
] as const;
export type FamilyId = (typeof FAMILY_IDS)[number];
