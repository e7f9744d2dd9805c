import { type ReactNode, useEffect, useId, useRef, useState } from "react";
import { valueAt } from "../../core/document/edits/edit";
import { Check } from "./Check";
import { Choose } from "./Choose";
import { NumberField, type NumberFieldProps } from "./NumberField";

/** What a bound field needs of an open document. */
export interface Editable {
  document: object;
  set(path: readonly string[], value: unknown): string | null;
  seal(): void;
  disabled?: boolean;
}

interface Bound {
  open: Editable;
  path: readonly string[];
  label: string;
  hideLabel?: boolean;
}

/** A number of the document. */
export function BoundNumber({
  open,
  path,
  ...rest
}: Bound & Omit<NumberFieldProps, "value" | "onChange" | "onBlur" | "label">) {
  return (
    <NumberField
      {...rest}
      value={(valueAt(open.document, path) ?? null) as number | null}
      disabled={open.disabled}
      onChange={(v) => open.set(path, v)}
      onBlur={open.seal}
    />
  );
}

/** Text of the document; what is refused stays in the field with the reason beside it. `takesFocus`: a line to be typed over at once. */
export function BoundText({
  open,
  path,
  label,
  hideLabel,
  className = "w-full",
  fieldClass = "field",
  rows,
  takesFocus = false,
}: Bound & { className?: string; fieldClass?: string; rows?: number; takesFocus?: boolean }) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!takesFocus) return;
    input.current?.focus();
    input.current?.select();
  }, [takesFocus]);
  const value = (valueAt(open.document, path) ?? "") as string;
  const props = {
    id,
    disabled: open.disabled,
    value: draft ?? value,
    "aria-invalid": problem !== null,
    onChange: (e: { currentTarget: { value: string } }) => {
      const text = e.currentTarget.value;
      const refused = open.set(path, text);
      setDraft(refused ? text : null);
      setProblem(refused);
    },
    onBlur: open.seal,
  };
  return (
    <span className={`relative inline-flex min-w-0 flex-col ${className}`}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "text-[12.5px] text-muted"}>
        {label}
      </label>
      {rows ? (
        <textarea {...props} rows={rows} className={`field !h-auto w-full !p-1.5 ${problem ? "field-wrong" : ""}`} />
      ) : (
        <input
          {...props}
          ref={input}
          className={`${fieldClass} w-full ${problem ? "field-wrong" : ""}`}
          autoComplete="off"
        />
      )}
      {problem && (
        <span role="alert" className="field-problem">
          {label} {problem}.
        </span>
      )}
    </span>
  );
}

/** A choice of the document. */
export function BoundSelect({
  open,
  path,
  label,
  hideLabel,
  options,
  className = "",
}: Bound & { options: readonly { value: string; label: string }[]; className?: string }) {
  const id = useId();
  return (
    <span className={`inline-flex min-w-0 items-baseline gap-1 ${className}`}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "whitespace-nowrap text-muted"}>
        {label}
      </label>
      <Choose
        id={id}
        value={String(valueAt(open.document, path) ?? "")}
        className="field min-w-0 flex-1"
        disabled={open.disabled}
        options={options}
        onChoose={(value) => {
          open.set(path, value);
          open.seal();
        }}
      />
    </span>
  );
}

/** A yes or no of the document. */
export function BoundCheck({ open, path, label }: Bound) {
  return (
    <Check
      label={label}
      disabled={open.disabled}
      checked={valueAt(open.document, path) === true}
      onCheck={(checked) => {
        open.set(path, checked);
        open.seal();
      }}
    />
  );
}

/** A part of the document that may be missing: a yes or no, and while it is there the fields beside it. @param blank what it begins as */
export function BoundPart({ open, path, label, blank, children }: Bound & { blank: unknown; children?: ReactNode }) {
  const isThere = (valueAt(open.document, path) ?? null) !== null;
  return (
    <>
      <Check
        label={label}
        disabled={open.disabled}
        checked={isThere}
        onCheck={(isOn) => {
          open.set(path, isOn ? blank : null);
          open.seal();
        }}
      />
      {isThere && children}
    </>
  );
}

/** A colour of the document. */
export function BoundColour({ open, path, label, hideLabel }: Bound) {
  return (
    <label className="inline-flex items-center gap-1.5">
      <input
        type="color"
        aria-label={label}
        className="h-6 w-9 rounded border border-rule bg-transparent p-0"
        disabled={open.disabled}
        value={(valueAt(open.document, path) ?? "#000000") as string}
        onChange={(e) => open.set(path, e.currentTarget.value)}
        onBlur={open.seal}
      />
      {!hideLabel && label}
    </label>
  );
}
