/** A line of text that is named without a label beside it. */
export const TextInput = ({
  label,
  placeholder,
  most,
  value,
  onText,
  onDone,
  className = "w-full",
}: {
  label: string;
  /** An example of what may stand there. */
  placeholder: string;
  /** Characters that it takes. */
  most: number;
  value: string;
  onText(text: string): void;
  /** It is left. */
  onDone?(): void;
  className?: string;
}) => (
  <input
    className={`field ${className}`}
    aria-label={label}
    placeholder={placeholder}
    maxLength={most}
    value={value}
    onChange={(e) => onText(e.currentTarget.value)}
    onBlur={onDone}
  />
);
