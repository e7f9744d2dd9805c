import { isPercent } from "../../core/scent/effect";
import type { Scent } from "../../core/scent/scentSchema";
import { BoundNumber, type Editable } from "./bound";
import { Choose, worded } from "./Choose";

export type LoadBase = Scent["load"]["base"];

/** What a load of scent is counted on, as it is read. */
export const LOAD_WORDS: Record<LoadBase, string> = {
  oils: "of oils",
  batter: "of batter",
  g: "g in all",
  oz: "oz in all",
  drop: "drops in all",
};

/** How much of a scent, in a cup, a batter or the library. */
export function ScentFields({
  open,
  path,
  load,
  label = "load",
  where,
  isRateOnly = false,
  onBase,
}: {
  open: Editable;
  path: readonly string[];
  load: Scent["load"];
  label?: string;
  /** What is scented. */
  where: string;
  isRateOnly?: boolean;
  /** Restates the load on another base. */
  onBase(base: LoadBase): void;
}) {
  const bases = worded(LOAD_WORDS).filter((b) => !isRateOnly || isPercent({ load: { base: b.value } }));
  return (
    <>
      <BoundNumber
        open={open}
        path={[...path, "load", "amount"]}
        label={label}
        unit={isPercent({ load }) ? "%" : undefined}
        step={0.5}
        decimals={2}
      />
      <Choose
        label={`Load of ${where} is counted on`}
        value={load.base}
        disabled={open.disabled}
        options={bases}
        onChoose={onBase}
      />
    </>
  );
}
