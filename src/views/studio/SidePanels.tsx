import { lazy, Suspense } from "react";
import type { Derived } from "../../core/derive/derive";
import type { Design } from "../../core/swirl/design";
import type { Frame } from "../../core/swirl/view";
import { layOut } from "../../core/techniques/families/registry";
import type { Variant } from "../../core/techniques/families/variants";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { worded } from "../parts/Choose";
import type { OpenBatch } from "../parts/useBatch";
import { CuttingPanel } from "./CuttingPanel";
import { type Draft, DrawPanel, operationOf } from "./DrawPanel";
import { Numbers } from "./Numbers";
import { PrintPanel } from "./PrintPanel";
import type { useNumbers } from "./useNumbers";
import { Variants } from "./Variants";

const LoafView = lazy(() => import("./LoafView"));

const PANELS = {
  numbers: "Numbers",
  variants: "Variants",
  draw: "Draw",
  cutting: "Bars",
  loaf: "In space",
  print: "Print",
};
export type PanelId = keyof typeof PANELS;

/** What stands beside the picture, one panel at a time. */
export function SidePanels({
  batch,
  derived,
  design,
  palette,
  numbers,
  progress,
  chosen,
  onChoose,
  draft,
  onDraft,
  cutMm,
  levelMm,
  pictures,
}: {
  batch: OpenBatch;
  derived: Derived;
  design: Design;
  palette: string[];
  numbers: ReturnType<typeof useNumbers>["numbers"];
  progress: ReturnType<typeof useNumbers>["progress"];
  chosen: PanelId;
  onChoose(panel: PanelId): void;
  draft: Draft;
  onDraft(draft: Draft): void;
  cutMm: number;
  levelMm: number;
  pictures: { face: FaceAnswer | undefined; top: FaceAnswer | undefined; frame: Frame };
}) {
  const { plan } = batch;
  const isPoured = plan.record.startedAt !== null;
  const pick = (v: Variant) => {
    batch.seal();
    batch.edit({
      kind: "all",
      edits: [
        { kind: "set", path: ["design"], value: { ...plan.design, knobs: v.knobs, seed: v.seed } },
        { kind: "set", path: ["operations"], value: layOut(plan, plan.design.family, v.knobs) },
        { kind: "set", path: ["schedule"], value: { order: [], locked: [], thin: {} } },
      ],
    });
    batch.seal();
  };
  const lay = () => {
    const item = operationOf(draft, plan);
    batch.edit({ kind: "insert", path: ["operations"], index: plan.operations.length, item });
    onDraft({ ...draft, spots: [] });
  };
  const panel = {
    numbers: () => <Numbers {...{ plan, design, palette, numbers, progress }} shades={derived.shades} />,
    variants: () =>
      isPoured ? (
        <p className="text-muted">This batch has been poured: copy it on the shelf to vary it.</p>
      ) : (
        <Variants plan={plan} shape={Math.max(0.1, levelMm / plan.moulds[0].widthMm)} onPick={pick} />
      ),
    draw: () => <DrawPanel draft={draft} disabled={isPoured} onChange={onDraft} onLay={lay} />,
    cutting: () => <CuttingPanel batch={batch} bars={derived.bars} disabled={isPoured} />,
    loaf: () => (
      <Suspense fallback={<p className="text-muted">One moment…</p>}>
        <LoafView design={design} palette={palette} cutMm={cutMm} levelMm={levelMm} />
      </Suspense>
    ),
    print: () => (
      <PrintPanel
        plan={plan}
        derived={derived}
        palette={palette}
        face={pictures.face}
        top={pictures.top}
        faceSizeMm={{ widthMm: pictures.frame.widthMm, heightMm: pictures.frame.heightMm }}
      />
    ),
  }[chosen];
  return (
    <>
      <div className="flex gap-1" role="tablist" aria-label="Beside the picture">
        {worded(PANELS).map(({ value: id, label }) => (
          <button
            key={id}
            type="button"
            role="tab"
            id={`studio-tab-${id}`}
            aria-selected={chosen === id}
            aria-controls="studio-panel"
            className={`border-b-2 px-2 py-0.5 text-[13px] ${chosen === id ? "border-ink font-semibold" : "border-transparent text-muted hover:border-rule"}`}
            onClick={() => onChoose(id)}
          >
            {label}
          </button>
        ))}
      </div>
      <div
        id="studio-panel"
        role="tabpanel"
        aria-labelledby={`studio-tab-${chosen}`}
        className="scroll-quiet min-h-0 flex-1 overflow-y-auto pr-1"
      >
        {panel()}
      </div>
    </>
  );
}
