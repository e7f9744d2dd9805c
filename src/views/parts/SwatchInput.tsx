import type { Patch, PortionColourant } from "../../core/colour/colourantSchema";
import type { Editable } from "./bound";

/** One colour for a colourant of which only one is known: it stands for fresh, next day and cured at its first patch. */
export function SwatchInput({
  open,
  path,
  colourant,
  label,
  className = "h-6 w-9 rounded border border-rule bg-transparent p-0",
}: {
  open: Editable;
  /** Path of the colourant. */
  path: readonly string[];
  colourant: PortionColourant;
  label: string;
  className?: string;
}) {
  return (
    <input
      type="color"
      aria-label={label}
      className={className}
      disabled={open.disabled}
      value={colourant.patches[0].cured}
      onChange={(e) => {
        const hex = e.currentTarget.value;
        const patch: Patch = { ...colourant.patches[0], fresh: hex, nextDay: hex, cured: hex };
        open.set([...path, "patches"], [patch]);
      }}
      onBlur={open.seal}
    />
  );
}
