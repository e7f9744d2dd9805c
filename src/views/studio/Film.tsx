import { Pause, Play } from "lucide-react";
import { useEffect } from "react";

const STEP_MS = 450;

/** The pour as a film: a step at a time by slider, or played. `step` null is the finished loaf. */
export function Film({
  count,
  step,
  words,
  isPlaying,
  onStep,
  onPlay,
}: {
  count: number;
  step: number | null;
  words: string;
  isPlaying: boolean;
  onStep(step: number | null): void;
  onPlay(isPlaying: boolean): void;
}) {
  const at = step ?? count;
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setTimeout(() => {
      if (at >= count) {
        onPlay(false);
        onStep(null);
      } else onStep(at + 1);
    }, STEP_MS);
    return () => clearTimeout(timer);
  }, [isPlaying, at, count, onPlay, onStep]);
  return (
    <div className="flex items-center gap-2 text-[13px]">
      <button
        type="button"
        className="icon-button"
        aria-label={isPlaying ? "Pause the film of the pour" : "Play the pour as a film"}
        onClick={() => {
          if (!isPlaying && at >= count) onStep(0);
          onPlay(!isPlaying);
        }}
      >
        {isPlaying ? <Pause size={16} /> : <Play size={16} />}
      </button>
      <input
        type="range"
        className="w-32 accent-ink"
        aria-label="Step of the pour"
        min={0}
        max={count}
        step={1}
        value={at}
        aria-valuetext={words}
        onChange={(e) => {
          const next = Number(e.currentTarget.value);
          onPlay(false);
          onStep(next >= count ? null : next);
        }}
      />
      <span className="min-w-0 flex-1 truncate text-muted" title={words}>
        {words}
      </span>
    </div>
  );
}
