import { Fragment } from "react";
import type { Shade } from "../../core/derive/shades";
import type { Plan } from "../../core/document/schema";
import type { Design } from "../../core/swirl/design";
import { designWarnings, tracksOf } from "../../core/swirl/judge";
import type { DesignNumbers } from "../../core/swirl/metrics";
import { type Sayer, sayer } from "../../core/units/sayer";
import { useUnits } from "../parts/units";

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What is measured of the bar faces besides their colours. */
const MEASURES: readonly { label: string; say(numbers: DesignNumbers, sayer: Sayer): string }[] = [
  { label: "Width of a line", say: (n, sayer) => sayer.mm(n.lineMm) },
  { label: "Too fine to tell apart", say: (n) => `${percent(n.muddiness)} of the face` },
  { label: "Likeness of neighbouring bars", say: (n) => percent(n.likeness) },
  { label: "Differs from top to floor", say: (n) => percent(n.drift) },
];

/** The measures of two pictures that stand side by side. */
export function PairNumbers({ own, other, words }: { own: DesignNumbers; other: DesignNumbers | null; words: string }) {
  const { units } = useUnits();
  const speaker = sayer(units);
  return (
    <table className="mx-auto my-2 text-[13px]">
      <caption className="sr-only">Measures of both, estimated</caption>
      <thead className="text-muted">
        <tr>
          <td />
          <th className="px-4 text-right font-normal">as planned</th>
          <th className="text-right font-normal">{words}</th>
        </tr>
      </thead>
      <tbody>
        {MEASURES.map(({ label, say }) => (
          <tr key={label} className="border-t border-rule">
            <th className="py-0.5 text-left font-normal">{label}</th>
            <td className="px-4 text-right font-num">{say(own, speaker)}</td>
            <td className="text-right font-num">{other ? say(other, speaker) : "measuring…"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the picture yields: how much of each colour the bars show, how fine, how mixed, how alike; and what to mind. */
export function Numbers({
  plan,
  design,
  shades,
  palette,
  numbers,
  progress,
}: {
  plan: Plan;
  design: Design;
  shades: readonly Shade[];
  palette: string[];
  numbers: DesignNumbers | null;
  progress: number | null;
}) {
  const { units } = useUnits();
  const speaker = sayer(units);
  const names = [...plan.portions, ...shades].map((s) => s.name);
  const warnings = numbers ? designWarnings(numbers, names, design.pours, speaker, tracksOf(design)) : [];
  return (
    <div className="text-[13px]" aria-busy={progress !== null}>
      {progress !== null && (
        <p className="text-muted">
          Measuring the bars… <progress className="align-middle" value={progress} max={1} aria-label="Bars measured" />
        </p>
      )}
      {numbers && (
        <>
          {warnings.length > 0 && (
            <ul className="mb-2 flex flex-col gap-1" aria-label="What to mind in this design">
              {warnings.map((w) => (
                <li key={w} className="notice-amber">
                  {w}
                </li>
              ))}
            </ul>
          )}
          <table className="w-full">
            <caption className="text-left text-muted">Share of each colour on the bar faces, estimated</caption>
            <tbody>
              {names.map((name, c) => (
                <tr key={`${c}:${name}`}>
                  <th className="py-0.5 pr-2 text-left font-normal">
                    <span
                      aria-hidden="true"
                      className="mr-1.5 inline-block size-3 border border-ink/40 align-[-1px]"
                      style={{ background: palette[c] }}
                    />
                    {name}
                  </th>
                  <td className="text-right font-num">{percent(numbers.shares[c] ?? 0)}</td>
                  <td className="pl-2 text-muted">
                    ± {Math.max(0.1, 100 * (numbers.spread[c] ?? 0)).toFixed(1)} % from bar to bar
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
            {MEASURES.map(({ label, say }) => (
              <Fragment key={label}>
                <dt>{label}</dt>
                <dd className="text-right font-num">{say(numbers, speaker)}</dd>
              </Fragment>
            ))}
          </dl>
          <p className="mt-1 text-[12px] text-muted">
            Likeness: 0 % as alike as chance makes them, 100 % the same picture. Top to floor: upper against lower third
            of the face.
          </p>
        </>
      )}
    </div>
  );
}
