import fc from "fast-check";

/** Any number of a range, both ends among them. */
export const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
