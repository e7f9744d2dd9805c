/**
 * What a deposit leaves where it claims: one colour, or a picture of its own read at the deposit's local coordinates, each uniform on
 * 0..1 over the volume of the deposit: along the loaf, across it, and up through it.
 */
export type DepositPaint = (along: number, across: number, up: number) => number;

/** A pour as every deposit takes it: its colour, or a picture of its own, and the mould that it falls into. */
export interface Deposited {
  colour: number;
  paint?: DepositPaint;
  lengthMm: number;
  widthMm: number;
  /** Level before, mm, and how much it adds, mm. */
  levelMm: number;
  addsMm: number;
}
