import type { PointerEvent } from "react";
import type { CutBar } from "../../core/mould/cutDaySchema";
import { CUT_DAY_KEYS } from "../keys/screens";
import type { Faces } from "../parts/useFaces";
import { BarFace, type BarSight } from "./BarStrip";

const WIDEST_PX = 560;
const TALLEST_PX = 350;

/** Letter of a finding, as its key has it. */
const letter = (what: keyof typeof CUT_DAY_KEYS) => CUT_DAY_KEYS[what].keys[0].toUpperCase();

/** A bar's predicted face as large as there is room, with a pin wherever something was found. @param onTap parts of the width from the left and of the height from below */
export function DayBar({
  sight,
  faces,
  number,
  bar,
  onTap,
}: {
  sight: BarSight;
  faces: Faces;
  number: number;
  bar: CutBar | null;
  onTap: (at: [number, number]) => void;
}) {
  const [w, h] = [sight.bar.size[sight.right], sight.bar.size[sight.up]];
  const pxPerMm = Math.min(WIDEST_PX / w, TALLEST_PX / h);
  const tap = (e: PointerEvent<HTMLElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const part = (v: number) => Math.min(1, Math.max(0, v));
    onTap([part((e.clientX - box.left) / box.width), part(1 - (e.clientY - box.top) / box.height)]);
  };
  return (
    <div className="relative mx-auto w-max max-w-full touch-manipulation" onPointerUp={tap} data-testid="day-bar">
      <BarFace of={sight} faces={faces} label={`Predicted face of bar ${number}`} pxPerMm={pxPerMm} isFluid />
      {bar?.findings.flatMap((f) =>
        f.at === null
          ? []
          : [
              <span
                key={f.id}
                className="pointer-events-none absolute grid size-7 -translate-x-1/2 translate-y-1/2 place-items-center rounded-full border-2 border-sheet bg-amber text-[14px] font-semibold text-sheet"
                style={{ left: `${100 * f.at[0]}%`, bottom: `${100 * f.at[1]}%` }}
              >
                {letter(f.what)}
              </span>,
            ],
      )}
    </div>
  );
}
