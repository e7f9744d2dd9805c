import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Check, Copy, GripVertical, Trash2 } from "lucide-react";
import { memo } from "react";
import type { Notice } from "../../core/document/notice";
import type { Mould, Portion } from "../../core/document/schema";
import {
  isCupPour,
  isTopPour,
  kindName,
  kindOf,
  type Operation,
  portionOf,
} from "../../core/techniques/operations/registry";
import { cupWords } from "../../core/techniques/operations/wording";
import { Choose, named } from "../parts/Choose";
import { Spot } from "../parts/Cup";
import { span } from "../parts/format";
import { IconButton } from "../parts/IconButton";
import { NumberField } from "../parts/NumberField";
import { Says } from "../parts/Says";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";
import { PourFields } from "./pours/PourFields";

interface Props {
  operation: Operation;
  index: number;
  portions: Portion[];
  moulds: Mould[];
  hex: string;
  massG: number | undefined;
  /** What the timeline says of it. */
  durationS: number | null;
  startTrace: number | null;
  notices: Notice[];
  freeId: string;
  isOpen: boolean;
  disabled: boolean;
  isDone: boolean;
  edit: OpenBatch["edit"];
  set: OpenBatch["set"];
  seal: OpenBatch["seal"];
  onOpen: (id: string | null) => void;
}

const PASSES = { 1: "↓", 2: "↓↑", 3: "↓↑↓" } as const;
const PASS_WORDS = { 1: "1 pass", 2: "2 passes", 3: "3 passes" } as const;

/** One pour: its line in the list, and below it, when open, the rest of what can be set. */
function Row({
  operation: o,
  index,
  portions,
  moulds,
  hex,
  massG,
  durationS,
  startTrace,
  notices,
  freeId,
  isOpen,
  disabled,
  isDone,
  edit,
  set,
  seal,
  onOpen,
}: Props) {
  const { mm, grams, units } = useUnits();
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: o.id, disabled });
  const at = (field: string) => ["operations", `#${o.id}`, field];
  const portion = portions.find((p) => p.id === portionOf(o));
  const name = portion?.name ?? kindName(o.kind);
  const into = moulds.length > 1 ? (moulds.find((m) => m.id === o.mouldId)?.name ?? null) : null;
  const share = isTopPour(o) ? o.keptBackPct : isCupPour(o) ? o.cupPct : null;
  const shareField = isTopPour(o) ? "keptBackPct" : "cupPct";
  const open = { document: { operations: [o] }, set, seal, disabled };

  const duplicate = () => {
    const copy = { ...o, id: freeId };
    edit({ kind: "insert", path: ["operations"], index: index + 1, item: copy });
    onOpen(copy.id);
  };

  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`border-b border-rule ${isDragging ? "relative z-10 bg-paper" : ""} ${isOpen ? "bg-paper/60" : ""}`}
      data-pour={o.id}
    >
      <div className="grid grid-cols-[14px_minmax(0,1fr)_36px_52px_30px_44px] narrow:grid-cols-[44px_minmax(0,1fr)_58px_82px_34px_50px] phone:grid-cols-[28px_minmax(0,1fr)_54px_76px_34px_50px] items-center gap-x-1 py-[3px]">
        <button
          type="button"
          className="grid h-6 w-4 cursor-grab place-items-center text-muted"
          {...attributes}
          {...listeners}
          aria-label={`Move pour ${index + 1}`}
          disabled={disabled}
        >
          <GripVertical size={13} />
        </button>
        <button
          type="button"
          className={`flex h-6 min-w-0 items-center gap-1.5 rounded text-left hover:bg-rule/60 ${isOpen ? "font-bold" : ""}`}
          aria-expanded={isOpen}
          aria-label={`Pour ${index + 1}, ${name}${into ? ` into ${into}` : ""}${isDone ? ", done" : ""}`}
          onClick={() => onOpen(isOpen ? null : o.id)}
        >
          {isDone && <Check size={13} className="shrink-0" aria-label="done" />}
          {portion ? <Spot hex={hex} /> : <span className="w-3 text-center text-muted">~</span>}
          <span className="max-w-[75%] shrink-0 truncate">{name}</span>
          {into && (
            <span className="truncate text-[12px] font-normal text-muted" title={into}>
              {into}
            </span>
          )}
        </button>
        {o.kind === "stripe" || o.kind === "topLine" ? (
          <>
            <span className="text-right">
              <NumberField
                label={`Pour ${index + 1}, from the near wall, ${units.length}`}
                hideLabel
                hideUnit
                quantity="length"
                width="w-9"
                value={o.acrossMm}
                disabled={disabled}
                onChange={(v) => set(at("acrossMm"), v)}
                onBlur={seal}
              />
            </span>
            {o.kind === "stripe" ? (
              <>
                <Choose
                  label={`Pour ${index + 1}, height`}
                  value={o.height}
                  className="h-6 bg-transparent"
                  disabled={disabled}
                  options={[
                    { value: "high", label: "high" },
                    { value: "mid", label: "mid" },
                    { value: "low", label: "low" },
                  ]}
                  onChoose={(value) => set(at("height"), value)}
                />
                <button
                  type="button"
                  className="h-6 rounded text-left hover:bg-rule disabled:opacity-100"
                  aria-label={`Pour ${index + 1}: ${PASS_WORDS[o.passes]}, press to change`}
                  title={PASS_WORDS[o.passes]}
                  disabled={disabled}
                  onClick={() => set(at("passes"), (o.passes % 3) + 1)}
                >
                  {PASSES[o.passes]}
                </button>
              </>
            ) : (
              <span className="col-span-2 text-muted">on top</span>
            )}
          </>
        ) : (
          <span className="col-span-3 truncate text-muted">
            {o.kind === "layer" && index === 0 ? "floor, low" : kindOf(o).inShort(o, mm)}
          </span>
        )}
        <output className="text-right font-semibold" aria-label={`Pour ${index + 1}, mass`}>
          {massG === undefined ? "–" : massG > 0 ? grams(massG) : ""}
        </output>
      </div>
      {isOpen && (
        <div className="flex flex-col gap-1 pb-1.5 pl-5">
          <div className="flex flex-wrap items-center gap-2">
            {portion && (
              <Choose
                {...{ label: `Pour ${index + 1}, colour`, value: portion.id, disabled, options: named(portions) }}
                className="field w-20"
                onChoose={(value) => set(at("portionId"), value)}
              />
            )}
            {moulds.length > 1 && (
              <Choose
                {...{ label: `Pour ${index + 1}, mould`, value: o.mouldId, disabled, options: named(moulds) }}
                className="field w-20"
                onChoose={(value) => set(at("mouldId"), value)}
              />
            )}
            {share !== null && (
              <NumberField
                label={isTopPour(o) ? "of what is kept" : "of the cup"}
                unit="%"
                width="w-10"
                value={share}
                disabled={disabled}
                onChange={(v) => set(at(shareField), v)}
                onBlur={seal}
              />
            )}
            <PourFields open={open} operation={o} label={`Pour ${index + 1}`} cups={portions} />
            <span className="ml-auto flex">
              <IconButton
                icon={Copy}
                label={`Duplicate pour ${index + 1}`}
                title="Duplicate"
                disabled={disabled}
                onPress={duplicate}
              />
              <IconButton
                icon={Trash2}
                label={`Remove pour ${index + 1}`}
                title="Remove"
                disabled={disabled}
                onPress={() => edit({ kind: "remove", path: ["operations"], id: o.id })}
              />
            </span>
          </div>
          <p className="text-[12.5px] text-muted">
            {isCupPour(o) ? `${cupWords(o.cupPct)} · ` : ""}
            {durationS === null ? "" : `about ${span(durationS)}`}
            {startTrace === null ? "" : ` · trace ${startTrace.toFixed(1)} when poured`}
          </p>
        </div>
      )}
      <Says className="mb-1" notices={notices} fields={() => true} />
    </li>
  );
}

const sameNotices = (a: Notice[], b: Notice[]) =>
  a.length === b.length && a.every((n, i) => n.message === b[i].message);

/** Redrawn only when something that it shows has changed: a sheet may have some fifty of these. */
export const PourRow = memo(Row, (a, b) =>
  (Object.keys(a) as (keyof Props)[]).every((key) =>
    key === "notices" ? sameNotices(a.notices, b.notices) : Object.is(a[key], b[key]),
  ),
);
