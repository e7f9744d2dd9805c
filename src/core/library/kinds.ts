import type * as z from "zod/mini";
import { colourantSchema } from "../colour/colourantSchema";
import { withLiquids } from "../document/earlyMigrations";
import { liftTool } from "../document/migrations";
import { type FieldProblem, problemsOf } from "../document/problems";
import { formulaSchema } from "../formula/formulaSchema";
import { oilSchema } from "../formula/oilSchema";
import { libraryMouldSchema } from "../mould/mouldSchema";
import { libraryToolSchema } from "../mould/toolSchema";
import { libraryScentSchema } from "../scent/scentSchema";
import type { LibraryKind } from "./names";

/** The libraries: what a row of each holds, and by which of its fields (path in the document, text or number) a list can be sorted. */
export const LIBRARY = {
  oils: {
    about:
      "Oils, butters and acids with their fatty acids and SAP ranges. Those that ship with Tundish are always here; add what your shop calls otherwise, or an own analysis.",
    schema: oilSchema,
    sorts: { sap: ["number", "sapKohHigh"], pace: ["number", "paceOffset"], evidence: ["text", "evidence"] },
  },
  formulas: {
    about:
      "Oils by share, lye, water and what goes into the whole batter, kept with every version. A batch takes a copy, and learns how fast this formula runs with you.",
    schema: formulaSchema,
    sorts: { superfat: ["number", "superfatPct"] },
  },
  moulds: {
    about:
      "Your moulds by their inner sizes, with dividers and how a slab is cut. With them a batch knows its grams and its bars.",
    schema: libraryMouldSchema,
    sorts: { kind: ["text", "kind"], length: ["number", "lengthMm"] },
  },
  tools: {
    about:
      "Bowls, cups, bottles, hangers, scales and what else stands on the bench. A batch checks whether its cups and bottles hold what it pours, and takes the tares from here.",
    schema: libraryToolSchema,
    sorts: { kind: ["text", "spec.kind"] },
  },
  colourants: {
    about:
      "Pigments by kind and by test patch: the colour in pale batter at a dose, at the pour, the next day and cured. Patches make the predicted cut face true.",
    schema: colourantSchema,
    sorts: { kind: ["text", "kind"] },
  },
  scents: {
    about:
      "Fragrances and essential oils with how fast they make batter run, what they do to its colour, and the limit of their certificate. Each pour that you look at teaches them.",
    schema: libraryScentSchema,
    sorts: { limit: ["number", "certificatePct"] },
  },
} as const satisfies Record<
  LibraryKind,
  {
    /** What the library is for, in a sentence or two. */
    about: string;
    schema: z.ZodMiniType<{ name: string }>;
    sorts: Record<string, readonly ["number" | "text", string]>;
  }
>;

export type LibraryDocument<K extends LibraryKind = LibraryKind> = z.infer<(typeof LIBRARY)[K]["schema"]>;

/** A row of a library with what the shelf around it knows. */
export interface LibraryItem<K extends LibraryKind = LibraryKind> {
  id: string;
  version: number;
  updatedAt: string;
  isArchived: boolean;
  document: LibraryDocument<K>;
}

export type LibraryRead<K extends LibraryKind> =
  | { ok: true; document: LibraryDocument<K> }
  | { ok: false; problems: FieldProblem[] };

/** What rows of colourants and scents of an older Tundish counted themselves: it is the stock's now. */
export const COUNTED_FIELDS = ["lot", "stockG"] as const;

/** A row of an older Tundish without what it counted. */
export const withoutCounts = (row: object): Record<string, unknown> =>
  Object.fromEntries(Object.entries(row).filter(([field]) => !(COUNTED_FIELDS as readonly string[]).includes(field)));

/** A row of an older Tundish as it is now; anything else as it is. */
export function lifted(kind: LibraryKind, value: unknown): unknown {
  if (typeof value !== "object" || value === null) return value;
  const row = value as Record<string, unknown>;
  if (kind === "formulas") return "liquids" in row ? row : withLiquids(row);
  return kind === "tools" ? liftTool(row) : row;
}

/** Reads an unknown value as a row of a library. Never throws. */
export function readLibraryDocument<K extends LibraryKind>(kind: K, value: unknown): LibraryRead<K> {
  const parsed = LIBRARY[kind].schema.safeParse(lifted(kind, value));
  return parsed.success
    ? { ok: true, document: parsed.data as LibraryDocument<K> }
    : { ok: false, problems: problemsOf(parsed.error) };
}
