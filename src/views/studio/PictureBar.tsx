import { COLOUR_TIMES, type ColourTime } from "../../core/colour/colourantSchema";
import { FAMILIES, FAMILY_IDS, type FamilyId } from "../../core/techniques/families/registry";
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
        <select
          className="field w-48"
          value={beside}
          onFocus={() => batches === null && ask()}
          onChange={(e) => onBeside(e.currentTarget.value as Beside)}
        >
          <option value="nothing">nothing</option>
          <option value="thicker">poured a stage thicker</option>
          <option value="thinner">poured a stage thinner</option>
          <option value="loaf">another loaf of the same plan</option>
          <optgroup label="The same cups as">
            {FAMILY_IDS.filter((f) => f !== family).map((f) => (
              <option key={f} value={`family:${f}`}>
                {FAMILIES[f].label.toLowerCase()}
              </option>
            ))}
          </optgroup>
          <optgroup label="Another batch">
            {batches === null && <option disabled>{problem ?? "looking them up…"}</option>}
            {batches?.map((b) => (
              <option key={b.id} value={`batch:${b.id}`}>
                {b.title}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        <span className="text-muted">colours</span>
        <select className="field" value={time} onChange={(e) => onTime(e.currentTarget.value as ColourTime)}>
          {COLOUR_TIMES.map((t) => (
            <option key={t} value={t}>
              {TIME_WORDS[t]}
            </option>
          ))}
        </select>
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
