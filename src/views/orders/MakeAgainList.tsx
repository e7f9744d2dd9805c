import type { MakeAgain, RackRow } from "../../core/derive/orders";
import { BoundNumber, type Editable } from "../parts/bound";
import { Choose } from "../parts/Choose";
import { RemoveButton } from "../parts/RemoveButton";
import { barsWords, day, freshId, type HeldOrders } from "./held";

/** Soaps that are not to run out, those that run low first. */
export function MakeAgainList({
  list,
  rows,
  held,
}: {
  list: readonly MakeAgain[];
  rows: readonly RackRow[];
  held: HeldOrders;
}) {
  const open: Editable = { document: held.document, set: held.set, seal: held.seal };
  const known = new Set(list.map((m) => rows.find((r) => r.id === m.ofBatchId)?.rootId));
  const seen = new Set<string>();
  const others = rows.filter((r) => !known.has(r.rootId) && !seen.has(r.rootId) && seen.add(r.rootId));
  return (
    <section aria-label="Make again">
      <h2 className="text-[19px]">Make again</h2>
      <p className="text-muted">Soaps that are not to run out: bars that nobody is promised, on the rack and curing.</p>
      <ul className="mt-1">
        {list.map((m) => (
          <li key={m.id} aria-label={m.title} className="border-t border-rule py-1.5">
            <span className="flex flex-wrap items-center gap-x-3">
              <strong>{m.title}</strong>
              <BoundNumber
                open={open}
                path={["keptUp", `#${m.id}`, "bars"]}
                label="at least"
                decimals={0}
                unit="bars"
              />
              <span className="flex-1" />
              <RemoveButton
                label={`No longer keep ${m.title} up`}
                onRemove={() => {
                  held.edit({ kind: "remove", path: ["keptUp"], id: m.id });
                }}
              />
            </span>
            <span className={m.make ? "text-amber" : "text-leaf"}>
              {m.free} free, {m.ready} of them ready{m.planned > 0 ? `, ${m.planned} planned` : ""}
              {m.make
                ? `: make ${m.make.batches === 1 ? "a batch" : `${m.make.batches} batches`} of ${barsWords(m.make.barsEach)}${m.make.readyIfToday ? ", " : ""}`
                : ": enough"}
              {m.make?.readyIfToday && `ready on ${day(m.make.readyIfToday)} if poured today`}
            </span>
          </li>
        ))}
      </ul>
      {others.length > 0 && (
        <Choose
          label="Keep a soap up"
          invite="keep another soap up…"
          className="field w-64 max-w-full"
          options={others.map((r) => ({ value: r.id, label: r.title }))}
          onChoose={(ofBatchId) => {
            const item = { id: freshId("k"), ofBatchId, bars: 10 };
            held.edit({ kind: "insert", path: ["keptUp"], index: held.document.keptUp.length, item });
          }}
        />
      )}
    </section>
  );
}
