import type { KeyboardEvent, PointerEvent } from "react";
import { useRef } from "react";
import type { Corners, Photo, PhotoPoint } from "../../core/photo/photoSchema";

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

/** A place on the photo that is dragged or moved by the arrows. */
interface Mark {
  name: string;
  at: PhotoPoint;
  isRing: boolean;
  put(to: PhotoPoint): void;
}

/** A photo with the four corners of the bar's face on it, and where there is one a ring on something white. */
export function CornerPicker({
  photo,
  label,
  corners,
  onMove,
  whiteAt,
  onWhite,
}: {
  photo: Photo;
  label: string;
  corners: Corners | null;
  onMove(corners: Corners): void;
  /** Where the ring on something white is, if there is one. */
  whiteAt: PhotoPoint | null;
  onWhite(at: PhotoPoint): void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const marks: Mark[] = [
    ...(corners ?? []).map((at, i) => ({
      ...{ at, name: `Corner ${NAMES[i]}`, isRing: false },
      put: (to: PhotoPoint) => onMove(corners!.map((c, k) => (k === i ? to : c)) as Corners),
    })),
    ...(whiteAt ? [{ at: whiteAt, name: "Ring on something white", isRing: true, put: onWhite }] : []),
  ];
  const drag = (mark: Mark) => (e: PointerEvent<HTMLElement>) => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const r = box.current!.getBoundingClientRect();
    mark.put([within((e.clientX - r.left) / r.width), within((e.clientY - r.top) / r.height)]);
  };
  const press = (mark: Mark) => (e: KeyboardEvent) => {
    const way = WAYS[e.key];
    if (!way) return;
    e.preventDefault();
    e.stopPropagation();
    const by = e.shiftKey ? STEP.more : STEP.little;
    mark.put([within(mark.at[0] + by * way[0]), within(mark.at[1] + by * way[1])]);
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
      )}
      {marks.map((mark) => (
        <button
          key={mark.name}
          type="button"
          aria-label={`${mark.name}: ${Math.round(100 * mark.at[0])} % from the left, ${Math.round(100 * mark.at[1])} % from above`}
          className="absolute grid size-11 -translate-x-1/2 -translate-y-1/2 cursor-move place-items-center rounded-full"
          style={{ left: `${100 * mark.at[0]}%`, top: `${100 * mark.at[1]}%` }}
          onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
          onPointerMove={drag(mark)}
          onKeyDown={press(mark)}
        >
          <span
            className={`block rounded-full border-2 border-white shadow-[0_0_0_2px_#20303a] ${mark.isRing ? "size-7 border-dashed" : "size-4 bg-ink/50"}`}
          />
        </button>
      ))}
    </div>
  );
}
