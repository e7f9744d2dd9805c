import type { Block, CutUp } from "../../core/cut/leaves";
import type { CutAxis } from "../../core/mould/cutSchema";
import { FaceCanvas } from "../parts/FaceCanvas";
import type { Faces } from "../parts/useFaces";

/** A side of the loaf as it is shown: its direction to the right and up, and the key of its picture. */
const SIDES = [
  { key: "top", label: "the top, near wall below", right: "length", up: "width" },
  { key: "front", label: "along the middle", right: "length", up: "height" },
  { key: "end", label: "across the middle", right: "width", up: "height" },
] as const satisfies readonly { key: string; label: string; right: CutAxis; up: CutAxis }[];

interface Props {
  loaf: Block;
  up: CutUp;
  faces: Faces;
}

/** The loaf from above, along and across, with every cut as a red line and its number. */
export function LoafCuts({ loaf, up, faces }: Props) {
  const { length, width, height } = loaf.size;
  return (
    <div className="mt-1 flex flex-wrap gap-3">
      {SIDES.map((side) => (
        <figure
          key={side.key}
          className="min-w-0"
          style={{
            flex: `1 1 ${(100 * { length, width, height }[side.right]) / (length + width + width)}%`,
            maxWidth: `${2 * { length, width, height }[side.right]}px`,
          }}
        >
          <div
            className="relative border border-ink/40"
            style={{ aspectRatio: `${{ length, width, height }[side.right]} / ${{ length, width, height }[side.up]}` }}
          >
            <FaceCanvas face={faces.get(side.key)} label={`The loaf, ${side.label}`} />
            <Lines side={side} loaf={loaf} up={up} />
          </div>
          <figcaption className="text-[12.5px] text-muted">{side.label}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** Where the wire goes, seen from one side: lines of each step over the blocks that it cuts. */
function Lines({ side, loaf, up }: { side: (typeof SIDES)[number]; loaf: Block; up: CutUp }) {
  const { right, up: upward } = side;
  const [w, h] = [loaf.size[right], loaf.size[upward]];
  // The sides of every piece are where a wire went; the loaf's own are none.
  const edges = new Map<string, { x1: number; x2: number; y1: number; y2: number }>();
  const isInside = (v: number, most: number) => v > 0.3 && v < most - 0.3;
  for (const b of [...up.bars, ...up.trims]) {
    const [x1, x2] = [b.at[right], b.at[right] + b.size[right]];
    const [y1, y2] = [h - b.at[upward] - b.size[upward], h - b.at[upward]];
    const put = (e: { x1: number; x2: number; y1: number; y2: number }) =>
      edges.set(
        Object.values(e)
          .map((v) => v.toFixed(1))
          .join(),
        e,
      );
    if (isInside(x2, w)) put({ x1: x2, x2, y1, y2 });
    if (isInside(y1, h)) put({ x1, x2, y1, y2: y1 });
  }
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      className="absolute inset-0 h-full w-full"
      aria-hidden="true"
      preserveAspectRatio="none"
    >
      {[...edges].map(([key, e]) => (
        <g key={key}>
          <line {...e} stroke="#fff" strokeWidth="4" vectorEffect="non-scaling-stroke" />
          <line {...e} stroke="var(--cut)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
        </g>
      ))}
    </svg>
  );
}
