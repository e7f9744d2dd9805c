import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import type { Plan } from "../../core/plan/schema";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";

export interface DrawnPoint {
  xMm: number;
  yMm: number;
}

/** The top from above with the cuts of the plan and the place of the cut shown; while drawing, the way of a stroke is laid on it. */
export function TopView({
  plan,
  face,
  cutMm,
  barsMm,
  endMm,
  drawing,
  onDraw,
}: {
  plan: Plan;
  face: FaceAnswer | undefined;
  /** Place of the cut; null where the view does not cut across. */
  cutMm: number | null;
  barsMm: number[];
  endMm: number;
  /** Points drawn so far and the pitch they snap to; null when not drawing. */
  drawing: { points: DrawnPoint[]; pitchMm: number } | null;
  onDraw(points: DrawnPoint[]): void;
}) {
  const { lengthMm: L, widthMm: W } = plan.moulds[0];
  const box = useRef<SVGSVGElement>(null);
  const isDown = useRef(false);
  const [cursor, setCursor] = useState<DrawnPoint>({ xMm: L / 2, yMm: W / 2 });
  const pitch = drawing?.pitchMm ?? 10;
  const snap = (v: number, most: number) => Math.min(most, Math.max(0, Math.round(v / pitch) * pitch));
  const placeOf = (e: PointerEvent): DrawnPoint => {
    const r = box.current!.getBoundingClientRect();
    return {
      xMm: snap(((e.clientX - r.left) / r.width) * L, L),
      yMm: snap((1 - (e.clientY - r.top) / r.height) * W, W),
    };
  };
  const add = (p: DrawnPoint) => {
    const points = drawing?.points ?? [];
    const last = points.at(-1);
    if (last && last.xMm === p.xMm && last.yMm === p.yMm) return;
    if (points.length < 400) onDraw([...points, p]);
  };
  const onKey = (e: KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-pitch, 0],
      ArrowRight: [pitch, 0],
      ArrowUp: [0, pitch],
      ArrowDown: [0, -pitch],
    };
    const move = moves[e.key];
    if (move) setCursor((c) => ({ xMm: snap(c.xMm + move[0], L), yMm: snap(c.yMm + move[1], W) }));
    else if (e.key === "Enter" || e.key === " ") add(cursor);
    else if (e.key === "Backspace") onDraw(drawing?.points.slice(0, -1) ?? []);
    else return;
    e.preventDefault();
  };
  const y = (mm: number) => W - mm;
  const edges = barsMm.slice(0, -1).map((_, i) => (i + 1) * plan.barThicknessMm);
  if (endMm > 0.5) edges.push(L - endMm);
  return (
    <div className="relative border border-ink/30" style={{ aspectRatio: `${L / W}` }}>
      <FaceCanvas face={face} label="Predicted top of the loaf, seen from above" />
      <svg
        ref={box}
        viewBox={`0 0 ${L} ${W}`}
        className={`absolute inset-0 h-full w-full ${drawing ? "cursor-crosshair touch-none" : "pointer-events-none"}`}
        role={drawing ? "application" : undefined}
        aria-hidden={drawing ? undefined : true}
        aria-label={
          drawing
            ? `Draw a stroke from above: arrow keys move by ${pitch} mm, Enter sets a point, Backspace takes one back. ${drawing.points.length} points, now at ${cursor.xMm} mm along, ${cursor.yMm} mm from the near wall.`
            : undefined
        }
        tabIndex={drawing ? 0 : undefined}
        onKeyDown={drawing ? onKey : undefined}
        onPointerDown={(e) => {
          if (!drawing) return;
          isDown.current = true;
          e.currentTarget.setPointerCapture(e.pointerId);
          add(placeOf(e));
        }}
        onPointerMove={(e) => {
          if (drawing && isDown.current) add(placeOf(e));
        }}
        onPointerUp={() => {
          isDown.current = false;
        }}
      >
        {edges.map((x) => (
          <g key={x} vectorEffect="non-scaling-stroke">
            <line x1={x} x2={x} y1={0} y2={W} stroke="#faf6ec" strokeWidth={1.6} opacity={0.75} />
            <line x1={x} x2={x} y1={0} y2={W} stroke="#2a241d" strokeWidth={0.6} strokeDasharray="3 2" />
          </g>
        ))}
        {cutMm !== null && (
          <>
            <line x1={cutMm} x2={cutMm} y1={0} y2={W} stroke="#faf6ec" strokeWidth={2.4} />
            <line x1={cutMm} x2={cutMm} y1={0} y2={W} stroke="#b3201a" strokeWidth={1.2} />
          </>
        )}
        {drawing && (
          <>
            <polyline
              points={drawing.points.map((p) => `${p.xMm},${y(p.yMm)}`).join(" ")}
              fill="none"
              stroke="#faf6ec"
              strokeWidth={3}
              strokeLinejoin="round"
            />
            <polyline
              points={drawing.points.map((p) => `${p.xMm},${y(p.yMm)}`).join(" ")}
              fill="none"
              stroke="#b3201a"
              strokeWidth={1.4}
              strokeLinejoin="round"
            />
            <circle cx={cursor.xMm} cy={y(cursor.yMm)} r={3} fill="none" stroke="#faf6ec" strokeWidth={2.4} />
            <circle cx={cursor.xMm} cy={y(cursor.yMm)} r={3} fill="none" stroke="#2a241d" strokeWidth={1} />
          </>
        )}
      </svg>
    </div>
  );
}
