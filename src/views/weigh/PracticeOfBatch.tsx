import { BoundNumber, BoundSelect } from "../parts/bound";
import { PracticeFields } from "../parts/PracticeFields";
import type { OpenBatch } from "../parts/useBatch";
import { editable } from "../sheet/panel";

/** How this batch is worked: the studio's practice when it was made, changed here for this batch alone. */
export function PracticeOfBatch({ batch, disabled }: { batch: OpenBatch; disabled: boolean }) {
  const open = editable(batch, disabled);
  return (
    <section aria-label="How this batch is worked" className="mt-2 print:hidden">
      <h2 className="border-b-[1.5px] border-ink text-[15px]">How this batch is worked</h2>
      <div className="mt-1.5">
        <PracticeFields open={open} path={["practice"]} schools={["measuring", "gel", "cover", "ash"]} />
        <p className="mt-1.5 flex flex-wrap items-baseline gap-x-5 gap-y-1">
          <BoundSelect
            open={open}
            path={["measures", "spoons"]}
            label="teaspoons in doses are"
            options={[
              { value: "us", label: "US, 4.93 mL" },
              { value: "metric", label: "metric, 5 mL" },
            ]}
          />
          <BoundNumber
            open={open}
            path={["measures", "scoopMl"]}
            label="own scoop"
            unit="mL"
            decimals={2}
            step={0.05}
          />
        </p>
        <p className="mt-1.5">
          <BoundNumber open={open} path={["residualWaterPct"]} label="water left in a cured bar" unit="%" />
        </p>
      </div>
    </section>
  );
}
