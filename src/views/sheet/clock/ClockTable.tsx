import type { Chances } from "../../../core/clock/chance";
import type { Plan } from "../../../core/document/schema";
import type { Timeline } from "../../../core/prepare/timeline";
import { stepName } from "../../../core/prepare/words";
import { clock, span } from "../../parts/format";

interface Props {
  plan: Plan;
  timeline: Timeline;
  chances: Chances | null;
  selected: string | null;
  onSelect: (id: string) => void;
  /** Sets the maker's own words to a step; absent where they cannot be changed any more. */
  onWords?: (stepId: string, words: string) => void;
}

const range = (s: { low: number; high: number }) => `${clock(s.low)} – ${clock(s.high)}`;
/** When batter that is waited for stands: "stands at about minute 41 (33 to 52)". */
const standsAt = (startS: number, s: { low: number; high: number }) => {
  const minute = (v: number) => Math.round(v / 60);
  return `stands at about minute ${minute(startS)} (${minute(s.low)} to ${minute(s.high)})`;
};
const percent = (v: number) => `${Math.round(100 * v)} %`;

/** The same facts as the ribbons, step by step. */
export function ClockTable({ plan, timeline, chances, selected, onSelect, onWords }: Props) {
  const byId = new Map(chances?.steps.map((s) => [s.stepId, s]));
  return (
    <div className="scroll-quiet h-[180px] overflow-y-auto">
      <table className="w-full max-w-[1220px] text-[13px]">
        <thead className="sticky top-0 bg-sheet text-left text-[12.5px] text-muted">
          <tr>
            {[
              "step",
              "begins",
              "likely",
              "takes",
              "trace",
              "window",
              "to spare",
              "chance",
              "fit",
              "own words to it",
            ].map((h) => (
              <th key={h} className="font-normal">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {timeline.steps.map((s) => {
            const c = byId.get(s.id);
            return (
              <tr key={s.id} className={`border-t border-rule/60 ${s.id === selected ? "bg-paper" : ""}`}>
                <td>
                  <button
                    type="button"
                    className="text-left underline-offset-2 hover:underline"
                    onClick={() => onSelect(s.id)}
                  >
                    {stepName(plan, s)}
                  </button>
                  {s.done ? " (done)" : ""}
                </td>
                <td>{clock(s.startS)}</td>
                <td className="text-muted">{c ? range(c.startS) : ""}</td>
                <td>
                  {span(s.endS - s.startS)}
                  {s.waitS > 0 ? ` after ${span(s.waitS)} of waiting` : ""}
                  {s.waitS > 60 && c ? `: ${standsAt(s.startS, c.startS)}` : ""}
                </td>
                <td>{s.startTrace >= 1 ? s.startTrace.toFixed(1) : "–"}</td>
                <td>{s.window ? `${s.window.low} to ${s.window.high}` : ""}</td>
                <td>{s.slackS === null ? "" : span(s.slackS)}</td>
                <td className={c?.chance !== null && c && c.chance < 0.9 ? "font-semibold text-cut" : ""}>
                  {c?.chance === null || !c
                    ? ""
                    : `${percent(c.chance)}${c.tooThick > 0.05 ? ", thick" : c.tooThin > 0.05 ? ", thin" : ""}`}
                </td>
                <td>{c && s.window ? percent(c.quality) : ""}</td>
                <td>
                  <input
                    className="field w-44 narrow:min-h-[44px]"
                    aria-label={`Own words to ${stepName(plan, s)}`}
                    placeholder={s.kind === "pour" ? "rows, not across" : ""}
                    maxLength={200}
                    disabled={!onWords}
                    value={plan.stepWords[s.id] ?? ""}
                    onChange={(e) => onWords?.(s.id, e.target.value)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
