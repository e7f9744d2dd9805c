import { Check } from "lucide-react";
import { barNote, type DueBar, FATE_WORDS } from "../../core/cut/cutDay";
import { useUnits } from "../parts/units";
import type { Faces } from "../parts/useFaces";
import { BarFace, type BarSight } from "./BarStrip";

const TALLEST_PX = 72;

/** The loaf as bars in the order of the cuts: what was noted of each, and which is in hand. */
export function DayStrip({
  bars,
  sights,
  faces,
  at,
  first,
  onChoose,
}: {
  bars: readonly DueBar[];
  /** Of each bar, as far as they are drawn. */
  sights: readonly (BarSight | undefined)[];
  faces: Faces;
  /** Which of them is in hand. */
  at: number;
  /** The first that has not come; -1 where all have. */
  first: number;
  onChoose: (at: number) => void;
}) {
  const { grams } = useUnits();
  return (
    <ol className="scroll-quiet flex gap-2 overflow-x-auto pb-1" aria-label="Bars in the order of the cuts">
      {bars.map((b, i) => {
        const sight = sights[i];
        const high = sight ? sight.bar.size[sight.up] : 1;
        const note = b.noted ? barNote(b.noted) : i === first ? "next" : "to cut";
        return (
          <li key={`${b.mouldId}:${b.number}`}>
            <button
              type="button"
              aria-current={i === at ? "true" : undefined}
              className={`flex min-h-[44px] flex-col items-center rounded border-[2.5px] p-1 text-[13px] ${i === at ? "border-cut" : "border-transparent"}`}
              onClick={() => onChoose(i)}
            >
              {sight && (
                <span className={b.noted ? "" : "opacity-60"}>
                  <BarFace of={sight} faces={faces} label="" pxPerMm={TALLEST_PX / high} />
                </span>
              )}
              <span>
                <strong>{b.number}</strong>
                {b.noted?.massG != null && ` ${grams(b.noted.massG)}`}
              </span>
              <span
                className={`flex max-w-28 items-center gap-0.5 ${b.noted && !b.noted.isAsPredicted && b.noted.findings.length > 0 ? "font-semibold text-amber" : b.noted?.isAsPredicted ? "text-leaf" : "text-muted"}`}
              >
                {b.noted?.isAsPredicted && <Check size={13} aria-hidden="true" />}
                {note}
              </span>
              {b.noted && b.noted.fate !== "rack" && <span className="text-muted">{FATE_WORDS[b.noted.fate]}</span>}
            </button>
          </li>
        );
      })}
    </ol>
  );
}
