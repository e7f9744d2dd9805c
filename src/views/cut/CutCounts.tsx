import { type CutCount, type DueBar, FINDING_WORDS } from "../../core/cut/cutDay";
import { KeyHint } from "../keys/KeyHint";
import { CUT_DAY_KEYS } from "../keys/screens";
import { OneOf } from "../parts/OneOf";
import { useUnits } from "../parts/units";

const FATES = (["keep", "sample"] as const).map((value) => ({
  value,
  label: (
    <>
      {{ keep: "keep it a year", sample: "a sample" }[value]} <KeyHint of={CUT_DAY_KEYS[value]} />
    </>
  ),
}));

/** What the bar in hand should weigh and where it goes, and what came of the loaf so far. */
export function CutCounts({
  count,
  bar,
  onFate,
}: {
  count: CutCount;
  bar: DueBar;
  onFate: (fate: "keep" | "sample") => void;
}) {
  const { grams } = useUnits();
  return (
    <>
      <p className="mt-1 text-[13px] text-muted">
        {grams(bar.plannedG)} planned, fresh
        {count.weighed &&
          `; ${count.weighed.count} weighed, ${grams(count.weighed.meanG)} in the mean where ${grams(count.weighed.plannedG)} were planned`}
      </p>
      <div className="mt-2 flex gap-1.5">
        <OneOf options={FATES} value={bar.noted?.fate} className="button !min-h-[46px] flex-1" onChoose={onFate} />
      </div>
    </>
  );
}

/** What came of the loaf so far, in a line. */
export const CutTally = ({ count }: { count: CutCount }) => (
  <p className="mt-3" aria-live="polite" data-testid="cut-count">
    <strong className="font-head text-[22px]">{count.came}</strong> of {count.all} bars
    {count.came > 0 && `, ${count.asPredicted} as predicted`}
    {count.kept > 0 && `, ${count.kept} kept`}
    {count.samples > 0 && `, ${count.samples} ${count.samples === 1 ? "sample" : "samples"}`}
    {count.findings.length > 0 && `. ${count.findings.map((f) => `${FINDING_WORDS[f.what]} in ${f.bars}`).join(", ")}`}
  </p>
);
