import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useEffect, useRef } from "react";
import { LIBRARY } from "../../core/library/kinds";
import { type LibraryKind, libraryNames } from "../../core/library/names";
import type { MaterialKind } from "../../core/practice/stockSchema";
import { useOnHand } from "../parts/bench";
import { Check } from "../parts/Check";
import { useUnits } from "../parts/units";
import { COLUMNS } from "./columns";
import type { ListQuery, useLibraryList } from "./useLibraryList";

/** Height of a row, px: under a finger it is higher. */
const rowPx = () => (typeof matchMedia === "function" && matchMedia("(width < 1100px)").matches ? 44 : 34);
const FETCH_AHEAD = 20;
/** Size of the list that the server writes for, px: what fills a large window. */
const FIRST_RECT = { width: 600, height: 600 };

interface Props<K extends LibraryKind> {
  kind: K;
  list: ReturnType<typeof useLibraryList<K>>;
  query: ListQuery;
  onQuery: (query: ListQuery) => void;
  openId: string | null;
  onOpen: (id: string) => void;
}

/** Rows of a library: only those in sight are drawn, the next are fetched before they are reached. */
export function LibraryTable<K extends LibraryKind>({ kind, list, query, onQuery, openId, onOpen }: Props<K>) {
  const say = useUnits();
  const onHand = useOnHand();
  const box = useRef<HTMLDivElement>(null);
  const columns = COLUMNS[kind];
  const rows = useVirtualizer({
    count: list.items.length,
    getScrollElement: () => box.current,
    estimateSize: rowPx,
    overscan: 10,
    initialRect: FIRST_RECT,
  });
  const shown = rows.getVirtualItems();
  const last = shown.at(-1)?.index ?? 0;
  useEffect(() => {
    if (last >= list.items.length - FETCH_AHEAD) list.more();
  });
  const grid = { gridTemplateColumns: `minmax(0,1fr) ${columns.map((c) => c.width).join(" ")}` };
  const sortBy = (sort: string) =>
    onQuery({ ...query, sort, isDescending: query.sort === sort ? !query.isDescending : false });
  const arrow = (sort: string) =>
    query.sort !== sort ? null : query.isDescending ? <ArrowDown size={12} /> : <ArrowUp size={12} />;

  return (
    <section
      aria-label={libraryNames(kind).label}
      className="flex min-h-0 flex-col px-4 py-3 narrow:h-[38vh] phone:px-3"
    >
      <div className="flex flex-wrap items-center gap-3">
        <input
          type="search"
          aria-label={`Search ${libraryNames(kind).label.toLowerCase()}`}
          placeholder="search by name"
          className="field w-52 !px-2"
          value={query.search}
          onChange={(e) => onQuery({ ...query, search: e.currentTarget.value })}
        />
        <Check
          label="put away"
          checked={query.isArchived}
          onCheck={(isArchived) => onQuery({ ...query, isArchived })}
        />
        <span className="ml-auto text-muted" role="status">
          {list.total} {query.isArchived ? "put away" : "in use"}
        </span>
      </div>
      <div className="mt-2 flex min-h-0 flex-1 flex-col">
        <div
          className="grid items-baseline phone:grid-cols-[minmax(0,1fr)_96px]! gap-2 border-b-[1.5px] border-ink pb-0.5 pr-2 text-[12.5px] text-muted"
          style={grid}
        >
          <span>
            <button type="button" className="inline-flex items-center gap-1" onClick={() => sortBy("name")}>
              name {arrow("name")}
            </button>
          </span>
          {columns.map((c, i) => (
            <span key={c.label} className={i > 0 ? "phone:hidden" : ""}>
              {c.sort ? (
                <button
                  type="button"
                  className="inline-flex items-center gap-1 underline decoration-dotted"
                  onClick={() => sortBy(c.sort!)}
                >
                  {c.label} {arrow(c.sort)}
                </button>
              ) : (
                c.label
              )}
            </span>
          ))}
        </div>
        <div ref={box} className="scroll-quiet min-h-0 flex-1 overflow-y-auto">
          {list.items.length === 0 && (
            <p className="py-6 text-center text-muted">
              {query.search
                ? `Nothing is called like "${query.search}".`
                : query.isArchived
                  ? "Nothing has been put away."
                  : LIBRARY[kind].about}
            </p>
          )}
          <ul className="relative" style={{ height: rows.getTotalSize() }}>
            {shown.map((v) => {
              const item = list.items[v.index];
              const isOpen = item.id === openId;
              return (
                <li
                  key={item.id}
                  aria-setsize={list.total}
                  aria-posinset={v.index + 1}
                  className={`absolute left-0 right-0 grid phone:grid-cols-[minmax(0,1fr)_96px]! items-center gap-2 border-b border-rule/70 pr-2 ${isOpen ? "bg-paper" : "hover:bg-paper/60"}`}
                  style={{ ...grid, height: v.size, transform: `translateY(${v.start}px)` }}
                >
                  <span className="min-w-0">
                    <button
                      type="button"
                      aria-current={isOpen}
                      className="block w-full truncate text-left font-semibold after:absolute after:inset-0"
                      onClick={() => onOpen(item.id)}
                    >
                      {item.document.name}
                    </button>
                  </span>
                  {columns.map((c, i) => (
                    <span key={c.label} className={`truncate text-[13px] ${i > 0 ? "phone:hidden" : ""}`}>
                      {c.cell(item.document, say, onHand(kind as MaterialKind, item.id))}
                    </span>
                  ))}
                </li>
              );
            })}
          </ul>
        </div>
      </div>
    </section>
  );
}
