import { TOOL_MM } from "../../core/families/registry";
import { STROKE_TOOLS } from "../../core/plan/operations";
import { NumberField } from "../parts/NumberField";
import type { DrawnPoint } from "./TopView";

export interface Draft {
  tool: (typeof STROKE_TOOLS)[number];
  pitchMm: number;
  /** Below the surface; null to the floor. */
  depthMm: number | null;
  points: DrawnPoint[];
}

export const START_DRAFT: Draft = { tool: "skewer", pitchMm: 5, depthMm: null, points: [] };

/** A stroke drawn by hand on the top: its tool, its depth, the pitch it snaps to. */
export function DrawPanel({
  draft,
  disabled,
  onChange,
  onLay,
}: {
  draft: Draft;
  disabled: boolean;
  onChange(draft: Draft): void;
  onLay(): void;
}) {
  const set = (part: Partial<Draft>) => onChange({ ...draft, ...part });
  return (
    <div className="flex flex-col gap-2 text-[13px]">
      <p className="text-muted">
        Draw on the top above with pointer or finger, or with arrow keys and Enter. Points snap to the pitch. The stroke
        is then made after all pours, as the last step.
      </p>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <label className="inline-flex items-baseline gap-1.5">
          <span className="text-muted">tool</span>
          <select
            className="field"
            value={draft.tool}
            onChange={(e) => set({ tool: e.currentTarget.value as Draft["tool"] })}
          >
            {STROKE_TOOLS.map((t) => (
              <option key={t} value={t}>
                {TOOL_MM[t].label}, {TOOL_MM[t].widthMm} mm
              </option>
            ))}
          </select>
        </label>
        <NumberField
          label="pitch"
          unit="mm"
          step={1}
          width="w-9"
          value={draft.pitchMm}
          onChange={(v) => {
            if (v === null || v < 1 || v > 60) return "goes from 1 to 60 mm";
            set({ pitchMm: v });
            return null;
          }}
        />
        <label className="inline-flex items-baseline gap-1.5">
          <span className="text-muted">goes</span>
          <select
            className="field"
            value={draft.depthMm === null ? "floor" : "top"}
            onChange={(e) => set({ depthMm: e.currentTarget.value === "floor" ? null : 10 })}
          >
            <option value="floor">to the floor</option>
            <option value="top">below the surface by</option>
          </select>
        </label>
        {draft.depthMm !== null && (
          <NumberField
            label="depth"
            unit="mm"
            step={1}
            width="w-9"
            value={draft.depthMm}
            onChange={(v) => {
              if (v === null || v < 1 || v > 400) return "goes from 1 to 400 mm";
              set({ depthMm: v });
              return null;
            }}
          />
        )}
      </div>
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="button-main button"
          disabled={disabled || draft.points.length < 2}
          onClick={onLay}
        >
          Lay this stroke
        </button>
        <button
          type="button"
          className="button"
          disabled={draft.points.length === 0}
          onClick={() => set({ points: [] })}
        >
          Start over
        </button>
        <span className="text-muted">{draft.points.length} points</span>
      </div>
    </div>
  );
}
