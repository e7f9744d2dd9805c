import type { KeyboardEvent, PointerEvent } from "react";
import { useRef } from "react";
import type { Corners, Photo } from "../../core/photo/photoSchema";

const NAMES = ["top left", "top right", "bottom right", "bottom left"] as const;
/** A key moves a corner by this part of the photo, with Shift by that. */
const STEP = { little: 0.002, more: 0.02 } as const;
const within = (v: number) => Math.min(1, Math.max(0, v));
const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A photo with the four corners of the bar's face on it, dragged or moved by the arrows. */
export function CornerPicker({
  photo,
  label,
  corners,
  onMove,
}: {
  photo: Photo;
  label: string;
  corners: Corners | null;
  onMove(corners: Corners): void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const moved = (i: number, to: readonly [number, number]): Corners =>
    corners!.map((c, k) => (k === i ? [within(to[0]), within(to[1])] : c)) as Corners;
  const drag = (i: number) => (e: PointerEvent<HTMLElement>) => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const r = box.current!.getBoundingClientRect();
    onMove(moved(i, [(e.clientX - r.left) / r.width, (e.clientY - r.top) / r.height]));
  };
  const press = (i: number) => (e: KeyboardEvent) => {
    const way = WAYS[e.key];
    if (!way || !corners) return;
    e.preventDefault();
    e.stopPropagation();
    const by = e.shiftKey ? STEP.more : STEP.little;
    onMove(moved(i, [corners[i][0] + by * way[0], corners[i][1] + by * way[1]]));
  };
  return (
    <div
      ref={box}
      className="relative mx-auto max-h-[52vh] max-w-full touch-none select-none border border-ink/40"
      style={{
        aspectRatio: `${photo.widthPx} / ${photo.heightPx}`,
        width: `min(100%, calc(52vh * ${photo.widthPx / photo.heightPx}))`,
      }}
    >
      <img
        src={`/api/photos/${photo.hash}`}
        alt={label}
        width={photo.widthPx}
        height={photo.heightPx}
        draggable={false}
        className="block h-full w-full"
      />
      {corners && (
        <>
          <svg
            viewBox="0 0 100 100"
            preserveAspectRatio="none"
            className="absolute inset-0 h-full w-full"
            aria-hidden="true"
          >
            {["#fff", "#20303a"].map((stroke, i) => (
              <polygon
                key={stroke}
                points={corners.map(([x, y]) => `${100 * x},${100 * y}`).join(" ")}
                fill="none"
                stroke={stroke}
                strokeWidth={i === 0 ? 4 : 1.5}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </svg>
          {corners.map(([x, y], i) => (
            <button
              key={NAMES[i]}
              type="button"
              aria-label={`Corner ${NAMES[i]}: ${Math.round(100 * x)} % from the left, ${Math.round(100 * y)} % from above`}
              className="absolute grid size-11 -translate-x-1/2 -translate-y-1/2 cursor-move place-items-center rounded-full"
              style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
              onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
              onPointerMove={drag(i)}
              onKeyDown={press(i)}
            >
              <span className="block size-4 rounded-full border-2 border-white bg-ink/50 shadow-[0_0_0_2px_#20303a]" />
            </button>
          ))}
        </>
      )}
    </div>
  );
}
