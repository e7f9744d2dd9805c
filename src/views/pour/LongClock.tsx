import { addHours, startOfHour } from "date-fns";
import { CARE_WORDS, type CareStep } from "../../core/cure/aftercare";
import { atTime } from "../parts/care";
import { format } from "../parts/dates";

interface Props {
  steps: readonly CareStep[];
  finishedMs: number;
  nowMs: number;
}

const [W, H, LINE] = [1160, 160, 50];
/** Labels nearer to an end than this are left out: they would be cut off. */
const EDGE = 30;
const HOUR_MS = 3_600_000;
/** Hours that are night, when nobody looks. */
const NIGHT = { from: 22, to: 6 } as const;
const TICKS_H = 6;

const isClear = (px: number) => px > EDGE && px < W - EDGE;

/** The hours after the pour on one line: what was answered, what is due, the windows of unmoulding and cutting; nights are shaded. And the same as a list. */
export function LongClock({ steps, finishedMs, nowMs }: Props) {
  const ends = steps.flatMap((s) => (s.window ? [Math.min(s.window.toMs, s.window.bestMs + 30 * HOUR_MS)] : []));
  const fromMs = finishedMs - HOUR_MS;
  const toMs = Math.max(nowMs + 3 * HOUR_MS, finishedMs + 30 * HOUR_MS, ...ends);
  const x = (ms: number) => (W * (Math.min(toMs, Math.max(fromMs, ms)) - fromMs)) / (toMs - fromMs);
  const hours = Array.from({ length: Math.ceil((toMs - fromMs) / HOUR_MS) + 1 }, (_, i) =>
    addHours(startOfHour(fromMs), i),
  );
  const nights = hours.filter((h) => h.getHours() >= NIGHT.from || h.getHours() < NIGHT.to);
  const every = (toMs - fromMs) / HOUR_MS > 120 ? 24 : TICKS_H;
  return (
    <section aria-labelledby="long-clock" className="mt-6">
      <h2 id="long-clock" className="text-[20px]">
        The long clock{" "}
        <span className="font-text text-[14px] font-normal text-muted">estimates; answers move them</span>
      </h2>
      <svg viewBox={`0 0 ${W} ${H}`} className="mt-1 w-full narrow:hidden" aria-hidden="true">
        {nights.map((h) => (
          <rect
            key={h.getTime()}
            x={x(h.getTime())}
            width={x(h.getTime() + HOUR_MS) - x(h.getTime())}
            y={22}
            height={H - 44}
            className="fill-ink/10"
          />
        ))}
        {hours
          .filter((h) => h.getHours() % every === 0)
          .map((h) => (
            <g key={h.getTime()}>
              <line x1={x(h.getTime())} x2={x(h.getTime())} y1={22} y2={H - 22} className="stroke-ink/20" />
              {isClear(x(h.getTime())) && (
                <text x={x(h.getTime())} y={16} textAnchor="middle" className="fill-muted text-[12.5px]">
                  {format(h, "H:mm")}
                </text>
              )}
              {h.getHours() === 0 && isClear(x(h.getTime())) && (
                <text x={x(h.getTime())} y={H - 5} textAnchor="middle" className="fill-ink text-[13px] font-semibold">
                  {format(h, "EEEE")}
                </text>
              )}
            </g>
          ))}
        <line x1={x(finishedMs)} x2={W} y1={LINE} y2={LINE} className="stroke-ink" strokeWidth="2" />
        {steps.map((s) => (
          <Mark key={s.task} step={s} x={x} nowMs={nowMs} />
        ))}
        <line x1={x(nowMs)} x2={x(nowMs)} y1={20} y2={H - 20} className="stroke-cut" strokeWidth="2.5" />
      </svg>
      <ol className="mt-1 columns-2 gap-x-8 text-[16px] max-sm:columns-1">
        {steps.map((s) => (
          <li key={s.task} className="flex break-inside-avoid justify-between gap-3 border-b border-rule py-1">
            <span className="whitespace-nowrap">
              <span aria-hidden="true">{s.answered ? "● " : "○ "}</span>
              {s.answered ? wordsOf(s) : CARE_WORDS[s.task].ask}
            </span>
            <span className="text-right text-muted">
              {s.answered
                ? atTime(Date.parse(s.answered.at), nowMs)
                : s.dueMs === null
                  ? `after unmoulding${s.window ? `, best ${atTime(s.window.bestMs, nowMs)}` : ""}`
                  : s.window
                    ? `${atTime(s.window.fromMs, nowMs)} to ${atTime(s.window.toMs, nowMs)}, best ${atTime(s.window.bestMs, nowMs)}`
                    : atTime(s.dueMs, nowMs)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function wordsOf({ task, answered }: CareStep): string {
  const { did, answers } = CARE_WORDS[task];
  if (answered?.answer === "done" || !answered) return did;
  return `${did}: ${answers[answered.answer] ?? answered.answer}`;
}

function Mark({ step, x, nowMs }: { step: CareStep; x: (ms: number) => number; nowMs: number }) {
  if (step.answered) return <circle cx={x(Date.parse(step.answered.at))} cy={LINE} r="7" className="fill-ink" />;
  if (step.window) {
    const { fromMs, bestMs, toMs } = step.window;
    const y = step.task === "cut" ? LINE + 50 : LINE + 18;
    return (
      <g>
        <rect
          x={x(fromMs)}
          width={Math.max(4, x(toMs) - x(fromMs))}
          y={y}
          height={24}
          className="fill-leaf/15 stroke-leaf"
          strokeWidth="1.5"
        />
        <line x1={x(bestMs)} x2={x(bestMs)} y1={y} y2={y + 24} className="stroke-leaf" strokeWidth="5" />
        <text x={x(bestMs) + 8} y={y + 17} className="fill-ink text-[13px] font-semibold">
          {CARE_WORDS[step.task].ask.toLowerCase()}, best {format(bestMs, "H:mm")}
        </text>
      </g>
    );
  }
  if (step.dueMs === null) return null;
  const isDue = step.dueMs <= nowMs;
  return (
    <g transform={`translate(${x(step.dueMs)} ${LINE})`}>
      <circle r="7" className={isDue ? "fill-amber stroke-amber" : "fill-sheet stroke-ink"} strokeWidth="2" />
    </g>
  );
}
