/** Kinds of operation that the shader knows, by the number that stands first in a packed one. The same numbers stand in `maps.ts`. */
export const PACKED = {
  layer: 1,
  plume: 2,
  lens: 3,
  eddies: 4,
  funnel: 5,
  potSheets: 6,
  slope: 7,
  lanes: 8,
  wallLines: 9,
  pass: 10,
  loop: 11,
  warp: 12,
} as const;

/** Collects the tables of a design into one list of numbers. */
export interface Packer {
  /** Puts a table down and gives back where it stands; a table that is there already is not put down twice. */
  table(values: ArrayLike<number>): number;
}

/** Numbers of a design as the shader reads them: first where each operation stands, then operations and tables. */
export interface PackedDesign {
  numbers: Float32Array;
  operations: number;
  /** Kinds that it has, as in `PACKED`. */
  kinds: ReadonlySet<number>;
}

/** A list of numbers under way. */
export class Packing implements Packer {
  private readonly numbers: number[];
  private readonly known = new Map<ArrayLike<number>, number>();

  /** @param room numbers that are left free at the start */
  constructor(room: number) {
    this.numbers = new Array<number>(room).fill(0);
  }

  table(values: ArrayLike<number>): number {
    const found = this.known.get(values);
    if (found !== undefined) return found;
    const at = this.numbers.length;
    for (let i = 0; i < values.length; i++) this.numbers.push(values[i]);
    this.known.set(values, at);
    return at;
  }

  set(at: number, value: number): void {
    this.numbers[at] = value;
  }

  done(): Float32Array {
    return Float32Array.from(this.numbers);
  }
}
