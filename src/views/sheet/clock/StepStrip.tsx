import { type PointerEvent, useState } from "react";
import type { ScheduledStep } from "../../../core/prepare/timeline";
import { stepName } from "../../../core/prepare/words";
import { STEP_KEYS } from "../../keys/screens";
import { act } from "../../keys/useKeys";
import { clock, span } from "../../parts/format";
import type { ChartProps } from "./chart";
import { AXIS, type Scale } from "./scale";

/** Steps that the maker may move: those of the preparation whose order is free. */
export const isMovable = (s: ScheduledStep): boolean =>
  (s.kind === "colour" || s.kind === "scent" || s.kind === "weigh") && s.portionIds.length > 0 && !s.done;

const SHORT: Partial<Record<ScheduledStep["kind"], string>> = { lye: "lye", blend: "blend", finish: "finish" };

/** The steps one by one; steps of the preparation are dragged in front of another, or moved by Alt and arrow keys. */
export function StepStrip({
  plan,
  timeline,
  chances,
  selected,
  onSelect,
  onMove,
  scale,
}: ChartProps & { scale: Scale }) {
  const { x } = scale;
  const [drag, setDrag] = useState<{ id: string; dx: number; fromX: number } | null>(null);
  const locked = new Set(plan.schedule.locked);
  const chanceOf = new Map(chances?.steps.map((s) => [s.stepId, s.chance]));
  const movable = timeline.steps.filter(isMovable);

  const drop = (s: ScheduledStep, dx: number) => {
    const centre = (x(s.startS) + x(s.endS)) / 2 + dx;
    const target = timeline.steps.find((o) => o.id !== s.id && (x(o.startS) + x(o.endS)) / 2 > centre);
    if (target && Math.abs(dx) > 6) onMove?.(s.id, target.id);
  };
  const nudge = (s: ScheduledStep, by: 1 | -1) => {
    const places = movable.map((m) => timeline.steps.findIndex((t) => t.id === m.id));
    const here = timeline.steps.findIndex((t) => t.id === s.id);
    const next = by < 0 ? places.filter((p) => p < here).at(-1) : timeline.steps.findIndex((_, i) => i > here + 1);
    if (next !== undefined && next >= 0) onMove?.(s.id, timeline.steps[next].id);
  };

  return (
    <g>
      {timeline.steps.map((s) => {
        const canMove = onMove !== undefined && isMovable(s) && !locked.has(s.id);
        const dx = drag?.id === s.id ? drag.dx : 0;
        const w = x(s.endS) - x(s.startS);
        const c = chanceOf.get(s.id);
        const isRisky = c !== null && c !== undefined && c < 0.9;
        const label =
          SHORT[s.kind] ??
          (s.portionIds.length === 1 ? plan.portions.find((p) => p.id === s.portionIds[0])?.name : stepName(plan, s));
        const name = `${stepName(plan, s)}: ${clock(s.startS)} to ${clock(s.endS)}${c === null || c === undefined ? "" : `, chance ${Math.round(100 * c)} %`}${s.waitS > 0 ? `, after a wait of ${span(s.waitS)}` : ""}${locked.has(s.id) ? ", locked" : ""}`;
        return (
          <g key={s.id} transform={`translate(${dx} 0)`}>
            {s.waitS > 0 && (
              <rect
                x={x(s.startS - s.waitS)}
                y={AXIS + 3}
                width={Math.max(2, x(s.startS) - x(s.startS - s.waitS) - 1)}
                height={18}
                className="fill-none stroke-muted"
                strokeDasharray="2 3"
              />
            )}
            {/* biome-ignore lint/a11y/useSemanticElements: a button inside a drawing */}
            <g
              role="button"
              tabIndex={s.window || canMove ? 0 : -1}
              aria-label={name}
              className={`outline-offset-1 ${canMove ? "cursor-grab" : "cursor-pointer"}`}
              onClick={() => onSelect(s.id)}
              onKeyDown={(e) => {
                const moves = canMove ? { sooner: () => nudge(s, -1), later: () => nudge(s, 1) } : {};
                if (act(STEP_KEYS, { choose: () => onSelect(s.id), ...moves }, e)) e.stopPropagation();
              }}
              onPointerDown={(e: PointerEvent<SVGGElement>) => {
                if (!canMove) return;
                e.currentTarget.setPointerCapture(e.pointerId);
                setDrag({ id: s.id, dx: 0, fromX: e.clientX });
              }}
              onPointerMove={(e) => drag?.id === s.id && setDrag({ ...drag, dx: e.clientX - drag.fromX })}
              onPointerUp={() => {
                if (drag?.id === s.id) drop(s, drag.dx);
                setDrag(null);
              }}
            >
              <title>{name}</title>
              <rect
                x={x(s.startS)}
                y={AXIS + 3}
                width={Math.max(2, w - 1)}
                height={18}
                rx={2.5}
                className={`${s.id === selected ? "fill-amber-wash" : s.kind === "scent" ? "fill-leaf-wash" : "fill-[var(--field)]"} ${s.missed || isRisky ? "stroke-cut" : "stroke-ink"}`}
                strokeWidth={s.missed || isRisky ? 2 : 1}
              />
              {locked.has(s.id) && (
                <rect x={x(s.startS)} y={AXIS + 19} width={Math.max(2, w - 1)} height={3} className="fill-ink" />
              )}
              {w > (label?.length ?? 0) * 6.3 + 6 && (
                <text x={x(s.startS) + 4} y={AXIS + 16} className="pointer-events-none fill-ink">
                  {label}
                </text>
              )}
            </g>
          </g>
        );
      })}
    </g>
  );
}
