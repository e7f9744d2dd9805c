import { volumeMm3 } from "../../core/cut/leaves";
import type { PlannedCut } from "../../core/cut/planned";
import { kindsOf, sizeWords } from "../../core/cut/words";
import { sayer } from "../../core/units/sayer";
import { percent } from "../parts/format";
import { useUnits } from "../parts/units";

/** Less than this lost to something is not worth a word, g. */
const LEAST_G = 0.05;

/** What comes of the cuts: bars by size with their grams, and what is lost to what. */
export function Sums({ cut }: { cut: PlannedCut }) {
  const { grams, units } = useUnits();
  const { up, soap, loaf } = cut;
  const lostMm3 = up.trimMm3 + up.leftOverMm3 + up.wireMm3;
  const fresh = (mm3: number) => grams(mm3 * soap.wetGPerMm3);
  const lost = (
    [
      ["trimmed", up.trimMm3],
      ["left over", up.leftOverMm3],
      ["wire", up.wireMm3],
    ] as const
  ).flatMap(([what, mm3]) => (mm3 * soap.wetGPerMm3 < LEAST_G ? [] : [`${what} ${fresh(mm3)}`]));
  return (
    <div
      className="mt-3 flex flex-wrap items-baseline gap-x-8 gap-y-1 border-y border-ink py-1.5 text-[15px]"
      data-testid="cut-sums"
    >
      {kindsOf(up.bars).map(({ bar, count, sizeMm }) => (
        <span key={sizeMm.join()}>
          <strong className="font-head text-[22px]">{count}</strong> {count === 1 ? "bar" : "bars"}{" "}
          {sizeWords(sizeMm, sayer(units))}{" "}
          <span className="text-muted">
            {fresh(volumeMm3(bar))} fresh, {grams(volumeMm3(bar) * soap.curedGPerMm3)} cured
          </span>
        </span>
      ))}
      <span>
        <strong className="font-head text-[22px]">{percent((100 * lostMm3) / volumeMm3(loaf))}</strong> lost{" "}
        <span className="text-muted">{lost.length > 0 && `${fresh(lostMm3)}: ${lost.join(", ")}`}</span>
      </span>
    </div>
  );
}
