import { useMemo } from "react";
import { stockOf, type TakenBy } from "../../core/library/stock";
import type { Settings } from "../../core/practice/practiceSchema";
import type { Need, Stock as StockPaper } from "../../core/practice/stockSchema";
import { PaperPage } from "../parts/PaperPage";
import { paperKind } from "../parts/paper";
import { useUnits } from "../parts/units";
import { KIND_WORDS } from "./kindWords";
import { type HeldStock, lowWords } from "./low";
import { MATERIAL_GRID, MaterialRow } from "./MaterialRow";

const KIND = paperKind("stock");

interface Props {
  stored: { version: number; document: StockPaper };
  /** What batches took since the oldest count, and what planned ones still need. */
  taken: TakenBy[];
  planned: Need[];
  /** Rows of the libraries that can be counted. */
  rows: Pick<Need, "key" | "kind" | "name">[];
  settings: Settings;
}

/** What the studio has on hand: as it was counted, less what batches took since. */
export default function Stock({ stored, settings, ...rest }: Props) {
  return (
    <PaperPage here="stock" title="Stock" kind={KIND} stored={stored} settings={settings}>
      {(held) => <StockTable held={held} {...rest} />}
    </PaperPage>
  );
}

/** Every material on the shelf, those that run low first. */
export function StockTable({ held, taken, planned, rows }: Omit<Props, "stored" | "settings"> & { held: HeldStock }) {
  const { grams } = useUnits();
  const all = useMemo(() => {
    const known = new Set(held.document.materials.map((m) => m.key));
    const uncounted = rows.filter((r) => !known.has(r.key)).map((r) => ({ ...r, massG: 0 }));
    const names = new Map(rows.map((r) => [r.key, r.name]));
    return stockOf(held.document, taken, [...planned, ...uncounted]).map((m) => ({
      ...m,
      name: names.get(m.key) ?? m.name,
    }));
  }, [held.document, taken, planned, rows]);
  const low = all.filter((m) => m.low !== null);
  const kinds = [...new Set(all.map((m) => m.kind))];
  return (
    <>
      <section aria-label="Low" className="border-l-4 border-amber pl-3">
        <h2 className="text-[19px]">{low.length === 0 ? "Nothing counted runs low" : "Runs low"}</h2>
        <ul className="flex flex-wrap gap-x-6 gap-y-0.5">
          {low.map((m) => (
            <li key={m.key}>
              <a href={`#${encodeURIComponent(m.key)}`} className="underline">
                {m.name}
              </a>{" "}
              {lowWords(m, grams)}
            </li>
          ))}
        </ul>
        <p className="mt-1">
          <a href="/shopping" className="inline-flex items-center underline narrow:min-h-[44px]">
            Shopping list for the planned batches
          </a>
        </p>
      </section>
      <p className="mt-3 max-w-[980px] text-muted">
        What is ticked off at a weigh-up is taken off here at once, and comes back when the tick is taken off. Type what
        you count (250), or with a plus what you bought (+250).
      </p>
      <div className={`${MATERIAL_GRID} mt-2 border-b-[1.5px] border-ink pb-0.5 text-muted narrow:hidden`}>
        <span>material</span>
        <span className="text-right">on hand</span>
        <span>count, + bought</span>
        <span>lot in use</span>
        <span>low from</span>
        <span>taken since the count</span>
      </div>
      {kinds.map((kind) => (
        <section key={kind} aria-label={KIND_WORDS[kind]}>
          <h2 className="pt-3 pb-0.5 text-[16px]">{KIND_WORDS[kind]}</h2>
          <ul>
            {all
              .filter((m) => m.kind === kind)
              .map((m) => (
                <MaterialRow key={m.key} material={m} held={held} />
              ))}
          </ul>
        </section>
      ))}
      <p className="mt-3 max-w-[980px] text-[13px] text-muted">
        Counted are oils, lye, liquids, additives, the powder of colours, and scents; water and the oil that a colour is
        dispersed in are not. Waste and tests are not known here: count again now and then.
      </p>
    </>
  );
}
