import { COLOUR_TIMES, type ColourTime } from "../../core/colour/colourantSchema";
import { FAMILIES, FAMILY_IDS, type FamilyId } from "../../core/techniques/families/registry";
import { Choose } from "../parts/Choose";
import { Film } from "./Film";
import type { Beside } from "./look";
import { useOtherBatches } from "./useBeside";

const TIME_WORDS: Record<ColourTime, string> = { fresh: "at the pour", nextDay: "next day", cured: "cured" };

/** Below the cut: the film of the pour, what stands beside it, and how its colours are seen. */
export function PictureBar({
  batchId,
  family,
  film,
  beside,
  onBeside,
  time,
  onTime,
  isGrey,
  onGrey,
  onAnotherLoaf,
}: {
  batchId: string;
  family: FamilyId;
  film: Parameters<typeof Film>[0];
  beside: Beside;
  onBeside(beside: Beside): void;
  time: ColourTime;
  onTime(time: ColourTime): void;
  isGrey: boolean;
  onGrey(isGrey: boolean): void;
  /** Null where the design can no longer change. */
  onAnotherLoaf: (() => void) | null;
}) {
  const { batches, ask, problem } = useOtherBatches(batchId);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px]">
      <div className="min-w-52 flex-1">
        <Film {...film} />
      </div>
      <label className="flex items-center gap-1.5">
        <span className="text-muted">beside it</span>
        <Choose<Beside>
          className="field w-48"
          value={beside}
          onFocus={() => batches === null && ask()}
          options={[
            { value: "nothing", label: "nothing" },
            { value: "thicker", label: "poured a stage thicker" },
            { value: "thinner", label: "poured a stage thinner" },
            { value: "loaf", label: "another loaf of the same plan" },
          ]}
          groups={[
            {
              label: "The same cups as",
              options: FAMILY_IDS.filter((f) => f !== family).map((f) => ({
                value: `family:${f}`,
                label: FAMILIES[f].label.toLowerCase(),
              })),
            },
            {
              label: batches === null ? (problem ?? "Another batch: looking them up…") : "Another batch",
              options: (batches ?? []).map((b) => ({ value: `batch:${b.id}`, label: b.title })),
            },
          ]}
          onChoose={onBeside}
        />
      </label>
      <label className="flex items-center gap-1.5">
        <span className="text-muted">colours</span>
        <Choose
          value={time}
          options={COLOUR_TIMES.map((t) => ({ value: t, label: TIME_WORDS[t] }))}
          onChoose={onTime}
        />
      </label>
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={isGrey} onChange={(e) => onGrey(e.currentTarget.checked)} />
        greys only
      </label>
      <button
        type="button"
        className="button"
        disabled={onAnotherLoaf === null}
        title="Draws the hand's unevenness anew"
        onClick={() => onAnotherLoaf?.()}
      >
        Another loaf
      </button>
    </div>
  );
}
