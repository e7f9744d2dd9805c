import { batchFigures, mapPlaces, mirroredFigures } from "../photo/figures";

/** Least variance of a share that a side is told by: what hardly any hand changes would count for all. */
const LEAST_VARIANCE = 1e-4;

/** How the halves of each bar's face differ, by which a face that was photographed from its other side is noticed. */
export interface Sides {
  colours: number;
  /** A number for each figure of how the halves differ, one row a bar: what hands have in common there, by how much they vary. */
  toward: readonly Float64Array[];
}

/** What tells the sides of each bar apart. @param faces figures of imagined hands, as planned, by hand and bar */
export function sidesOf(faces: readonly (readonly (readonly number[])[])[], colours: number): Sides {
  const { differ, end } = mapPlaces(colours);
  const toward = faces[0].map((_, bar) =>
    Float64Array.from({ length: end - differ }, (_, i) => {
      const all = faces.map((own) => own[bar][differ + i]);
      const mean = all.reduce((a, b) => a + b, 0) / all.length;
      const variance = all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / all.length;
      return mean / Math.max(LEAST_VARIANCE, variance);
    }),
  );
  return { colours, toward };
}

/** The figures of a batch, each bar as it was planned and not from its other side: whichever is more like what hands have in common. */
export function batchOf(faces: readonly (readonly number[])[], { colours, toward }: Sides): number[] {
  const { differ } = mapPlaces(colours);
  const turned = faces.map((figures, bar) => {
    const alike = toward[bar].reduce((sum, t, i) => sum + t * figures[differ + i], 0);
    return alike < 0 ? mirroredFigures(figures, colours) : figures;
  });
  return batchFigures(turned, colours);
}
