import type { MaterialKind } from "../../core/practice/stockSchema";

export const KIND_WORDS: Readonly<Record<MaterialKind, string>> = {
  oils: "Oils and butters",
  lye: "Lye",
  liquids: "Liquids",
  additives: "Additives",
  colourants: "Colourants",
  scents: "Scents",
};
