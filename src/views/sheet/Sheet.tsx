import { useEffect, useMemo, useState } from "react";
import { derive } from "../../core/plan/derive";
import { BatchHead } from "../parts/BatchHead";
import { grams } from "../parts/format";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/saver";
import { useBatch } from "../parts/useBatch";
import { CutFace } from "./CutFace";
import { FormulaPanel } from "./FormulaPanel";
import { MouldPanel } from "./MouldPanel";
import { PortionsPanel } from "./PortionsPanel";
import { PourClock } from "./PourClock";
import { PourList } from "./PourList";

/** The batch sheet: mould, formula, cups, predicted cut, pours and the pour clock, live together. */
export default function Sheet({ initial }: { initial: StoredBatch }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const derived = useMemo(() => derive(plan), [plan]);
  const [selectedPour, selectPour] = useState<string | null>(null);
  const isPoured = plan.record.startedAt !== null;

  const { undo, redo } = batch;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "z" || isPoured) return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo, isPoured]);

  const mould = plan.moulds[0];
  const poured = derived.masses?.moulds[0].pouredG;
  const props = { batch, derived, disabled: isPoured };
  return (
    <div className="flex h-screen min-h-[760px] min-w-[1180px] flex-col" data-testid="sheet">
      <BatchHead id={initial.id} batch={batch} tab="plan">
        drop swirl · loaf {mould.lengthMm} × {mould.widthMm} × {mould.heightMm} mm
        {poured ? ` · ${grams(poured)} poured` : ""}
      </BatchHead>
      <main className="mx-2.5 mb-2 flex min-h-0 flex-1 flex-col rounded-lg border-[1.5px] border-ink bg-sheet">
        <SaveTrouble batch={batch} />
        {isPoured && (
          <p className="notice-leaf mx-3 mt-2">
            This batch has been poured: its plan stands as it was. Copy it on the shelf to plan the next one.
          </p>
        )}
        <div className="grid min-h-0 flex-1 grid-cols-[268px_262px_minmax(320px,1fr)_284px] gap-x-4 px-3 pt-2">
          <div className="scroll-quiet flex min-h-0 flex-col gap-1.5 overflow-y-auto pr-1">
            <MouldPanel {...props} />
            <FormulaPanel {...props} />
          </div>
          <PortionsPanel {...props} />
          <CutFace plan={plan} derived={derived} />
          <PourList {...props} selected={selectedPour} onSelect={selectPour} />
        </div>
        <PourClock plan={plan} derived={derived} selected={selectedPour} onSelect={selectPour} />
      </main>
    </div>
  );
}
