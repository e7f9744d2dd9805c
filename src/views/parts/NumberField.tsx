import { useId, useState } from "react";
import {
  inPreferredUnit,
  parseNumber,
  parseQuantity,
  type QuantityKind,
  sayQuantity,
  type UnitPreferences,
  unitLabel,
} from "../../core/units/quantities";
import { NUMBER_KEYS } from "../keys/screens";
import { act } from "../keys/useKeys";
import { useUnits } from "./units";

export interface NumberFieldProps {
  label: string;
  value: number | null;
  /** Takes the new value (SI where `quantity` is given); a text is the reason why it cannot be. */
  onChange: (value: number | null) => string | null;
  onBlur?: () => void;
  /** A quantity is shown and typed in the studio's units; any unit may be written out. */
  quantity?: QuantityKind;
  unit?: string;
  decimals?: number;
  step?: number;
  isNullable?: boolean;
  placeholder?: string;
  width?: string;
  hideLabel?: boolean;
  hideUnit?: boolean;
  disabled?: boolean;
}

const trimmed = (value: number, decimals: number) => String(Number(value.toFixed(decimals)));

/** Decimals that a field shows of a quantity: fine enough that reading it back changes nothing that matters. */
function shown(value: number | null, props: NumberFieldProps, units: UnitPreferences): string {
  if (value === null) return "";
  const decimals = props.decimals ?? 1;
  if (!props.quantity) return trimmed(value, decimals);
  const isMetric =
    (props.quantity === "mass" && units.mass === "g") ||
    (props.quantity === "length" && units.length === "mm") ||
    (props.quantity === "volume" && units.volume === "ml") ||
    props.quantity === "temperature";
  return trimmed(inPreferredUnit(value, props.quantity, units), isMetric ? decimals : Math.max(2, decimals));
}

/** A number as text: what cannot be right stays in the field with the reason beside it, and the document keeps its last good value. */
export function NumberField(props: NumberFieldProps) {
  const { label, value, onChange, step = 1, isNullable = false, width = "w-12", quantity } = props;
  const { units } = useUnits();
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const unit = quantity ? unitLabel(quantity, units) : props.unit;

  const take = (text: string) => {
    setDraft(text);
    if (text.trim() === "") {
      setProblem(isNullable ? onChange(null) : "needs a number");
      return;
    }
    const parsed = quantity ? parseQuantity(text, quantity, units) : parseNumber(text);
    setProblem(parsed.ok ? onChange(parsed.value) : parsed.message);
  };

  const nudge = (direction: number) => {
    const next = Number(((value ?? 0) + direction * step).toFixed(6));
    if (onChange(next) === null) {
      setDraft(null);
      setProblem(null);
    }
  };

  const kept = value === null ? "nothing" : quantity ? sayQuantity(value, quantity, units) : shown(value, props, units);
  return (
    <span className="relative inline-flex items-baseline gap-1">
      <label htmlFor={id} className={props.hideLabel ? "sr-only" : "text-muted"}>
        {label}
      </label>
      <input
        id={id}
        className={`field ${width} text-right ${problem ? "field-wrong" : ""}`}
        inputMode={quantity ? "text" : "decimal"}
        autoComplete="off"
        disabled={props.disabled}
        placeholder={props.placeholder}
        value={draft ?? shown(value, props, units)}
        aria-invalid={problem !== null}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => take(e.currentTarget.value)}
        onBlur={() => {
          if (!problem) setDraft(null);
          props.onBlur?.();
        }}
        onKeyDown={(e) => {
          act(
            NUMBER_KEYS,
            {
              more: () => nudge(1),
              less: () => nudge(-1),
              dropDraft: () => {
                if (draft === null) return false;
                e.stopPropagation();
                setDraft(null);
                setProblem(null);
              },
            },
            e,
          );
        }}
      />
      {unit && !props.hideUnit && <span className="whitespace-nowrap text-muted">{unit}</span>}
      {problem && (
        <span id={`${id}-problem`} role="alert" className="field-problem">
          {label} {problem}. Kept: {kept}.
        </span>
      )}
    </span>
  );
}

/** How a density is typed. */
export const DENSITY = { unit: "g/mL", decimals: 3, step: 0.01, width: "w-14 narrow:w-20" } as const;
