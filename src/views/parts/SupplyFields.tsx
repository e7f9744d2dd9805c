import { BoundNumber, BoundText, type Editable } from "./bound";

/** What is left of a material; empty where it is not counted. */
export const OnHand = ({ open }: { open: Editable }) => (
  <BoundNumber
    open={open}
    path={["stockG"]}
    label="on hand"
    quantity="mass"
    isNullable
    placeholder="not counted"
    width="w-20"
  />
);

/** Where a material came from. */
export const SupplyFields = ({ open }: { open: Editable }) => (
  <>
    <BoundText open={open} path={["supplier"]} label="supplier" />
    <BoundText open={open} path={["lot"]} label="lot" />
  </>
);
