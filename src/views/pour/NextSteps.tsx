import type { TurnBack } from "../../core/advise/turnBack";
import { clock } from "../parts/format";
import type { Pour } from "./usePour";

/** The next two steps, and what to watch. */
export function NextSteps({ pour, turnBacks }: { pour: Pour; turnBacks: readonly TurnBack[] }) {
  const { steps, critical } = pour.derived.timeline!;
  const next = steps
    .slice(pour.currentIndex + 1)
    .filter((s) => !s.done && s.id !== pour.beside?.atHand.step.id)
    .slice(0, 2);
  const tight = steps.find((s) => s.id === critical?.stepId);
  // A moment that is past is not offered any more.
  const turn = turnBacks.find((t) => t.latestS > pour.nowS);
  const words = (id: string) => pour.derived.instructions.get(id);
  return (
    <footer className="grid grid-cols-3 border-t-2 border-ink max-sm:grid-cols-1">
      {[0, 1].map((i) => (
        <div key={i} className="min-h-[118px] border-r border-rule px-7 py-3">
          <p className="text-[15px] text-muted">{i === 0 ? "then" : "after that"}</p>
          <p className="text-[20px] leading-snug">{next[i] ? words(next[i].id)?.title : "nothing more"}</p>
          {next[i] && (
            <p className="line-clamp-2 text-[15px] leading-snug text-muted narrow:line-clamp-none">
              {words(next[i].id)?.detail}
            </p>
          )}
        </div>
      ))}
      <div className="px-7 py-3">
        <p className="text-[15px] text-muted">{turn ? `if it runs before ${clock(turn.latestS)}` : "tightest"}</p>
        {turn ? (
          <p className="text-[20px] leading-snug">
            <strong className="text-cut">Turn back by {clock(turn.latestS)}:</strong> {turn.words}
          </p>
        ) : tight && critical ? (
          <p className="text-[20px] leading-snug">
            {words(tight.id)?.title}:{" "}
            {critical.missed ? (
              <strong className="text-cut">{critical.missed} by then</strong>
            ) : (
              <strong>{clock(critical.slackS ?? 0)} to spare</strong>
            )}
          </p>
        ) : (
          <p className="text-[20px]">no window is near its end</p>
        )}
      </div>
    </footer>
  );
}
