import type { FormulaFields } from "../../src/core/formula/formulaSchema";
import { type LiquidId, type LiquidTime, liquidRow } from "../../src/core/formula/liquids";

/** One liquid in place of a part of the water, of its usual composition. */
export const liquid = (
  kind: LiquidId,
  sharePct: number,
  when: LiquidTime,
  id = "q1",
): FormulaFields["liquids"][number] => ({
  id,
  kind,
  label: "",
  sharePct,
  when,
  composition: liquidRow(kind).composition,
});
