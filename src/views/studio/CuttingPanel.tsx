import { Plus, X } from "lucide-react";
import type { Bars } from "../../core/cut/bars";
import { nextId } from "../../core/document/ids";
import { BoundNumber, BoundText } from "../parts/bound";
import { Choose } from "../parts/Choose";
import { IconButton } from "../parts/IconButton";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";
import { DecorationMarkSign } from "./TopView";

/** How the loaf will be cut and what decorates its bars, counted. */
export function CuttingPanel({ batch, bars, disabled }: { batch: OpenBatch; bars: Bars; disabled: boolean }) {
  const { plan } = batch;
  const { mm } = useUnits();
  const open = { ...batch, document: plan, disabled };
  const count = bars.middlesMm.length;
  return (
    <div className="flex flex-col gap-2 text-[13px]">
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        <BoundNumber open={open} path={["barThicknessMm"]} label="bars" quantity="length" width="w-12" />
        <BoundNumber open={open} path={["trimMm"]} label="cut off at either end" quantity="length" width="w-10" />
      </div>
      <p>
        <strong>{count}</strong> {count === 1 ? "bar" : "bars"} of {mm(plan.barThicknessMm)}
        {plan.trimMm > 0 && `, ${mm(plan.trimMm)} off either end`}
        {bars.endMm > 0.5 && `, an end piece of ${mm(bars.endMm)}`}. A wire takes 0.4 to 0.6 mm at every cut.
      </p>
      <h3 className="label !mb-0">On the top and pressed in</h3>
      {plan.decorations.length === 0 && (
        <p className="text-muted">
          Flowers, embeds, glitter lines: counted for every bar, shown on the cut marks above, and timed at the end of
          the pour.
        </p>
      )}
      <ul className="m-0 flex list-none flex-col gap-1 p-0">
        {plan.decorations.map((d, k) => {
          const at = (field: string) => ["decorations", `#${d.id}`, field];
          return (
            <li key={d.id} className="flex items-center gap-2">
              <DecorationMarkSign shape={k} />
              <BoundText open={open} path={at("name")} label="Decoration" hideLabel className="w-28" />
              <Choose
                label={`Where ${d.name} goes`}
                value={d.place}
                disabled={disabled}
                options={[
                  { value: "on-top", label: "on top" },
                  { value: "pressed-in", label: "pressed in" },
                ]}
                onChoose={(value) => batch.set(at("place"), value)}
              />
              <BoundNumber open={open} path={at("perBar")} label="a bar" width="w-8" step={1} decimals={0} />
              <span className="whitespace-nowrap font-num" data-testid="decoration-total">
                = {d.perBar * count}
              </span>
              <IconButton
                icon={X}
                label={`Remove ${d.name}`}
                className="ml-auto"
                disabled={disabled}
                onPress={() => {
                  batch.edit({ kind: "remove", path: ["decorations"], id: d.id });
                }}
              />
            </li>
          );
        })}
      </ul>
      <button
        type="button"
        className="button self-start"
        disabled={disabled || plan.decorations.length >= 12}
        onClick={() => {
          batch.edit({
            kind: "insert",
            path: ["decorations"],
            index: plan.decorations.length,
            item: { id: nextId(plan, "d"), name: "Decoration", place: "on-top", perBar: 1 } as {
              id: string;
            },
          });
          batch.seal();
        }}
      >
        <Plus size={14} /> Decoration
      </button>
      {plan.decorations.some((d) => d.place === "pressed-in") && (
        <p className="text-muted">Press in while the top still takes it, medium to thick; gloves on.</p>
      )}
    </div>
  );
}
