import { type KeyboardEvent, useId, useState } from "react";
import type { Chances } from "../../../core/clock/chance";
import { lightness } from "../../../core/colour/mix";
import type { Plan } from "../../../core/document/schema";
import type { Timeline } from "../../../core/prepare/timeline";
import { CLOCK_KEYS } from "../../keys/screens";
import { act } from "../../keys/useKeys";
import { clock } from "../../parts/format";
import type { ChartProps } from "./chart";
import { Lane } from "./Lane";
import { Reading } from "./Reading";
import { StepStrip } from "./StepStrip";
import { AXIS, LEFT, RIGHT, STEPS, scaleOf, type Zoom } from "./scale";

const READ_STEP_S = 15;
/** Stretch of time in sight after looking closer, share of what it was. */
const CLOSER = 0.6;
/** Height of the chart, of what lies below its lanes, and the widest and narrowest lane, px. */
const ROOM = 202;
const FOOT = 18;
const WIDEST_LANE = 36;
const NARROWEST_LANE = 20;

/** Ribbons of every cup with their bands, gates of the windows, the steps above, turn-back points; read by pointer or arrow keys. */
export function ClockChart(props: ChartProps) {
  const { plan, timeline, chances, palette, widthPx, zoom, onZoom } = props;
  const [readS, setRead] = useState<number | null>(null);
  const clip = useId();
  const { roomPx = ROOM } = props;
  const lane = Math.min(WIDEST_LANE, Math.max(NARROWEST_LANE, (roomPx - AXIS - STEPS - FOOT) / plan.portions.length));
  const height = AXIS + STEPS + lane * plan.portions.length + FOOT;
  const scale = scaleOf(widthPx, zoom);
  const { x, everyS } = scale;
  const first = Math.ceil(zoom.fromS / everyS) * everyS;
  const ticks = Array.from({ length: Math.floor((zoom.toS - first) / everyS) + 1 }, (_, i) => first + i * everyS);
  const laneY = (i: number) => AXIS + STEPS + lane * (i + 0.5) + 4;
  const mark = markOf(props);

  const onKey = (e: KeyboardEvent) => {
    if (e.target !== e.currentTarget) return;
    const aroundS = readS ?? (zoom.fromS + zoom.toS) / 2;
    const look = (factor: number) => onZoom(zoomed(zoom, factor, aroundS, timeline.horizonS));
    act(
      CLOCK_KEYS,
      {
        later: () => setRead((s) => Math.min(timeline.horizonS, (s ?? 0) + READ_STEP_S)),
        sooner: () => setRead((s) => Math.max(0, (s ?? 0) - READ_STEP_S)),
        begin: () => setRead(0),
        end: () => setRead(timeline.endS),
        zoomIn: () => look(CLOSER),
        zoomOut: () => look(1 / CLOSER),
        leave: () => setRead(null),
      },
      e,
    );
  };

  return (
    <div
      className="relative"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the chart is read along by arrow keys
      tabIndex={0}
      role="application"
      aria-label="Pour clock chart; arrow keys read along, plus and minus zoom"
      onKeyDown={onKey}
    >
      <svg
        width={widthPx}
        height={height}
        className="block text-[12px]"
        role="img"
        aria-label={inWords(plan, timeline, chances)}
        onPointerMove={(e) => {
          const s = scale.atX(e.clientX - e.currentTarget.getBoundingClientRect().left);
          setRead(s >= zoom.fromS && s <= zoom.toS ? s : null);
        }}
        onPointerLeave={() => setRead(null)}
      >
        <clipPath id={clip}>
          <rect x={LEFT} y={0} width={widthPx - LEFT - RIGHT} height={height} />
        </clipPath>
        {ticks.map((s) => (
          <g key={s}>
            <line x1={x(s)} x2={x(s)} y1={AXIS} y2={height - 18} className="stroke-rule" />
            <text
              x={x(s)}
              y={11}
              textAnchor={x(s) < LEFT + 20 ? "start" : x(s) > widthPx - 40 ? "end" : "middle"}
              className="fill-muted"
            >
              {s === 0 ? "lye in" : everyS < 60 || s % 60 ? clock(s) : `${s / 60} min`}
            </text>
          </g>
        ))}
        <g clipPath={`url(#${clip})`}>
          <rect
            x={x(timeline.endS)}
            y={AXIS}
            width={Math.max(0, x(timeline.horizonS) - x(timeline.endS))}
            height={height - AXIS - 18}
            className="fill-rule/35"
          />
          <StepStrip {...props} scale={scale} />
        </g>
        {plan.portions.map((portion, i) => (
          <Lane
            key={portion.id}
            {...props}
            portion={portion}
            color={palette[i]}
            onColor={lightness(palette[i]) < 0.6 ? "#fff" : "#1d262c"}
            y={laneY(i)}
            lane={lane}
            scale={scale}
            clip={clip}
          />
        ))}
        {mark && <MarkLine mark={mark} x={x(mark.atS)} height={height} widthPx={widthPx} />}
        {readS !== null && (
          <line x1={x(readS)} x2={x(readS)} y1={AXIS} y2={height - 18} className="stroke-ink" strokeWidth={1} />
        )}
      </svg>
      {mark && widthPx < WORDS_PX.below && (
        <p className="pr-28 text-[12.5px] font-semibold text-cut" data-testid="clock-mark">
          {mark.words}
        </p>
      )}
      {readS !== null && (
        <Reading plan={plan} timeline={timeline} chances={chances} atS={readS} x={x(readS)} widthPx={widthPx} />
      )}
    </div>
  );
}

/** A stretch of time around a place, narrower or wider, held inside the horizon. */
export function zoomed(zoom: Zoom, factor: number, aroundS: number, horizonS: number): Zoom {
  const span = Math.max(60, Math.min(horizonS, (zoom.toS - zoom.fromS) * factor));
  const share = (aroundS - zoom.fromS) / (zoom.toS - zoom.fromS);
  const fromS = Math.max(0, Math.min(horizonS - span, aroundS - share * span));
  return { fromS, toS: fromS + span };
}

/** What is said at a moment of the chart by a red line. */
interface Mark {
  atS: number;
  words: string;
}

/** The latest moment to turn back; without one, when the tightest cup is too thick for its pours. Null where neither is in sight. */
function markOf({ plan, timeline, turnBacks, zoom }: ChartProps): Mark | null {
  const isShown = (s: number) => s >= zoom.fromS && s <= zoom.toS;
  const nameOf = (id: string | undefined) => plan.portions.find((p) => p.id === id)?.name;
  const turn = turnBacks.find((t) => isShown(t.latestS));
  if (turn)
    return {
      atS: turn.latestS,
      words: `turn back by ${clock(turn.latestS)} if ${nameOf(turn.portionId)} runs: ${turn.words}`,
    };
  const critical = timeline.steps.find((s) => s.id === timeline.critical?.stepId);
  const slackS = timeline.critical?.slackS ?? null;
  if (!critical || slackS === null || !isShown(critical.endS + slackS)) return null;
  const atS = critical.endS + slackS;
  const step = critical.missed ? "planned" : "last";
  return { atS, words: `${nameOf(critical.portionIds[0])} too thick for its ${step} step from ${clock(atS)}` };
}

/** Widths under which the words of the mark stand below the chart, and left of its line, px: they need about so much. */
const WORDS_PX = { below: 560, left: 420 } as const;

function MarkLine({ mark, x, height, widthPx }: { mark: Mark; x: number; height: number; widthPx: number }) {
  const isLeft = x > widthPx - WORDS_PX.left;
  return (
    <g>
      <line x1={x} x2={x} y1={AXIS + 2} y2={height - 17} stroke="var(--cut)" strokeWidth={1.8} strokeDasharray="4 3" />
      {widthPx >= WORDS_PX.below && (
        <text
          x={x + (isLeft ? -4 : 4)}
          y={height - 5}
          textAnchor={isLeft ? "end" : "start"}
          className="fill-cut font-semibold"
        >
          {mark.words}
        </text>
      )}
    </g>
  );
}

/** The chart in words for those who do not see it. */
function inWords(plan: Plan, timeline: Timeline, chances: Chances | null): string {
  const cups = timeline.reaches.map((r) => {
    const name = plan.portions.find((p) => p.id === r.portionId)?.name;
    return `${name}: ${r.mediumS === null ? "not yet medium at the end" : `medium at ${clock(r.mediumS)}`}`;
  });
  const chance = chances ? ` Chance that every step meets its window: ${Math.round(100 * chances.chance)} %.` : "";
  return `Timeline of ${timeline.steps.length} steps, last step ends at ${clock(timeline.endS)}. ${cups.join(", ")}.${chance} Estimates.`;
}
