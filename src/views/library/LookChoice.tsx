import { useState } from "react";
import { Choose, labelled } from "../parts/Choose";
import { LOOKS, type Look, wear } from "../parts/look";

/** How pages look on this device alone. */
/** @param worn the look that the page was written in */
export function LookChoice({ worn }: { worn: Look }) {
  const [look, setLook] = useState(worn);
  return (
    <label className="mt-2 flex items-baseline gap-2 phone:flex-col phone:items-stretch phone:gap-1">
      <span className="w-32 text-muted phone:w-auto">look on this device</span>
      <Choose
        value={look}
        className="field min-w-0"
        options={labelled(LOOKS)}
        onChoose={(next) => {
          wear(next);
          setLook(next);
        }}
      />
    </label>
  );
}
