import { timeAtTrace } from "../../../core/clock/curves";
import { stageName } from "../../../core/clock/stages";
import type { Portion } from "../../../core/document/schema";
import { clock } from "../../parts/format";
import { type ChartProps, stageTimes } from "./chart";
import { band, half, nameLines, ribbon, type Scale } from "./scale";

/** From line to line of a cup's name, px. */
const LINE_PX = 12;
/** Room that the name of a stage takes beside its line, px. */
const STAGE_PX = 100;

interface Props extends ChartProps {
  portion: Portion;
  color: string;
  onColor: string;
  y: number;
  lane: number;
  scale: Scale;
  clip: string;
}

/** One cup: its ribbon, where its edge likely runs (10 to 90 %), the gate of its window, and its steps on it. */
export function Lane({
  portion,
  timeline,
  chances,
  instructions,
  color,
  onColor,
  y,
  lane,
  scale,
  clip,
  selected,
  onSelect,
}: Props) {
  const curve = timeline.curves.find((c) => c.id === portion.id);
  if (!curve || curve.points.length === 0) return null;
  const { x } = scale;
  const own = timeline.steps.filter((s) => s.window && s.portionIds[0] === portion.id && s.portionIds.length === 1);
  const gated = own.filter((s) => s.isMust);
  const spread = chances?.bands.find((b) => b.id === portion.id);
  const byId = new Map(chances?.steps.map((s) => [s.stepId, s]));
  const lines = nameLines(portion.name);
  let lastX = -100;
  return (
    <g>
      <text className="fill-ink font-semibold">
        <title>{portion.name}</title>
        {lines.map((line, i) => (
          <tspan key={line} x={0} y={y + 4 + LINE_PX * (i - (lines.length - 1) / 2)}>
            {line}
          </tspan>
        ))}
      </text>
      <g clipPath={`url(#${clip})`}>
        {gated.length > 0 && (
          <Gate
            fromS={timeAtTrace(curve.points, Math.max(...gated.map((s) => s.window!.low))) ?? timeline.horizonS}
            toS={timeAtTrace(curve.points, Math.min(...gated.map((s) => s.window!.high)))}
            horizonS={timeline.horizonS}
            x={x}
            top={y - lane / 2 + 1}
          />
        )}
        <path d={ribbon(curve.points, scale, y, lane)} fill={color} className="stroke-ink" strokeWidth={1} />
        {spread && (
          <path
            d={band(spread.low, spread.high, chances!.gridS, scale, y, lane)}
            className="pointer-events-none fill-ink/25"
            data-band={portion.name}
          />
        )}
        {own.map((s) => {
          const c = byId.get(s.id);
          const isRisky = c?.chance !== null && c !== undefined && c.chance < 0.9;
          return (
            // biome-ignore lint/a11y/noStaticElementInteractions: the list beside it gives the same by keyboard
            <rect
              key={s.id}
              x={x(s.startS)}
              y={y - lane / 2 + 4}
              width={Math.max(3, x(s.endS) - x(s.startS))}
              height={lane - 8}
              rx={2}
              fill={s.id === selected ? "var(--amber-wash)" : "transparent"}
              fillOpacity={0.75}
              stroke={s.missed || isRisky ? "var(--cut)" : "var(--ink)"}
              strokeWidth={s.id === selected || s.missed || isRisky ? 2 : 1}
              strokeDasharray={s.missed ? "3 2" : undefined}
              onClick={() => onSelect(s.id)}
            >
              <title>
                {`${instructions.get(s.id)?.title}: ${clock(s.startS)} to ${clock(s.endS)}, trace ${s.startTrace.toFixed(1)} (${stageName(s.startTrace)}), window ${s.window!.low} to ${s.window!.high}${c?.chance !== null && c ? `, chance ${Math.round(100 * c.chance)} %` : ""}${s.missed ? `, ${s.missed}` : ""}`}
              </title>
            </rect>
          );
        })}
        {stageTimes(curve.points).map(({ trace, atS, name }) => {
          const px = x(atS);
          const isRoomy = px - lastX > 72;
          lastX = px;
          const h = half(trace, lane);
          const isAtEnd = px > x(scale.zoom.toS) - STAGE_PX;
          return (
            <g key={trace} className="pointer-events-none">
              <line x1={px} x2={px} y1={y - h} y2={y + h} stroke={onColor} strokeWidth={1.5} />
              {isRoomy && lane >= 24 && (
                <text
                  x={px + (isAtEnd ? -4 : 4)}
                  y={y + 4}
                  textAnchor={isAtEnd ? "end" : "start"}
                  fill={onColor}
                  className="font-semibold"
                >
                  {name} {Math.round(atS / 60)} min
                </text>
              )}
            </g>
          );
        })}
      </g>
    </g>
  );
}

/** Bracket above a ribbon from the moment when its window opens to when it closes. */
function Gate({
  fromS,
  toS,
  horizonS,
  x,
  top,
}: {
  fromS: number;
  toS: number | null;
  horizonS: number;
  x: (s: number) => number;
  top: number;
}) {
  const end = toS ?? horizonS;
  if (end <= fromS) return null;
  return (
    <path
      d={`M${x(fromS)} ${top + 5}V${top}H${x(end)}${toS === null ? "" : `V${top + 5}`}`}
      fill="none"
      className="stroke-muted"
      strokeWidth={1.5}
    />
  );
}
