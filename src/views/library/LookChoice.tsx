import { useState } from "react";
import { LOOKS, type Look, wear } from "../parts/look";

/** How pages look on this device alone. */
/** @param worn the look that the page was written in */
export function LookChoice({ worn }: { worn: Look }) {
  const [look, setLook] = useState(worn);
  return (
    <label className="mt-2 flex items-baseline gap-2">
      <span className="w-32 text-muted">look on this device</span>
      <select
        className="field min-w-0"
        value={look}
        onChange={(e) => {
          const next = e.currentTarget.value as Look;
          wear(next);
          setLook(next);
        }}
      >
        {LOOKS.map((l) => (
          <option key={l.id} value={l.id}>
            {l.label}
          </option>
        ))}
      </select>
    </label>
  );
}
