import { useId, useState } from "react";

export interface NumberFieldProps {
  label: string;
  value: number | null;
  /** Takes the new value; a text is the reason why it cannot be. */
  onChange: (value: number | null) => string | null;
  onBlur?: () => void;
  unit?: string;
  decimals?: number;
  step?: number;
  isNullable?: boolean;
  placeholder?: string;
  width?: string;
  hideLabel?: boolean;
  disabled?: boolean;
}

const show = (value: number | null, decimals: number) =>
  value === null ? "" : String(Number(value.toFixed(decimals)));

/** A number as text: what cannot be right stays in the field with the reason beside it, and the plan keeps its last good value. */
export function NumberField(props: NumberFieldProps) {
  const { label, value, onChange, unit, decimals = 1, step = 1, isNullable = false, width = "w-12" } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();

  const take = (text: string) => {
    setDraft(text);
    const trimmed = text.trim().replace(",", ".");
    if (trimmed === "") {
      setProblem(isNullable ? onChange(null) : "needs a number");
      return;
    }
    const number = Number(trimmed);
    setProblem(Number.isFinite(number) ? onChange(number) : "is not a number");
  };

  const nudge = (direction: number) => {
    const next = Number(((value ?? 0) + direction * step).toFixed(6));
    if (onChange(next) === null) {
      setDraft(null);
      setProblem(null);
    }
  };

  return (
    <span className="relative inline-flex items-baseline gap-1">
      <label htmlFor={id} className={props.hideLabel ? "sr-only" : "text-muted"}>
        {label}
      </label>
      <input
        id={id}
        className={`field ${width} text-right ${problem ? "field-wrong" : ""}`}
        inputMode="decimal"
        autoComplete="off"
        disabled={props.disabled}
        placeholder={props.placeholder}
        value={draft ?? show(value, decimals)}
        aria-invalid={problem !== null}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => take(e.currentTarget.value)}
        onBlur={() => {
          if (!problem) setDraft(null);
          props.onBlur?.();
        }}
        onKeyDown={(e) => {
          if (e.key === "ArrowUp" || e.key === "ArrowDown") {
            e.preventDefault();
            nudge(e.key === "ArrowUp" ? 1 : -1);
          } else if (e.key === "Escape") {
            setDraft(null);
            setProblem(null);
          }
        }}
      />
      {unit && <span className="text-muted">{unit}</span>}
      {problem && (
        <span id={`${id}-problem`} role="alert" className="field-problem">
          {label} {problem}. Kept: {show(value, decimals) || "nothing"}.
        </span>
      )}
    </span>
  );
}
