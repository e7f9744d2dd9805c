import type { ReactNode } from "react";

/** Choices side by side as buttons, the chosen one pressed; what lays them out stands around it. */
export function OneOf<V extends string | number>({
  options,
  value,
  className,
  pressedClass = "button-main",
  onChoose,
  ...rest
}: {
  options: readonly { value: V; label: ReactNode }[];
  value: string | number | null | undefined;
  className: string;
  pressedClass?: string;
  "data-own-enter"?: boolean;
  onChoose(value: NoInfer<V>): void;
}) {
  return options.map((o) => (
    <button
      {...rest}
      key={o.value}
      type="button"
      aria-pressed={o.value === value}
      className={o.value === value ? `${className} ${pressedClass}` : className}
      onClick={() => onChoose(o.value)}
    >
      {o.label}
    </button>
  ));
}
