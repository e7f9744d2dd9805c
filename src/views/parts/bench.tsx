import { createContext, type ReactNode, useContext, useMemo } from "react";
import type { Plan } from "../../core/document/schema";
import { findOil, type OilLookup } from "../../core/formula/oils";
import type { Bench, BenchPart, BroughtBench } from "../../core/library/bench";
import { type MaterialKind, rowKey } from "../../core/practice/stockSchema";
import { Live } from "./Live";
import type { StoredBatch } from "./stored";
import { UnitsProvider } from "./units";

const Context = createContext<BroughtBench | null>(null);

/** Puts the studio's settings and libraries within reach of everything below. */
export const BenchProvider = ({ bench, children }: { bench: BroughtBench; children: ReactNode }) => (
  <Context.Provider value={bench}>
    <UnitsProvider units={bench.settings.units}>{children}</UnitsProvider>
  </Context.Provider>
);

/** What every page of a batch is given. */
export interface BatchPageProps {
  initial: StoredBatch;
  bench: BroughtBench;
  /** Shown until the page is alive, where the server leaves its content to the browser. */
  instead?: string;
}

/** A page that the server wrote, with the bench within its reach. */
export const LiveBench = ({ bench, instead, children }: Omit<BatchPageProps, "initial"> & { children: ReactNode }) => (
  <Live instead={instead}>
    <BenchProvider bench={bench}>{children}</BenchProvider>
  </Live>
);

/** What of the libraries a view needs. Throws where its page brings less. */
export function useBench<K extends BenchPart>(...needs: readonly K[]): Pick<Bench, K> {
  const bench = useContext(Context);
  const missing = needs.find((part) => bench?.[part] === undefined);
  if (!bench || missing) throw new Error(`a view needs ${missing ?? "the libraries"}, which its page does not bring`);
  return bench as Pick<Bench, K>;
}

/** Grams of a row of a library that are on hand now; null where it is not counted. */
export function useOnHand(): (kind: MaterialKind, rowId: string) => number | null {
  const { stock } = useBench("stock");
  return useMemo(() => {
    const byKey = new Map(stock.map((m) => [m.key, m.onHandG]));
    return (kind, rowId) => byKey.get(rowKey(kind, rowId)) ?? null;
  }, [stock]);
}

/** Looks an oil up in the library as it stands now, then in the batch's own rows, then in what ships. */
export function useOilFinder(plan: Pick<Plan, "oilRows">): OilLookup {
  const { oils } = useBench("oils");
  return useMemo(() => {
    const rows = new Map(oils.map((o) => [o.id, o.document]));
    return (id) => rows.get(id) ?? plan.oilRows.find((o) => o.id === id) ?? findOil(id);
  }, [oils, plan.oilRows]);
}
