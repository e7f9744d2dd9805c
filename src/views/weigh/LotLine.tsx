import { useState } from "react";
import type { WeighUpItem } from "../../core/prepare/weighUp";
import { useUnits } from "../parts/units";
import type { OnShelf } from "./useShelf";

/** The lot that a line was taken from: asked for where the count cannot reach, changed by a press. On paper there is room to write it. */
export function LotLine({
  item,
  shelf,
  disabled,
  onLot,
}: {
  item: WeighUpItem;
  shelf: OnShelf;
  disabled: boolean;
  onLot: (lot: string) => string | null;
}) {
  const { grams } = useUnits();
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { lot, onHandG } = shelf;
  const isShort = onHandG !== null && item.massG !== null && onHandG < item.massG - 0.05;
  const end = () => {
    const refused = draft === null || draft.trim() === lot ? null : onLot(draft.trim());
    setProblem(refused);
    if (refused === null) setDraft(null);
  };
  return (
    <p className="-mt-1 mb-1 ml-11 flex flex-wrap items-center gap-x-3 text-[12.5px] text-muted print:ml-8 print:text-black">
      {isShort && (
        <span className="notice-amber print:hidden">
          {onHandG < 0.05 ? "None left by the count" : `Only ${grams(onHandG)} left by the count`}
          {item.isTicked && !disabled ? ": a new lot?" : ""}
        </span>
      )}
      {draft !== null ? (
        <label className="flex items-center gap-1.5">
          lot
          <input
            className="field w-36"
            value={draft}
            // biome-ignore lint/a11y/noAutofocus: the press that opened the field asked for it
            autoFocus
            onChange={(e) => setDraft(e.currentTarget.value)}
            onBlur={end}
            onKeyDown={(e) => {
              if (e.key === "Enter") end();
              if (e.key === "Escape") setDraft(null);
            }}
          />
          {problem && <span className="text-cut">{problem}</span>}
        </label>
      ) : item.isTicked && !disabled ? (
        <button
          type="button"
          className="min-h-7 underline narrow:min-h-[44px] print:hidden"
          onClick={() => setDraft(lot)}
        >
          {lot === "" ? "note its lot" : `lot ${lot}`}
        </button>
      ) : (
        lot !== "" && <span className="print:hidden">lot {lot}</span>
      )}
      <span className="hidden print:inline">lot {lot === "" ? "____________" : lot}</span>
    </p>
  );
}
