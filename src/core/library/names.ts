/** The libraries by what they are called: all of one, and one row. Of what a row holds see kinds.ts, which pages that only lead there do not need. */
export const LIBRARY_NAMES = {
  oils: { label: "Oils", one: "oil" },
  formulas: { label: "Formulas", one: "formula" },
  moulds: { label: "Moulds", one: "mould" },
  tools: { label: "Tools", one: "tool" },
  colourants: { label: "Colourants", one: "colourant" },
  scents: { label: "Scents", one: "scent" },
} as const;

export type LibraryKind = keyof typeof LIBRARY_NAMES;
export const LIBRARY_KINDS = Object.keys(LIBRARY_NAMES) as LibraryKind[];

export const isLibraryKind = (kind: string): kind is LibraryKind => Object.hasOwn(LIBRARY_NAMES, kind);
