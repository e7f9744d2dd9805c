import { useId, useState } from "react";
import { useBench } from "./bench";
import { useCalm } from "./calm";

/** Picks an oil of the library by typing part of its name. */
export function OilPicker({ onPick, taken }: { onPick: (oilId: string) => void; taken: readonly string[] }) {
  const { oils } = useBench("oils");
  const [text, setText] = useState("");
  const id = useId();
  const isCalm = useCalm();
  const free = oils.filter((o) => !taken.includes(o.id));
  const pick = (typed: string) => {
    const wanted = typed.trim().toLowerCase();
    const exact = free.find((o) => o.document.name.toLowerCase() === wanted);
    const near = free.filter((o) => o.document.name.toLowerCase().includes(wanted));
    const found = exact ?? (near.length === 1 ? near[0] : undefined);
    if (!found || wanted === "") return false;
    setText("");
    onPick(found.id);
    return true;
  };
  return (
    <span className="inline-flex items-baseline gap-1">
      <label htmlFor={id} className="text-muted">
        add oil
      </label>
      <input
        id={id}
        list={`${id}-list`}
        className="field w-32"
        placeholder="by name"
        value={text}
        onChange={(e) => {
          const typed = e.currentTarget.value;
          setText(typed);
          if (free.some((o) => o.document.name === typed)) pick(typed);
        }}
        onKeyDown={(e) => e.key === "Enter" && pick(e.currentTarget.value)}
      />
      <datalist id={`${id}-list`}>{isCalm && free.map((o) => <option key={o.id} value={o.document.name} />)}</datalist>
    </span>
  );
}
