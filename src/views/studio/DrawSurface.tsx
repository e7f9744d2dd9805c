import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from "react";
import { DRAW_KEYS } from "../keys/screens";
import { act } from "../keys/useKeys";
import { useUnits } from "../parts/units";

/** A place on a picture: to the right and up from its lower left corner, mm. */
export type Spot = readonly [right: number, up: number];

const MOST_POINTS = 400;

/** Lies over a picture: shows what is given, and while drawing takes the way of a tool by pointer or keys, snapped to a pitch. */
export function DrawSurface({
  widthMm: wide,
  heightMm: high,
  label,
  drawing,
  onDraw,
  children,
}: {
  widthMm: number;
  heightMm: number;
  /** What is drawn and where its places count from, for those who do not see it. */
  label: string;
  drawing: { spots: readonly Spot[]; pitchMm: number } | null;
  onDraw(spots: Spot[]): void;
  /** What else is shown over the picture; y runs down here. */
  children?: ReactNode;
}) {
  const { mm } = useUnits();
  const box = useRef<SVGSVGElement>(null);
  const isDown = useRef(false);
  const [cursor, setCursor] = useState<Spot>([wide / 2, high / 2]);
  const pitch = drawing?.pitchMm ?? 10;
  const snap = (v: number, most: number) => Math.min(most, Math.max(0, Math.round(v / pitch) * pitch));
  const spotOf = (e: PointerEvent): Spot => {
    const r = box.current!.getBoundingClientRect();
    return [
      snap(((e.clientX - r.left) / r.width) * wide, wide),
      snap((1 - (e.clientY - r.top) / r.height) * high, high),
    ];
  };
  const add = (spot: Spot) => {
    const spots = drawing?.spots ?? [];
    const last = spots.at(-1);
    if (last && last[0] === spot[0] && last[1] === spot[1]) return;
    if (spots.length < MOST_POINTS) onDraw([...spots, spot]);
  };
  const onKey = (e: KeyboardEvent) => {
    const move = (along: number, up: number) => () =>
      setCursor(([a, b]) => [snap(a + along * pitch, wide), snap(b + up * pitch, high)]);
    act(
      DRAW_KEYS,
      {
        left: move(-1, 0),
        right: move(1, 0),
        up: move(0, 1),
        down: move(0, -1),
        set: () => add(cursor),
        takeBack: () => onDraw(drawing?.spots.slice(0, -1) ?? []),
      },
      e,
    );
  };
  const line = drawing?.spots.map(([a, b]) => `${a},${high - b}`).join(" ");
  return (
    <svg
      ref={box}
      viewBox={`0 0 ${wide} ${high}`}
      preserveAspectRatio="none"
      className={`absolute inset-0 h-full w-full ${drawing ? "cursor-crosshair touch-none" : "pointer-events-none"}`}
      role={drawing ? "application" : undefined}
      aria-hidden={drawing ? undefined : true}
      aria-label={
        drawing
          ? `${label}: arrow keys move by ${mm(pitch)}, Enter sets a point, Backspace takes one back. ${drawing.spots.length} points, now at ${cursor[0]} mm across, ${cursor[1]} mm up.`
          : undefined
      }
      tabIndex={drawing ? 0 : undefined}
      onKeyDown={drawing ? onKey : undefined}
      onPointerDown={(e) => {
        if (!drawing) return;
        isDown.current = true;
        e.currentTarget.setPointerCapture(e.pointerId);
        add(spotOf(e));
      }}
      onPointerMove={(e) => {
        if (drawing && isDown.current) add(spotOf(e));
      }}
      onPointerUp={() => {
        isDown.current = false;
      }}
    >
      {children}
      {drawing && (
        <g fill="none" strokeLinejoin="round">
          <polyline points={line} stroke="#faf6ec" strokeWidth={5} vectorEffect="non-scaling-stroke" />
          <polyline points={line} stroke="#b3201a" strokeWidth={2.4} vectorEffect="non-scaling-stroke" />
          {[
            { stroke: "#faf6ec", strokeWidth: 4.5 },
            { stroke: "#2a241d", strokeWidth: 1.8 },
          ].map((pen) => (
            <circle
              key={pen.stroke}
              cx={cursor[0]}
              cy={high - cursor[1]}
              r={0.013 * wide}
              vectorEffect="non-scaling-stroke"
              {...pen}
            />
          ))}
        </g>
      )}
    </svg>
  );
}
