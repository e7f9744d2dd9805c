import {
  type Announcements,
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
import { useId, useMemo } from "react";
import { pourHex } from "../../core/derive/pourColour";
import { nextId } from "../../core/document/ids";
import type { Notice } from "../../core/document/notice";
import { kindName, OPERATION_KINDS, type OperationKind, portionOf } from "../../core/techniques/operations/registry";
import { Choose } from "../parts/Choose";
import { Section } from "../parts/Section";
import { useUnits } from "../parts/units";
import { addOperation } from "./addOperation";
import { FromLastTime } from "./FromLastTime";
import { PourRow } from "./PourRow";
import type { PanelProps } from "./panel";

/** `done`: pours that are done, and so stand. */
type Props = PanelProps & { done: ReadonlySet<string>; selected: string | null; onSelect: (id: string | null) => void };

/** Kinds with a button of their own; the others stand in a list. */
const QUICK = 3;
const NOTHING: Notice[] = [];

/** What is said of each pour, by its id. */
function noticesByOperation(notices: readonly Notice[]): Map<string, Notice[]> {
  const byId = new Map<string, Notice[]>();
  for (const notice of notices) {
    const [list, id] = notice.field.split(".");
    if (list === "operations" && id) byId.set(id, [...(byId.get(id) ?? []), notice]);
  }
  return byId;
}

const HOW_TO_LEAD = {
  draggable: "Space takes a pour up, the arrows lead it, Space puts it down, Escape leaves it where it was.",
};
/** What is said while a pour is led from place to place. @param ids of all pours in order */
const ledWords = (ids: readonly string[]): Announcements => {
  const place = (of: { id: string | number }) => ids.indexOf(String(of.id)) + 1;
  return {
    onDragStart: ({ active }) => `Pour ${place(active)} is taken up.`,
    onDragOver: ({ active, over }) => (over ? `Pour ${place(active)} would be number ${place(over)}.` : undefined),
    onDragEnd: ({ active, over }) => (over ? `Pour ${place(active)} is put down as number ${place(over)}.` : undefined),
    onDragCancel: ({ active }) => `Pour ${place(active)} stays where it was.`,
  };
};

/** The pours in order: dragged, duplicated, edited in place. */
export function PourList({ batch, derived, disabled, done, selected, onSelect }: Props) {
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
  const add = (kind: OperationKind) => {
    const id = addOperation(batch, kind);
    if (id) onSelect(id);
  };
  const steps = new Map(derived.timeline?.steps.map((s) => [s.id, s]));
  // The same list as long as the order is the same, and the same "nothing" for all that have no notice: so only what changed is drawn anew.
  const order = plan.operations.map((o) => o.id).join("\n");
  const ids = useMemo(() => order.split("\n"), [order]);
  const accessibility = useMemo(() => ({ announcements: ledWords(ids), screenReaderInstructions: HOW_TO_LEAD }), [ids]);
  const said = useMemo(() => noticesByOperation(derived.notices), [derived.notices]);
  const freeId = nextId(plan, "o");
  const poured = plan.operations.filter((o) => portionOf(o) !== null).length;

  return (
    <Section
      head="Pours"
      headClass="text-[15px]"
      className="flex min-h-0 flex-col border-l border-rule pl-3"
      beside={
        <span className="text-[12.5px] text-muted">
          {poured}
          {poured < plan.operations.length ? ` and ${plan.operations.length - poured} more steps` : ""}
        </span>
      }
    >
      <FromLastTime batch={batch} disabled={disabled} beside="pours" />
      <div className="mt-0.5 grid grid-cols-[14px_minmax(0,1fr)_36px_52px_30px_44px] narrow:grid-cols-[44px_minmax(0,1fr)_58px_82px_34px_50px] phone:grid-cols-[28px_minmax(0,1fr)_54px_76px_34px_50px] gap-x-1 border-b border-rule pb-0.5 text-[12px] text-muted">
        <span />
        <span>colour</span>
        <span className="text-right" title="from the near wall">
          {units.length}
        </span>
        <span>height</span>
        <span>pass</span>
        <span className="text-right">amount</span>
      </div>
      <DndContext id={useId()} collisionDetection={closestCenter} {...{ sensors, onDragEnd, accessibility }}>
        <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={disabled}>
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
                  hex={pourHex(derived, plan.portions, operation) ?? "transparent"}
                  massG={derived.masses?.operationG.get(operation.id)}
                  durationS={step?.durationS ?? null}
                  startTrace={step ? Math.round(step.startTrace * 10) / 10 : null}
                  notices={said.get(operation.id) ?? NOTHING}
                  freeId={freeId}
                  disabled={disabled || done.has(operation.id)}
                  isDone={done.has(operation.id)}
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
        <div className="flex items-center gap-3 py-1 text-muted">
          {OPERATION_KINDS.slice(0, QUICK).map((kind) => (
            <button
              key={kind}
              type="button"
              className="inline-flex items-center gap-1 hover:text-ink"
              onClick={() => add(kind)}
            >
              <Plus size={13} /> {kindName(kind)}
            </button>
          ))}
          <Choose
            label="Add another step of the design"
            invite="more…"
            className="ml-auto w-20 bg-transparent"
            options={OPERATION_KINDS.slice(QUICK).map((kind) => ({ value: kind, label: kindName(kind) }))}
            onChoose={add}
          />
        </div>
      )}
    </Section>
  );
}
