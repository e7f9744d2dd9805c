import type { Plan } from "../../core/document/schema";
import { Choose, worded } from "../parts/Choose";
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

const LEANS = [
  ["turned", "turnDeg"],
  ["leaned", "leanDeg"],
] as const;

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
        <Choose
          label="Kind of cut"
          value={cut.kind}
          options={worded(CUT_WORDS)}
          onChoose={(value) => set({ kind: value })}
        />
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
      {cut.kind === "tilted" &&
        LEANS.map(([label, field]) => (
          <div key={field} className="min-w-44 flex-1">
            <Slide
              label={label}
              low={-60}
              high={60}
              step={1}
              value={cut[field]}
              said={`${cut[field]}°`}
              onChange={(deg) => set({ [field]: deg })}
            />
          </div>
        ))}
    </div>
  );
}
