import { INCH_MM, METRIC, sayQuantity, type UnitPreferences } from "./quantities";

/** Says quantities in the units of whoever reads. */
export interface Sayer {
  units: UnitPreferences;
  g(massG: number): string;
  mm(lengthMm: number): string;
  ml(volumeMl: number): string;
  c(temperatureC: number): string;
  /** A place as people measure it, in the same unit as all lengths: "30 mm", "1.2 in". */
  place(lengthMm: number): string;
  /** A length as finely as a cutter is set: "24.6 mm", "0.97 in". */
  fine(lengthMm: number): string;
}

export const sayer = (units: UnitPreferences = METRIC): Sayer => ({
  units,
  g: (v) => sayQuantity(v, "mass", units),
  mm: (v) => sayQuantity(v, "length", units),
  ml: (v) => sayQuantity(v, "volume", units),
  c: (v) => sayQuantity(v, "temperature", units),
  fine: (v) => (units.length === "mm" ? `${Number(v.toFixed(1))} mm` : `${Number((v / INCH_MM).toFixed(2))} in`),
  place: (v) => (units.length === "mm" ? `${Math.round(v)} mm` : `${Number((v / INCH_MM).toFixed(1))} in`),
});
