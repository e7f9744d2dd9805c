import { lightness } from "../../core/colour/mix";
import type { Plan } from "../../core/plan/schema";
import { type Curve, type ScheduledStep, timeAtTrace } from "../../core/schedule/run";
import type { Timeline } from "../../core/schedule/timeline";
import type { Instruction } from "../../core/schedule/words";
import { stageName } from "../../core/trace/stages";
import { clock, span } from "../parts/format";

interface Props {
  plan: Plan;
  timeline: Timeline;
  instructions: ReadonlyMap<string, Instruction>;
  palette: string[];
  widthPx: number;
  selected: string | null;
  onSelect: (id: string | null) => void;
}

const LEFT = 84;
const AXIS = 16;
const STEPS = 24;
const HALF_AT_EMULSION = 3.5;
const HALF_PER_STEP = 3.2;

/** Half thickness of a ribbon at a trace index, px, for a lane of 36 px. */
const half = (trace: number, lane: number) =>
  ((HALF_AT_EMULSION + HALF_PER_STEP * Math.max(0, Math.min(4.2, trace) - 1)) * Math.min(36, lane)) / 36;

function ribbon(curve: Curve, x: (s: number) => number, y: number, lane: number): string {
  const upper = curve.points.map((p) => `${x(p.atS).toFixed(1)} ${(y - half(p.trace, lane)).toFixed(1)}`);
  const lower = curve.points.map((p) => `${x(p.atS).toFixed(1)} ${(y + half(p.trace, lane)).toFixed(1)}`).reverse();
  return `M${[...upper, ...lower].join("L")}Z`;
}

const STEP_WORDS: Record<ScheduledStep["kind"], string> = {
  lye: "lye in",
  blend: "blend",
  weigh: "split",
  colour: "colour",
  scent: "scent",
  pour: "pours",
  finish: "spritz, cover",
};

/** Neighbouring steps of one kind as one block. */
function blocks(steps: readonly ScheduledStep[]) {
  const list: { kind: ScheduledStep["kind"]; from: number; to: number; steps: ScheduledStep[] }[] = [];
  for (const s of steps) {
    const last = list.at(-1);
    if (last && last.kind === s.kind && s.waitS === 0) {
      last.to = s.endS;
      last.steps.push(s);
    } else list.push({ kind: s.kind, from: s.startS, to: s.endS, steps: [s] });
  }
  return list;
}

export function ClockChart({ plan, timeline, instructions, palette, widthPx, selected, onSelect }: Props) {
  const lane = plan.portions.length > 5 ? 26 : plan.portions.length > 4 ? 32 : 38;
  const height = AXIS + STEPS + lane * plan.portions.length + 16;
  const x = (s: number) => LEFT + ((widthPx - LEFT - 12) * s) / timeline.horizonS;
  const everyS = timeline.horizonS > 5400 ? 900 : timeline.horizonS > 2400 ? 600 : timeline.horizonS > 1200 ? 300 : 120;
  const ticks = Array.from({ length: Math.floor(timeline.horizonS / everyS) + 1 }, (_, i) => i * everyS);
  const critical = timeline.steps.find((s) => s.id === timeline.critical?.stepId);
  const limitS =
    critical && timeline.critical?.slackS !== null ? critical.endS + (timeline.critical?.slackS ?? 0) : null;
  const laneY = (i: number) => AXIS + STEPS + lane * (i + 0.5) + 4;
  const limitWords = critical
    ? `${plan.portions.find((p) => p.id === critical.portionIds[0])?.name} too thick for its ${critical.missed ? "planned" : "last"} pour`
    : "";

  return (
    <svg width={widthPx} height={height} role="img" aria-label={inWords(plan, timeline)} className="block text-[12px]">
      <rect
        x={x(timeline.endS)}
        y={AXIS}
        width={widthPx - 12 - x(timeline.endS)}
        height={height - AXIS - 16}
        className="fill-rule/35"
      />
      {ticks.map((s) => (
        <g key={s}>
          <line x1={x(s)} x2={x(s)} y1={AXIS} y2={height - 16} className="stroke-rule" />
          <text
            x={x(s)}
            y={11}
            textAnchor={s === 0 ? "start" : s === timeline.horizonS ? "end" : "middle"}
            className="fill-muted"
          >
            {s === 0 ? "lye in" : `${s / 60} min`}
          </text>
        </g>
      ))}
      {blocks(timeline.steps).map((b) => {
        const w = x(b.to) - x(b.from);
        const label = b.kind === "pour" ? `${b.steps.length} pours` : STEP_WORDS[b.kind];
        const isMissed = b.steps.some((s) => s.missed);
        return (
          <g key={b.steps[0].id}>
            {b.steps[0].waitS > 0 && (
              <g>
                <title>{`wait ${span(b.steps[0].waitS)}: the batter is still too thin`}</title>
                <rect
                  x={x(b.from - b.steps[0].waitS)}
                  y={AXIS + 3}
                  width={Math.max(2, x(b.from) - x(b.from - b.steps[0].waitS) - 1.5)}
                  height={18}
                  className="fill-none stroke-muted"
                  strokeDasharray="2 3"
                />
                {x(b.from) - x(b.from - b.steps[0].waitS) > 34 && (
                  <text x={x(b.from - b.steps[0].waitS) + 5} y={AXIS + 16} className="pointer-events-none fill-muted">
                    wait
                  </text>
                )}
              </g>
            )}
            <title>{`${label}: ${clock(b.from)} to ${clock(b.to)}`}</title>
            <rect
              x={x(b.from)}
              y={AXIS + 3}
              width={Math.max(2, w - 1.5)}
              height={18}
              rx={2.5}
              className={`fill-[var(--field)] ${isMissed ? "stroke-cut" : "stroke-ink"}`}
              strokeWidth={isMissed ? 2 : 1}
            />
            {w > label.length * 6.2 + 6 && (
              <text x={x(b.from) + 5} y={AXIS + 16} className="pointer-events-none fill-ink">
                {label}
              </text>
            )}
          </g>
        );
      })}
      {plan.portions.map((portion, i) => {
        const curve = timeline.curves.find((c) => c.id === portion.id);
        if (!curve) return null;
        const y = laneY(i);
        const steps = timeline.steps.filter((s) => s.window && s.portionIds[0] === portion.id);
        const onRibbon = lightness(palette[i]) < 0.6 ? "#fff" : "#1d262c";
        return (
          <g key={portion.id}>
            <text x={0} y={y + 4} className="fill-ink font-semibold">
              {portion.name.slice(0, 12)}
            </text>
            <Gate curve={curve} steps={steps} x={x} y={y} lane={lane} horizonS={timeline.horizonS} />
            <path d={ribbon(curve, x, y, lane)} fill={palette[i]} className="stroke-ink" strokeWidth={1} />
            {steps.map((s) => (
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
                stroke={s.missed ? "var(--cut)" : "var(--ink)"}
                strokeWidth={s.id === selected || s.missed ? 2 : 1}
                strokeDasharray={s.missed ? "3 2" : undefined}
                onClick={() => onSelect(s.id)}
              >
                <title>
                  {`${instructions.get(s.id)?.title}: ${clock(s.startS)} to ${clock(s.endS)}, trace ${s.startTrace.toFixed(1)} (${stageName(s.startTrace)}), window ${s.window!.low} to ${s.window!.high}${s.missed ? `, ${s.missed}` : ""}`}
                </title>
              </rect>
            ))}
            <StageMarks curve={curve} x={x} y={y} lane={lane} color={onRibbon} />
          </g>
        );
      })}
      {limitS !== null && limitS <= timeline.horizonS && (
        <g>
          <line
            x1={x(limitS)}
            x2={x(limitS)}
            y1={AXIS + 2}
            y2={height - 15}
            stroke="var(--cut)"
            strokeWidth={1.6}
            strokeDasharray="4 3"
          />
          <text
            x={x(limitS) + (x(limitS) > widthPx - 260 ? -4 : 4)}
            y={height - 4}
            textAnchor={x(limitS) > widthPx - 260 ? "end" : "start"}
            className="fill-cut font-semibold"
          >
            {limitWords} from {clock(limitS)}
          </text>
        </g>
      )}
    </svg>
  );
}

/** Bracket above a ribbon from the moment when its pours' window opens to when it closes. */
function Gate({
  curve,
  steps,
  x,
  y,
  lane,
  horizonS,
}: {
  curve: Curve;
  steps: ScheduledStep[];
  x: (s: number) => number;
  y: number;
  lane: number;
  horizonS: number;
}) {
  if (steps.length === 0) return null;
  const low = Math.max(...steps.map((s) => s.window!.low));
  const high = Math.min(...steps.map((s) => s.window!.high));
  const fromS = timeAtTrace(curve.points, low) ?? horizonS;
  const toS = timeAtTrace(curve.points, high);
  const top = y - lane / 2 + 1.5;
  return (
    <path
      d={`M${x(fromS)} ${top + 5}V${top}H${x(toS ?? horizonS)}${toS === null ? "" : `V${top + 5}`}`}
      fill="none"
      className="stroke-muted"
      strokeWidth={1.5}
    />
  );
}

/** Names of the stages where a ribbon reaches them. */
function StageMarks({
  curve,
  x,
  y,
  lane,
  color,
}: {
  curve: Curve;
  x: (s: number) => number;
  y: number;
  lane: number;
  color: string;
}) {
  let lastX = -100;
  return [3, 4].map((trace) => {
    const atS = timeAtTrace(curve.points, trace);
    if (atS === null || atS <= curve.points[0].atS) return null;
    const px = x(atS);
    const isRoomy = px - lastX > 64;
    lastX = px;
    const h = half(trace, lane);
    return (
      <g key={trace} className="pointer-events-none">
        <line x1={px} x2={px} y1={y - h} y2={y + h} stroke={color} strokeWidth={1.5} />
        {isRoomy && (
          <text x={px + 4} y={y + 4} fill={color} className="font-semibold">
            {stageName(trace)} {Math.round(atS / 60)} min
          </text>
        )}
      </g>
    );
  });
}

/** The chart in a sentence for those who do not see it. */
function inWords(plan: Plan, timeline: Timeline): string {
  const cups = timeline.reaches.map((r) => {
    const name = plan.portions.find((p) => p.id === r.portionId)?.name;
    return `${name}: ${r.mediumS === null ? "not yet medium at the end" : `medium at ${clock(r.mediumS)}`}`;
  });
  return `Timeline of ${timeline.steps.length} steps, last step ends at ${clock(timeline.endS)}. ${cups.join(", ")}. Estimates.`;
}
