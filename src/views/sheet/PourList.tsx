import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Plus } from "lucide-react";
import { nextId } from "../../core/plan/newPlan";
import type { Operation } from "../../core/plan/schema";
import { useUnits } from "../parts/units";
import { PourRow } from "./PourRow";
import type { PanelProps } from "./panel";

type Props = PanelProps & { selected: string | null; onSelect: (id: string | null) => void };

/** The pours in order: dragged, duplicated, edited in place. */
export function PourList({ batch, derived, disabled, selected, onSelect }: Props) {
  const { plan } = batch;
  const { units } = useUnits();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const index = plan.operations.findIndex((o) => o.id === over.id);
    batch.edit({ kind: "move", path: ["operations"], id: String(active.id), index });
  };
  const add = (kind: Operation["kind"]) => {
    const poured = (id: string) =>
      plan.operations.reduce((sum, o) => sum + (o.portionId === id && o.kind !== "topLine" ? o.cupPct : 0), 0);
    const fullest = [...plan.portions].sort((a, b) => poured(a.id) - poured(b.id))[0];
    const portion = kind === "topLine" ? (plan.portions.find((p) => p.keptBackPct > 0) ?? fullest) : fullest;
    const left = Math.max(0, Math.min(100, 100 - poured(portion.id)));
    const base = { id: nextId(plan.operations, "o"), mouldId: plan.moulds[0].id, portionId: portion.id };
    const acrossMm = Math.round(plan.moulds[0].widthMm / 2);
    const item: Operation =
      kind === "layer"
        ? { ...base, kind, cupPct: left }
        : kind === "topLine"
          ? { ...base, kind, keptBackPct: 50, acrossMm }
          : { ...base, kind, cupPct: Math.min(left, 30), acrossMm, height: "mid", passes: 1 };
    const error = batch.edit({
      kind: "insert",
      path: ["operations"],
      index: kind === "layer" ? 0 : plan.operations.length,
      item,
    });
    if (!error) onSelect(item.id);
  };
  const steps = new Map(derived.timeline?.steps.map((s) => [s.id, s]));
  const freeId = nextId(plan.operations, "o");
  const drops = plan.operations.filter((o) => o.kind === "stripe").length;

  return (
    <section aria-labelledby="pours-head" className="flex min-h-0 flex-col border-l border-rule pl-3">
      <div className="flex items-baseline gap-2">
        <h2 id="pours-head" className="text-[15px]">
          Pours
        </h2>
        <span className="text-[12.5px] text-muted">
          {plan.operations.length}, {drops} of them drops
        </span>
      </div>
      <div className="mt-0.5 grid grid-cols-[14px_minmax(0,1fr)_36px_52px_30px_44px] gap-x-1 border-b border-rule pb-0.5 text-[12px] text-muted">
        <span />
        <span>colour</span>
        <span className="text-right" title="from the near wall">
          {units.length}
        </span>
        <span>height</span>
        <span>pass</span>
        <span className="text-right">amount</span>
      </div>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext
          items={plan.operations.map((o) => o.id)}
          strategy={verticalListSortingStrategy}
          disabled={disabled}
        >
          <ol className="scroll-quiet -mr-2 min-h-0 flex-1 overflow-y-auto pr-2" aria-label="Pours in order">
            {plan.operations.map((operation, index) => {
              const step = steps.get(operation.id);
              return (
                <PourRow
                  key={operation.id}
                  operation={operation}
                  index={index}
                  portions={plan.portions}
                  moulds={plan.moulds}
                  hex={derived.palette[plan.portions.findIndex((p) => p.id === operation.portionId)]}
                  massG={derived.masses?.operationG.get(operation.id)}
                  durationS={step?.durationS ?? null}
                  startTrace={step ? Math.round(step.startTrace * 10) / 10 : null}
                  notices={derived.notices.filter((n) => `${n.field}.`.startsWith(`operations.${operation.id}.`))}
                  freeId={freeId}
                  disabled={disabled}
                  isOpen={selected === operation.id}
                  edit={batch.edit}
                  set={batch.set}
                  seal={batch.seal}
                  onOpen={onSelect}
                />
              );
            })}
          </ol>
        </SortableContext>
      </DndContext>
      {!disabled && (
        <div className="flex gap-3 py-1 text-muted">
          {(["stripe", "layer", "topLine"] as const).map((kind) => (
            <button
              key={kind}
              type="button"
              className="inline-flex items-center gap-1 hover:text-ink"
              onClick={() => add(kind)}
            >
              <Plus size={13} /> {{ stripe: "drop", layer: "floor layer", topLine: "top line" }[kind]}
            </button>
          ))}
        </div>
      )}
    </section>
  );
}
