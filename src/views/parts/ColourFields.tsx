import type { Dose, DoseBase } from "../../core/units/dose";
import { BoundCheck, BoundNumber, BoundSelect, type Editable } from "./bound";
import { DoseField } from "./DoseField";

const CARRIERS = [
  { value: "oil", label: "oil" },
  { value: "water", label: "water" },
  { value: "none", label: "nothing" },
] as const;

/** How much of a colourant and in what, in a cup as in the library: its rate, and its dispersion. */
export function ColourFields({
  open,
  path,
  colourant: c,
  base,
  densityGPerMl,
  isRateOnly,
}: {
  open: Editable;
  path: readonly string[];
  colourant: { name: string; dose: Dose; carrier: { kind: string } };
  base: DoseBase | null;
  densityGPerMl: number;
  isRateOnly?: boolean;
}) {
  return (
    <>
      <DoseField
        open={open}
        path={path}
        dose={c.dose}
        name={c.name}
        base={base}
        densityGPerMl={densityGPerMl}
        isRateOnly={isRateOnly}
      />
      <BoundCheck open={open} path={[...path, "isDispersion"]} label="of the stock dispersion" />
      <span className="inline-flex items-baseline gap-2">
        <BoundSelect open={open} path={[...path, "carrier", "kind"]} label="dispersed in" options={CARRIERS} />
        {c.carrier.kind !== "none" && (
          <BoundNumber open={open} path={[...path, "carrier", "gPerG"]} label="1 :" width="w-10" />
        )}
      </span>
    </>
  );
}

/** One cured colour at several doses: under-dosing shows before it is poured. */
export function DoseStrip({
  swatches,
  label,
  className = "",
}: {
  swatches: readonly { times: number; hex: string }[];
  label: string;
  className?: string;
}) {
  return (
    <ul className={`flex flex-wrap gap-1 text-center text-[11.5px] text-muted ${className}`} aria-label={label}>
      {swatches.map((s) => (
        <li key={s.times} className="w-12">
          <span
            className={`block h-5 border ${s.times === 1 ? "border-ink" : "border-ink/30"}`}
            style={{ background: s.hex }}
          />
          {s.times} ×
        </li>
      ))}
    </ul>
  );
}
