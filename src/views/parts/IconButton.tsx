import type { LucideIcon } from "lucide-react";

/** A button that is a sign; its words are read out and shown when it is pointed at. */
export function IconButton({
  icon: Icon,
  label,
  title = label,
  size = 14,
  className = "",
  disabled,
  onPress,
}: {
  icon: LucideIcon;
  label: string;
  title?: string;
  size?: number;
  className?: string;
  disabled?: boolean;
  onPress(): void;
}) {
  return (
    <button
      type="button"
      className={`icon-button ${className}`}
      aria-label={label}
      title={title}
      disabled={disabled}
      onClick={onPress}
    >
      <Icon size={size} />
    </button>
  );
}
