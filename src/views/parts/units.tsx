import { createContext, type ReactNode, useContext } from "react";
import { METRIC, type QuantityKind, sayQuantity, saySpoons, type UnitPreferences } from "../../core/units/quantities";

const Units = createContext<UnitPreferences>(METRIC);

export const UnitsProvider = ({ units, children }: { units: UnitPreferences; children: ReactNode }) => (
  <Units.Provider value={units}>{children}</Units.Provider>
);

/** The units that this studio reads and types in, and how to say a quantity in them. */
export function useUnits() {
  const units = useContext(Units);
  return {
    units,
    say: (value: number, kind: QuantityKind) => sayQuantity(value, kind, units),
    grams: (massG: number) => sayQuantity(massG, "mass", units),
    mm: (lengthMm: number) => sayQuantity(lengthMm, "length", units),
    ml: (volumeMl: number) => sayQuantity(volumeMl, "volume", units),
    spoons: (massG: number, densityGPerMl: number) => saySpoons(massG, densityGPerMl, units),
  };
}
