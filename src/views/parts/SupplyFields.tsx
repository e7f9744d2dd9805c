import type { MaterialKind } from "../../core/practice/stockSchema";
import { useOnHand } from "./bench";
import { BoundText, type Editable } from "./bound";
import { useUnits } from "./units";

/** What is left of a material, and where it is counted. */
export function OnShelf({ kind, id }: { kind: MaterialKind; id: string }) {
  const { grams } = useUnits();
  const onHandG = useOnHand()(kind, id);
  return (
    <span>
      <span className="text-muted">on hand</span> {onHandG === null ? "not counted" : grams(onHandG)}{" "}
      <a href="/stock" className="underline">
        stock
      </a>
    </span>
  );
}

/** Where a material came from. */
export const SupplyFields = ({ open }: { open: Editable }) => (
  <BoundText open={open} path={["supplier"]} label="supplier" />
);
