/** A yes or no that is pressed with a finger as well as with the space bar. */
export function Check({
  label,
  checked,
  disabled,
  onCheck,
}: {
  label: string;
  checked: boolean;
  disabled?: boolean;
  onCheck(checked: boolean): void;
}) {
  return (
    <label className="inline-flex items-center gap-1.5">
      <input
        type="checkbox"
        className="size-4 accent-[var(--ink)]"
        disabled={disabled}
        checked={checked}
        onChange={(e) => onCheck(e.currentTarget.checked)}
      />
      {label}
    </label>
  );
}
