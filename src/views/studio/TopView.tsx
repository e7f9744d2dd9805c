import type { Bars } from "../../core/cut/bars";
import { placesAcross } from "../../core/cut/bars";
import type { Plan } from "../../core/document/schema";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";
import { DrawSurface, type Spot } from "./DrawSurface";

/** The top from above with the cuts of the plan, what decorates its bars, and the place of the cut shown; strokes are drawn on it. */
export function TopView({
  plan,
  face,
  still,
  cutMm,
  bars,
  drawing,
  onDraw,
}: {
  plan: Plan;
  face: FaceAnswer | undefined;
  still?: string;
  /** Place of the cut; null where the view does not cut across. */
  cutMm: number | null;
  bars: Bars;
  /** Points drawn so far and the pitch they snap to; null when not drawing. */
  drawing: { spots: readonly Spot[]; pitchMm: number } | null;
  onDraw(spots: Spot[]): void;
}) {
  const { lengthMm: L, widthMm: W } = plan.moulds[0];
  return (
    <div className="relative border border-ink/30" style={{ aspectRatio: `${L / W}` }}>
      <FaceCanvas face={face} still={still} label="Predicted top of the loaf, seen from above" />
      <DrawSurface
        widthMm={L}
        heightMm={W}
        label="Draw a stroke from above; across runs along the loaf from its left end, up from the near wall"
        drawing={drawing}
        onDraw={onDraw}
      >
        {plan.trimMm > 0 &&
          [0, L - plan.trimMm].map((x) => (
            <rect key={x} x={x} y={0} width={plan.trimMm} height={W} fill="#faf6ec" opacity={0.6} />
          ))}
        {bars.cutsMm.map((x) => (
          <g key={x}>
            <line x1={x} x2={x} y1={0} y2={W} stroke="#faf6ec" strokeWidth={1.6} opacity={0.75} />
            <line x1={x} x2={x} y1={0} y2={W} stroke="#2a241d" strokeWidth={0.6} strokeDasharray="3 2" />
          </g>
        ))}
        {marksOf(plan, bars).map((m) => (
          <Mark key={`${m.x}:${m.y}`} {...m} />
        ))}
        {cutMm !== null && (
          <>
            <line x1={cutMm} x2={cutMm} y1={0} y2={W} stroke="#faf6ec" strokeWidth={2.4} />
            <line x1={cutMm} x2={cutMm} y1={0} y2={W} stroke="#b3201a" strokeWidth={1.2} />
          </>
        )}
      </DrawSurface>
    </div>
  );
}

interface DecorationMark {
  x: number;
  y: number;
  /** Place of the decoration in the list: its shape. */
  shape: number;
}

/** One mark per piece: those of a kind in a row across the bar, kinds side by side along it. */
function marksOf(plan: Plan, bars: Bars): DecorationMark[] {
  const W = plan.moulds[0].widthMm;
  const n = plan.decorations.length;
  return bars.middlesMm.flatMap((middle) =>
    plan.decorations.flatMap((d, k) =>
      placesAcross(d.perBar, W).map((y) => ({
        x: middle + ((k + 0.5) / n - 0.5) * plan.barThicknessMm * 0.8,
        y: W - y,
        shape: k,
      })),
    ),
  );
}

const SIZE_MM = 2.4;

/** Each kind of decoration has a shape of its own: disc, square, diamond, triangle, in turn. */
function Mark({ x, y, shape }: DecorationMark) {
  const s = SIZE_MM;
  const style = { fill: "#faf6ec", stroke: "#2a241d", strokeWidth: 0.8 };
  if (shape % 4 === 0) return <circle cx={x} cy={y} r={s} {...style} />;
  const corners = {
    1: [-s, -s, s, -s, s, s, -s, s],
    2: [0, -1.3 * s, 1.3 * s, 0, 0, 1.3 * s, -1.3 * s, 0],
    3: [0, -1.2 * s, 1.2 * s, s, -1.2 * s, s],
  }[(shape % 4) as 1 | 2 | 3];
  const points = Array.from(
    { length: corners.length / 2 },
    (_, i) => `${x + corners[2 * i]},${y + corners[2 * i + 1]}`,
  );
  return <polygon points={points.join(" ")} {...style} />;
}

/** The mark of a decoration as it stands beside its name. */
export const DecorationMarkSign = ({ shape }: { shape: number }) => (
  <svg viewBox="-4 -4 8 8" width={16} height={16} aria-hidden="true" className="shrink-0">
    <Mark x={0} y={0} shape={shape} />
  </svg>
);
