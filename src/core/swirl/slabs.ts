/** Slabs that the length of a mould is divided into where an operation is tabulated. */
const SLABS = 128;

/** Tables of one operation at places along the loaf, made when first needed: one for the cut that is drawn, else one for the middle of each slab. */
export class SlabTables<T = Float32Array> {
  private readonly slabs: (T | undefined)[] = new Array(SLABS);
  private cutAt = Number.NaN;
  private cut: T | undefined;

  private readonly perMm: number;

  constructor(private readonly lengthMm: number) {
    this.perMm = SLABS / lengthMm;
  }

  /**
   * Table for a place along the loaf, mm.
   * @param isCut true where all samples lie at this very place
   */
  at<O>(x: number, isCut: boolean, of: O, make: (of: O, x: number) => T): T {
    if (isCut) {
      if (this.cutAt !== x || !this.cut) {
        this.cut = make(of, x);
        this.cutAt = x;
      }
      return this.cut;
    }
    return this.slab(this.slabOf(x), of, make);
  }

  slabOf(x: number): number {
    return x <= 0 ? 0 : Math.min(SLABS - 1, (x * this.perMm) | 0);
  }

  /** Table of a slab by its number. */
  slab<O>(j: number, of: O, make: (of: O, x: number) => T): T {
    const known = this.slabs[j];
    if (known) return known;
    const made = make(of, ((j + 0.5) * this.lengthMm) / SLABS);
    this.slabs[j] = made;
    return made;
  }
}
