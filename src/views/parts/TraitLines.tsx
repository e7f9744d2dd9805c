import type { FormulaJudgement } from "../../core/batter/judge";

/** What a formula promises, each trait as a mark on a line with its likely range, and in words. */
export function TraitLines({ judgement }: { judgement: FormulaJudgement }) {
  return (
    <div>
      <ul className="grid gap-1.5">
        {judgement.traits.map((t) => (
          <li key={t.id} className="grid grid-cols-[118px_minmax(0,1fr)] items-center gap-x-3">
            <span className="font-semibold">{t.label}</span>
            <span>
              <svg viewBox="0 0 220 14" className="block h-3.5 w-full" preserveAspectRatio="none" aria-hidden="true">
                <line
                  x1="2"
                  x2="218"
                  y1="7"
                  y2="7"
                  className="stroke-rule"
                  strokeWidth="2"
                  vectorEffect="non-scaling-stroke"
                />
                <rect
                  x={2 + 216 * t.low}
                  y="3"
                  width={Math.max(3, 216 * (t.high - t.low))}
                  height="8"
                  className="fill-muted/35"
                />
                <rect x={1 + 216 * t.mid} y="0" width="2.5" height="14" className="fill-ink" />
              </svg>
              <span className="flex justify-between gap-2 text-[12px] leading-tight">
                <span className="text-muted">{t.ends[0]}</span>
                <span className="text-center">{t.words}</span>
                <span className="text-muted">{t.ends[1]}</span>
              </span>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1.5 flex items-center gap-2 text-[12.5px] text-muted">
        Uncoloured base
        <span className="inline-block h-5 w-12 border border-ink/40" style={{ background: judgement.baseFreshHex }} />
        at the pour
        <span className="inline-block h-5 w-12 border border-ink/40" style={{ background: judgement.baseCuredHex }} />
        cured. Estimates from fatty acids; grey shows the likely range.
      </p>
    </div>
  );
}
