import { useState } from "react";
import type { Edit } from "../../core/document/edits/edit";
import type { OnHand } from "../../core/library/stock";
import type { StockEntry } from "../../core/practice/stockSchema";
import { parseQuantity } from "../../core/units/quantities";
import { NumberField } from "../parts/NumberField";
import { useUnits } from "../parts/units";
import { dayOf, type HeldStock, lowWords } from "./low";

/** Changes the entry of a material, which is made where there is none. Null: done. Text: why it cannot be. */
function changed(held: HeldStock, m: OnHand, change: Partial<StockEntry>, mergeKey?: string): string | null {
  const { materials } = held.document;
  const known = materials.find((e) => e.key === m.key);
  if (known) {
    const path = ["materials", `#${known.id}`];
    const edits: Edit[] = Object.entries(change).map(([field, value]) => ({
      kind: "set",
      path: [...path, field],
      value,
    }));
    return held.edit({ kind: "all", edits }, mergeKey && `${m.key} ${mergeKey}`);
  }
  const item: StockEntry = {
    ...{ id: `m${crypto.randomUUID().slice(0, 12)}`, key: m.key, kind: m.kind, name: m.name },
    ...{ countedG: null, countedAt: null, lot: m.lot, lowG: null },
    ...change,
  };
  return held.edit({ kind: "insert", path: ["materials"], index: materials.length, item });
}

/** Columns of a material: name, on hand, count, lot, low from, taken. */
export const MATERIAL_GRID =
  "grid grid-cols-[minmax(0,1fr)_90px_110px_150px_100px_minmax(0,1.9fr)] items-center gap-x-4 narrow:grid-cols-[minmax(0,1fr)_auto]";
const Small = ({ words }: { words: string }) => (
  <span className="mr-2 hidden text-[13px] text-muted narrow:inline">{words}</span>
);

/** One material: what is on hand, its count, its lot, and when it is low. */
export function MaterialRow({ material: m, held }: { material: OnHand; held: HeldStock }) {
  const { grams } = useUnits();
  const [asksLot, setAsksLot] = useState(false);
  return (
    <li
      id={m.key}
      aria-label={m.name}
      className={`${MATERIAL_GRID} gap-y-1 border-b border-rule py-1 target:bg-[var(--field)]`}
    >
      <span>
        {m.name}
        {m.low !== null && <span className="block text-[12.5px] text-amber">{lowWords(m, grams)}</span>}
      </span>
      <strong className="text-right">
        {m.onHandG === null ? <span className="font-normal text-muted">not counted</span> : grams(m.onHandG)}
      </strong>
      <div className="contents narrow:col-span-full narrow:flex narrow:flex-wrap narrow:items-center narrow:gap-x-5 narrow:gap-y-1">
        <span>
          <Small words="count, + bought" />
          <CountField
            label={`Count of ${m.name}, or + what was bought`}
            onCount={(massG, isBought) => {
              const countedG = isBought ? (m.onHandG ?? 0) + massG : massG;
              const refused = changed(held, m, { countedG, countedAt: new Date().toISOString(), lot: m.lot });
              held.seal();
              if (refused === null) setAsksLot(isBought);
              return refused;
            }}
          />
        </span>
        <span>
          <Small words="lot" />
          <LotField
            material={m}
            isAsked={asksLot}
            onLot={(lot) => {
              // A lot that is noted now is in use from now on, whatever was weighed before.
              const refused = changed(held, m, {
                lot,
                ...(m.onHandG === null ? {} : { countedG: m.onHandG, countedAt: new Date().toISOString() }),
              });
              held.seal();
              setAsksLot(false);
              return refused;
            }}
          />
        </span>
        <span>
          <Small words="low from" />
          <NumberField
            label={`${m.name} is low from`}
            hideLabel
            value={m.lowG}
            quantity="mass"
            isNullable
            placeholder="none"
            width="w-16"
            onChange={(lowG) => changed(held, m, { lowG }, "low")}
            onBlur={held.seal}
          />
        </span>
      </div>
      <span className="text-[13px] text-muted narrow:col-span-full">
        {m.countedAt !== null && `${grams(m.countedG!)} on ${dayOf(m.countedAt)}`}
        {m.by.map((b, i) => (
          <span key={b.batchId}>
            {i > 0 ? ", " : m.countedAt === null ? "" : ", less "}
            {grams(b.massG)}{" "}
            <a className="underline" href={`/batches/${b.batchId}/weigh`}>
              {b.title}
            </a>
          </span>
        ))}
      </span>
    </li>
  );
}

function CountField({
  label,
  onCount,
}: {
  label: string;
  onCount: (massG: number, isBought: boolean) => string | null;
}) {
  const { units } = useUnits();
  const [draft, setDraft] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const take = () => {
    const text = draft.trim();
    if (text === "") return setProblem(null);
    const isBought = text.startsWith("+");
    const read = parseQuantity(isBought ? text.slice(1) : text, "mass", units);
    const refused = read.ok ? onCount(read.value, isBought) : read.message;
    setProblem(refused);
    if (refused === null) setDraft("");
  };
  return (
    <>
      <input
        className="field w-24"
        aria-label={label}
        inputMode="text"
        value={draft}
        placeholder="g"
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && take()}
      />
      {problem && <span className="block text-[12.5px] text-cut">{problem}</span>}
    </>
  );
}

function LotField({
  material,
  isAsked,
  onLot,
}: {
  material: OnHand;
  isAsked: boolean;
  onLot: (lot: string) => string | null;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const take = () => {
    const refused = draft === null || draft.trim() === material.lot ? null : onLot(draft.trim());
    setProblem(refused);
    if (refused === null) setDraft(null);
  };
  return (
    <>
      <input
        className="field w-36"
        aria-label={`Lot of ${material.name}`}
        value={draft ?? material.lot}
        onChange={(e) => setDraft(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && take()}
      />
      {isAsked && <span className="block text-[12.5px] text-amber">Bought: is it another lot?</span>}
      {problem && <span className="block text-[12.5px] text-cut">{problem}</span>}
    </>
  );
}
