import { parseISO } from "date-fns";
import { useState } from "react";
import { batchCode, LABEL_SHEETS, type Label, labelLines, labelSheets } from "../../core/print/labels";
import { byId } from "../../core/units/byId";
import { BoundText } from "../parts/bound";
import { Choose, labelled } from "../parts/Choose";
import { format } from "../parts/dates";
import { NumberField } from "../parts/NumberField";
import { drawingPdf } from "../parts/pdf";
import { Section } from "../parts/Section";
import { fileName, save } from "../parts/saveFile";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";

/** Labels of the bars as sheets to print: name, code, day, cured mass, and the maker's own words. */
export function Labels({
  id,
  batch,
  readyOn,
  curedG,
  bars,
}: {
  id: string;
  batch: OpenBatch;
  readyOn: string;
  curedG: number | null;
  bars: number;
}) {
  const { plan } = batch;
  const { grams } = useUnits();
  const [sheetId, setSheet] = useState<string>(LABEL_SHEETS[0].id);
  const [count, setCount] = useState(bars);
  const [skip, setSkip] = useState(0);
  const sheet = byId(LABEL_SHEETS, sheetId);
  const pouredOn = plan.record.startedAt!.slice(0, 10);
  const label: Label = {
    name: plan.title,
    facts: [
      `Batch ${batchCode(id, pouredOn)}`,
      `cured ${format(parseISO(readyOn), "d MMM yyyy")}`,
      ...(curedG === null ? [] : [`about ${grams(curedG)}`]),
    ].join(", "),
    ...plan.label,
  };
  const { isCut } = labelLines(label, sheet.labelMm);
  const whole = (v: number | null, low: number, high: number, take: (n: number) => void) => {
    if (v === null || !Number.isInteger(v) || v < low || v > high) return `a whole number from ${low} to ${high}`;
    take(v);
    return null;
  };
  const print = async () => {
    const pdf = await drawingPdf(...labelSheets(label, sheet, count, skip));
    save(`${fileName(plan.title, "labels")}.pdf`, new Blob([pdf], { type: "application/pdf" }));
  };
  const open = { document: plan, set: batch.set, seal: batch.seal };
  return (
    <Section head="Labels" headClass="text-[19px]" className="mt-5">
      <p className="mt-1">
        <strong>{label.name}</strong>, {label.facts}
      </p>
      <BoundText
        open={open}
        path={["label", "ingredients"]}
        label="ingredients, as you word them"
        className="mt-1 block w-full"
        rows={4}
      />
      <BoundText open={open} path={["label", "more"]} label="what else stands on it" className="mt-1 block w-full" />
      <p className="mt-2 flex flex-wrap items-baseline gap-x-3 gap-y-1.5">
        <NumberField label="labels" decimals={0} value={count} onChange={(v) => whole(v, 1, 500, setCount)} />
        <NumberField
          label="places used up"
          decimals={0}
          value={skip}
          onChange={(v) => whole(v, 0, sheet.across * sheet.down - 1, setSkip)}
        />
        <Choose label="Sheet of labels" value={sheetId} options={labelled(LABEL_SHEETS)} onChoose={setSheet} />
      </p>
      {isCut && <p className="mt-1 text-amber">Not all of it finds room on a label of this size.</p>}
      <button type="button" className="button mt-2 min-h-[44px]" onClick={() => void print()}>
        Labels as PDF
      </button>
      <p className="mt-1 text-[13px] text-muted">
        What a label must say is decided by the rules of where it is sold: look them up. The mass is an estimate until
        it is weighed.
      </p>
    </Section>
  );
}
