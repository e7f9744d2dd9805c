import type { Plan } from "../../core/document/schema";
import { useUnits } from "../parts/units";
import { CUT_WORDS, type Cut } from "./look";

function Slide({
  label,
  said,
  value,
  low = 0,
  high = 1,
  step = 0.005,
  onChange,
}: {
  label: string;
  said: string;
  value: number;
  low?: number;
  high?: number;
  step?: number;
  onChange(value: number): void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="whitespace-nowrap text-muted">{label}</span>
      <input
        type="range"
        className="min-w-20 flex-1 accent-ink"
        min={low}
        max={high}
        step={step}
        value={value}
        aria-valuetext={said}
        onChange={(e) => onChange(Number(e.currentTarget.value))}
      />
      <span className="w-16 whitespace-nowrap text-right font-num">{said}</span>
    </label>
  );
}

/** How the loaf is cut, and where. */
export function CutControls({
  cut,
  plan,
  levelMm,
  onChange,
}: {
  cut: Cut;
  plan: Plan;
  levelMm: number;
  onChange(cut: Cut): void;
}) {
  const { mm } = useUnits();
  const { lengthMm, widthMm } = plan.moulds[0];
  const set = (part: Partial<Cut>) => onChange({ ...cut, ...part });
  const isAlong = cut.kind === "across" || cut.kind === "tilted" || cut.kind === "block";
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
      <label className="flex items-center gap-1.5">
        <span className="text-muted">Cut</span>
        <select
          className="field"
          aria-label="Kind of cut"
          value={cut.kind}
          onChange={(e) => set({ kind: e.currentTarget.value as Cut["kind"] })}
        >
          {Object.entries(CUT_WORDS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {isAlong && (
        <div className="min-w-64 flex-1">
          <Slide label="at" value={cut.along} said={mm(cut.along * lengthMm)} onChange={(along) => set({ along })} />
        </div>
      )}
      {(cut.kind === "lengthwise" || cut.kind === "block") && (
        <div className="min-w-56 flex-1">
          <Slide
            label="from the near wall"
            value={cut.across}
            said={mm(cut.across * widthMm)}
            onChange={(across) => set({ across })}
          />
        </div>
      )}
      {cut.kind === "level" && (
        <div className="min-w-56 flex-1">
          <Slide label="above the floor" value={cut.up} said={mm(cut.up * levelMm)} onChange={(up) => set({ up })} />
        </div>
      )}
      {cut.kind === "tilted" && (
        <>
          <div className="min-w-44 flex-1">
            <Slide
              label="turned"
              low={-60}
              high={60}
              step={1}
              value={cut.turnDeg}
              said={`${cut.turnDeg}°`}
              onChange={(turnDeg) => set({ turnDeg })}
            />
          </div>
          <div className="min-w-44 flex-1">
            <Slide
              label="leaned"
              low={-60}
              high={60}
              step={1}
              value={cut.leanDeg}
              said={`${cut.leanDeg}°`}
              onChange={(leanDeg) => set({ leanDeg })}
            />
          </div>
        </>
      )}
    </div>
  );
}
