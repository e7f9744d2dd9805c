import { parseISO } from "date-fns";
import { useState } from "react";
import type { Weighing } from "../../core/cure/cureSchema";
import { idMaker } from "../../core/document/ids";
import { format } from "../parts/dates";
import { FromScale, useBarOnScale } from "../parts/FromScale";
import { NumberField } from "../parts/NumberField";
import { PutForm } from "../parts/PutForm";
import { RemoveButton } from "../parts/RemoveButton";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";

const PATH = ["record", "cure", "weighings"] as const;

/** Masses of the marked bars by day: a row for a day, a column for a bar; what is put in is the row of a day. */
export function Weighings({ batch, today, marks }: { batch: OpenBatch; today: string; marks: readonly string[] }) {
  const { grams } = useUnits();
  const scale = useBarOnScale();
  const { weighings } = batch.plan.record.cure;
  const [on, setOn] = useState(today);
  const [bar, setBar] = useState(marks[0] ?? "1");
  const [massG, setMass] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const bars = [...new Set(weighings.map((w) => w.bar))].sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
  const days = [...new Set(weighings.map((w) => w.on))].sort();
  const of = (d: string, b: string) => weighings.find((w) => w.on === d && w.bar === b);
  const put = (weighedG: number | null) => {
    if (weighedG === null) return setTrouble("say what the bar weighs");
    if (on > today) return setTrouble("this day is still to come");
    const known = of(on, bar.trim());
    const item: Weighing = { id: known?.id ?? idMaker(batch.plan)("w"), on, bar: bar.trim(), massG: weighedG };
    const refused = batch.set(PATH, [...weighings.filter((w) => w !== known), item]);
    batch.seal();
    setTrouble(refused);
    if (refused !== null) return;
    setMass(null);
    const place = marks.indexOf(item.bar);
    if (place >= 0 && place < marks.length - 1) setBar(marks[place + 1]);
  };
  return (
    <div>
      <PutForm noValidate className="flex flex-wrap items-end gap-x-4 gap-y-2" onPut={() => put(massG)}>
        <label className="text-muted">
          on{" "}
          <input
            type="date"
            className="field"
            value={on}
            max={today}
            onChange={(e) => setOn(e.currentTarget.value || today)}
          />
        </label>
        <label className="text-muted">
          bar{" "}
          <input
            className="field w-14"
            value={bar}
            maxLength={12}
            aria-label="Mark of the bar"
            onChange={(e) => setBar(e.currentTarget.value)}
          />
        </label>
        <NumberField
          label="weighs"
          quantity="mass"
          isNullable
          width="w-16"
          value={massG}
          onChange={(v) => {
            setMass(v);
            return null;
          }}
        />
        <button type="submit" className="button button-main min-h-[44px]">
          Put it down
        </button>
        <FromScale scale={scale} onTake={put} />
      </PutForm>
      {trouble && (
        <p role="alert" className="mt-1 text-amber">
          {trouble}
        </p>
      )}
      {days.length > 0 && (
        <div className="scroll-quiet mt-3 overflow-x-auto">
          <table className="border-collapse" aria-label="Weighings">
            <thead>
              <tr className="border-b-[1.5px] border-ink text-left text-muted">
                <th className="pr-5 font-normal">on</th>
                {bars.map((b) => (
                  <th key={b} className="px-3 text-right font-normal">
                    bar {b}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {days.map((d) => (
                <tr key={d} className="border-b border-rule">
                  <td className="py-[3px] pr-5">{format(parseISO(d), "EEE d MMM")}</td>
                  {bars.map((b) => {
                    const w = of(d, b);
                    return (
                      <td key={b} className="px-3 text-right">
                        {w && (
                          <span className="inline-flex items-center gap-1">
                            {grams(w.massG)}
                            <RemoveButton
                              label={`Take away: bar ${b} on ${d}`}
                              onRemove={() => {
                                batch.edit({ kind: "remove", path: PATH, id: w.id });
                              }}
                            />
                          </span>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
