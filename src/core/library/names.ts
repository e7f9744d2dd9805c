/** The libraries. What a row of each holds stands in kinds.ts, which pages that only lead there do not need. */
export const LIBRARY_KINDS = ["oils", "formulas", "moulds", "tools", "colourants", "scents"] as const;
export type LibraryKind = (typeof LIBRARY_KINDS)[number];

export const isLibraryKind = (kind: string): kind is LibraryKind => LIBRARY_KINDS.some((k) => k === kind);

/** What all of a library is called, and one row of it. */
export const libraryNames = (kind: LibraryKind): { label: string; one: string } => ({
  label: kind[0].toUpperCase() + kind.slice(1),
  one: kind.slice(0, -1),
});
