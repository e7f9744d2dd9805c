import type { PointerEvent } from "react";
import { useRef } from "react";
import type { Plan } from "../../core/document/schema";
import { portionOf } from "../../core/techniques/operations/registry";
import { HANDLE_KEYS } from "../keys/screens";
import { act } from "../keys/useKeys";
import { useUnits } from "../parts/units";

type Placed = Extract<Plan["operations"][number], { acrossMm: number }>;
const KINDS: ReadonlySet<string> = new Set(["stripe", "plop", "spoonRow", "bottleLine", "topLine"]);

/** Above the end view, one mark per stripe at its place across the mould: dragged, or moved by arrow keys a millimetre at a time. */
export function StripeHandles({
  plan,
  palette,
  disabled,
  onMove,
  onSeal,
}: {
  plan: Plan;
  palette: string[];
  disabled: boolean;
  onMove(operationId: string, acrossMm: number): void;
  onSeal(): void;
}) {
  const { mm } = useUnits();
  const row = useRef<HTMLDivElement>(null);
  const mould = plan.moulds[0];
  const placed = plan.operations.filter((o): o is Placed => KINDS.has(o.kind) && o.mouldId === mould.id);
  const clamp = (mm: number) => Math.min(mould.widthMm, Math.max(0, Math.round(mm)));
  const placeOf = (e: PointerEvent) => {
    const r = row.current!.getBoundingClientRect();
    return clamp(((e.clientX - r.left) / r.width) * mould.widthMm);
  };
  if (placed.length === 0) return null;
  return (
    <div ref={row} className="relative h-5">
      {placed.map((o, i) => {
        const colour = plan.portions.findIndex((p) => p.id === portionOf(o));
        const name = plan.portions[colour]?.name ?? "";
        return (
          <div
            key={o.id}
            role="slider"
            tabIndex={disabled ? -1 : 0}
            aria-label={`Place of pour ${i + 1}, ${name}`}
            aria-valuemin={0}
            aria-valuemax={mould.widthMm}
            aria-valuenow={o.acrossMm}
            aria-valuetext={`${mm(o.acrossMm)} from the near wall`}
            aria-disabled={disabled}
            title={`${name}, ${mm(o.acrossMm)} from the near wall`}
            className="absolute bottom-0 h-4 w-3 -translate-x-1/2 cursor-ew-resize touch-none border border-ink/70 [clip-path:polygon(0_0,100%_0,50%_100%)] focus-visible:z-10 focus-visible:h-5"
            style={{ left: `${(100 * o.acrossMm) / mould.widthMm}%`, background: palette[colour] }}
            onPointerDown={(e) => {
              if (!disabled) e.currentTarget.setPointerCapture(e.pointerId);
            }}
            onPointerMove={(e) => {
              if (!disabled && e.currentTarget.hasPointerCapture(e.pointerId)) onMove(o.id, placeOf(e));
            }}
            onPointerUp={onSeal}
            onBlur={onSeal}
            onKeyDown={(e) => {
              const by = (side: number) => () =>
                disabled ? false : onMove(o.id, clamp(o.acrossMm + side * (e.shiftKey ? 10 : 1)));
              act(HANDLE_KEYS, { left: by(-1), right: by(1) }, e);
            }}
          />
        );
      })}
    </div>
  );
}
