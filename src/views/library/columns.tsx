import type { ReactNode } from "react";
import { colourantKind } from "../../core/colour/kinds";
import { sapNaoh } from "../../core/formula/oils";
import type { LibraryDocument } from "../../core/library/kinds";
import type { LibraryKind } from "../../core/library/names";
import { MOULD_KINDS } from "../../core/mould/mouldSchema";
import { TOOL_KINDS } from "../../core/mould/toolSchema";
import { judgeScent } from "../../core/scent/evidence";
import type { useUnits } from "../parts/units";

type Say = ReturnType<typeof useUnits>;

export interface Column<K extends LibraryKind> {
  label: string;
  /** Name of the sort that the server offers; null where there is none. */
  sort: string | null;
  width: string;
  cell: (document: LibraryDocument<K>, say: Say, onHandG: number | null) => ReactNode;
}

const chip = (hex: string) => (
  <span
    className="inline-block h-3.5 w-6 border border-ink/40 align-[-2px]"
    style={{ background: hex }}
    aria-hidden="true"
  />
);
const stock = (g: number | null, say: Say) => (g === null ? "not counted" : say.grams(g));

/** What each library shows in its list, beside the name. */
export const COLUMNS: { [K in LibraryKind]: Column<K>[] } = {
  oils: [
    {
      label: "SAP, KOH",
      sort: "sap",
      width: "84px",
      cell: (d) => `${Math.round(d.sapKohLow)}–${Math.round(d.sapKohHigh)}`,
    },
    { label: "NaOH g/g", sort: null, width: "62px", cell: (d) => sapNaoh(d).toFixed(4) },
    {
      label: "melts",
      sort: null,
      width: "74px",
      cell: (d, say) => (d.melting ? `${say.say(d.melting.lowC, "temperature")} +` : "liquid"),
    },
    { label: "batter", sort: null, width: "40px", cell: (d) => chip(d.batterHex) },
    { label: "evidence", sort: "evidence", width: "66px", cell: (d) => d.evidence },
  ],
  formulas: [
    { label: "oils", sort: null, width: "60px", cell: (d) => d.oils.length },
    { label: "superfat", sort: "superfat", width: "80px", cell: (d) => `${d.superfatPct} %` },
    {
      label: "water",
      sort: null,
      width: "110px",
      cell: (d) =>
        d.water.method === "concentration"
          ? `lye ${d.water.value} %`
          : d.water.method === "ratio"
            ? `${d.water.value} : 1`
            : `${d.water.value} % of oils`,
    },
  ],
  moulds: [
    { label: "kind", sort: "kind", width: "104px", cell: (d) => MOULD_KINDS.find((k) => k.id === d.kind)?.label },
    {
      label: "inside",
      sort: "length",
      width: "200px",
      cell: (d, say) => `${say.mm(d.lengthMm)} × ${say.mm(d.widthMm)} × ${say.mm(d.heightMm)}`,
    },
  ],
  tools: [
    { label: "kind", sort: "kind", width: "150px", cell: (d) => TOOL_KINDS.find((k) => k.id === d.spec.kind)?.label },
  ],
  colourants: [
    { label: "colour", sort: null, width: "60px", cell: (d) => chip(d.patches[0].cured) },
    { label: "kind", sort: "kind", width: "120px", cell: (d) => colourantKind(d.kind).label },
    { label: "on hand", sort: null, width: "96px", cell: (_, say, onHandG) => stock(onHandG, say) },
  ],
  scents: [
    {
      label: "the clock uses",
      sort: null,
      width: "130px",
      cell: (d) => {
        if (d.blend.length > 0) return "blend";
        const { used } = judgeScent(d);
        return `${used.class}, ${used.rateFactor.toFixed(1)} ×`;
      },
    },
    {
      label: "limit",
      sort: "limit",
      width: "70px",
      cell: (d) => (d.certificatePct === null ? "none known" : `${d.certificatePct} %`),
    },
    { label: "on hand", sort: null, width: "90px", cell: (_, say, onHandG) => stock(onHandG, say) },
  ],
};
