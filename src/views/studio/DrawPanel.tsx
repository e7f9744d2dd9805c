import { nextId } from "../../core/document/ids";
import type { Plan } from "../../core/document/schema";
import type { Operation } from "../../core/techniques/operations/registry";
import { STROKE_TOOLS, TOOLS } from "../../core/techniques/tools";
import { Choose } from "../parts/Choose";
import { NumberField } from "../parts/NumberField";
import { useUnits } from "../parts/units";
import type { Spot } from "./DrawSurface";

export interface Draft {
  /** On the top with a tool that stands upright, or on the end of the loaf with a hanger's wire. */
  on: "top" | "end";
  tool: (typeof STROKE_TOOLS)[number];
  wireMm: number;
  pitchMm: number;
  /** Below the surface; null to the floor. */
  depthMm: number | null;
  spots: Spot[];
}

export const START_DRAFT: Draft = { on: "top", tool: "skewer", wireMm: 4, pitchMm: 5, depthMm: null, spots: [] };

/** The operation that a drawn way becomes. */
export function operationOf(draft: Draft, plan: Plan): Operation {
  const common = { id: nextId(plan, "o"), mouldId: plan.moulds[0].id, path: "free" as const, loops: 1 };
  if (draft.on === "end")
    return {
      kind: "wire",
      ...common,
      thicknessMm: draft.wireMm,
      points: draft.spots.map(([yMm, zMm]) => ({ yMm, zMm })),
    };
  return {
    kind: "stroke",
    ...common,
    tool: draft.tool,
    pitchMm: Math.max(2, draft.pitchMm),
    depthMm: draft.depthMm,
    points: draft.spots.map(([xMm, yMm]) => ({ xMm, yMm })),
  };
}

/** A way drawn by hand: where, its tool, its depth, the pitch it snaps to. */
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
      <fieldset className="flex gap-4 border-0 p-0">
        <legend className="sr-only">Where to draw</legend>
        {(["top", "end"] as const).map((on) => (
          <label key={on} className="inline-flex items-center gap-1.5">
            <input type="radio" name="draw-on" checked={draft.on === on} onChange={() => set({ on, spots: [] })} />
            {on === "top" ? "a tool, on the top" : "a hanger, on the end of the loaf"}
          </label>
        ))}
      </fieldset>
      <p className="text-muted">
        {draft.on === "top"
          ? "Draw on the top above with pointer or finger, or with arrow keys and Enter."
          : "Draw on the large cut with pointer or finger, or with arrow keys and Enter: the wire lies along the loaf and moves as you draw."}{" "}
        Points snap to the pitch. It is then made after all pours, as the last step.
      </p>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {draft.on === "top" ? (
          <ToolFields draft={draft} set={set} />
        ) : (
          <LengthField label="wire" value={draft.wireMm} least={0.5} most={12} onChange={(wireMm) => set({ wireMm })} />
        )}
        <LengthField label="pitch" value={draft.pitchMm} least={1} most={60} onChange={(pitchMm) => set({ pitchMm })} />
      </div>
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="button-main button"
          disabled={disabled || draft.spots.length < 2}
          onClick={onLay}
        >
          Lay this stroke
        </button>
        <button type="button" className="button" disabled={draft.spots.length === 0} onClick={() => set({ spots: [] })}>
          Start over
        </button>
        <span className="text-muted">{draft.spots.length} points</span>
      </div>
    </div>
  );
}

function ToolFields({ draft, set }: { draft: Draft; set(part: Partial<Draft>): void }) {
  return (
    <>
      <label className="inline-flex items-baseline gap-1.5">
        <span className="text-muted">tool</span>
        <Choose
          value={draft.tool}
          options={STROKE_TOOLS.map((t) => ({ value: t, label: `${TOOLS[t].label}, ${TOOLS[t].widthMm} mm` }))}
          onChoose={(value) => set({ tool: value })}
        />
      </label>
      <label className="inline-flex items-baseline gap-1.5">
        <span className="text-muted">goes</span>
        <Choose
          value={draft.depthMm === null ? "floor" : "top"}
          options={[
            { value: "floor", label: "to the floor" },
            { value: "top", label: "below the surface by" },
          ]}
          onChoose={(value) => set({ depthMm: value === "floor" ? null : 10 })}
        />
      </label>
      {draft.depthMm !== null && (
        <LengthField
          label="depth"
          value={draft.depthMm}
          least={1}
          most={400}
          onChange={(depthMm) => set({ depthMm })}
        />
      )}
    </>
  );
}

function LengthField(o: { label: string; value: number; least: number; most: number; onChange(value: number): void }) {
  const { mm } = useUnits();
  return (
    <NumberField
      label={o.label}
      quantity="length"
      step={1}
      width="w-9"
      value={o.value}
      onChange={(v) => {
        if (v === null || v < o.least || v > o.most) return `goes from ${mm(o.least)} to ${mm(o.most)}`;
        o.onChange(v);
        return null;
      }}
    />
  );
}
