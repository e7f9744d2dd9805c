import { Plus } from "lucide-react";
import { useCallback, useState } from "react";
import type { Bench } from "../../core/library/bench";
import { blankDocument } from "../../core/library/blank";
import type { LibraryDocument, LibraryItem } from "../../core/library/kinds";
import { type LibraryKind, libraryNames } from "../../core/library/names";
import { STARTERS } from "../../core/library/starter";
import { api } from "../parts/api";
import { LiveBench } from "../parts/bench";
import { useFollowed } from "../parts/follow";
import { StudioHead } from "../parts/StudioHead";
import { Trouble } from "../parts/Trouble";
import { ItemEditor } from "./ItemEditor";
import { LibraryTable } from "./LibraryTable";
import { ownId } from "./ownId";
import { FIRST_QUERY, type ListPage, type ListQuery, useLibraryList } from "./useLibraryList";

interface Props<K extends LibraryKind> {
  kind: K;
  first: ListPage<K>;
  openItem: LibraryItem<K> | null;
  bench: Bench;
}

export default function Library<K extends LibraryKind>(props: Props<K>) {
  return (
    <LiveBench bench={props.bench}>
      <Drawers {...props} />
    </LiveBench>
  );
}

/** One library: its rows at the left, searched and sorted; the row in hand at the right. */
function Drawers<K extends LibraryKind>({ kind, first, openItem }: Props<K>) {
  const [query, setQuery] = useState<ListQuery>(FIRST_QUERY);
  const list = useLibraryList(kind, first, query);
  const [open, setOpen] = useState<LibraryItem<K> | null>(openItem ?? first.items[0] ?? null);
  const [newId, setNewId] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { label, one } = libraryNames(kind);

  const choose = async (id: string) => {
    const answer = await api<LibraryItem<K>>(`/api/library/${kind}/${id}`);
    if (answer.ok) setOpen(answer.value);
    else setTrouble(answer.message);
  };
  const add = async (document = blankDocument(kind, ownId())) => {
    const answer = await api<LibraryItem<K>>(`/api/library/${kind}`, { method: "POST", body: { document } });
    if (!answer.ok) return setTrouble(answer.message);
    setTrouble(null);
    setOpen(answer.value);
    setNewId(answer.value.id);
    list.refresh();
  };
  const starters = (STARTERS as Partial<Record<LibraryKind, readonly LibraryDocument[]>>)[kind] ?? [];
  const [isFilling, setFilling] = useState(false);
  const fill = async () => {
    setFilling(true);
    for (const document of starters) {
      const answer = await api<LibraryItem<K>>(`/api/library/${kind}`, { method: "POST", body: { document } });
      if (answer.ok) setOpen(answer.value);
      else setTrouble(answer.message);
      if (!answer.ok) break;
    }
    setFilling(false);
    list.refresh();
  };
  const { show, refresh } = list;
  useFollowed((heard) => heard.kind === "change" && heard.change.kind === "library", refresh);
  const onSaved = useCallback(
    (item: LibraryItem<K>, isMoved: boolean) => {
      if (isMoved) refresh();
      else show(item);
    },
    [show, refresh],
  );

  return (
    <div className="flex h-screen min-h-[640px] flex-col narrow:h-auto narrow:min-h-screen">
      <StudioHead here={kind} title={label}>
        <button type="button" className="button button-main" onClick={() => void add()}>
          <Plus size={16} /> New {one}
        </button>
      </StudioHead>
      <Trouble words={trouble ?? list.trouble} className="mx-5 mt-2" />
      <main className="mx-2.5 mb-2.5 mt-2 grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,6fr)] narrow:grid-cols-1 narrow:grid-rows-[auto_minmax(0,1fr)] rounded-lg border-[1.5px] border-ink bg-sheet">
        <LibraryTable
          kind={kind}
          list={list}
          query={query}
          onQuery={setQuery}
          openId={open?.id ?? null}
          onOpen={choose}
        />
        <section
          aria-label={`The ${one} in hand`}
          className="scroll-quiet min-h-0 overflow-y-auto border-l-[1.5px] border-ink px-5 py-3 narrow:border-l-0 narrow:border-t-[1.5px] narrow:overflow-visible phone:px-3"
        >
          {open ? (
            <ItemEditor
              key={open.id}
              kind={kind}
              item={open}
              isNew={open.id === newId}
              onSaved={onSaved}
              onCopy={(document) => void add(document)}
            />
          ) : (
            <div className="grid h-full content-center justify-items-center gap-3 text-center text-muted">
              <p>Nothing here yet: make the first {one} with the button above. A batch can be planned without any.</p>
              {starters.length > 0 && list.total === 0 && (
                <>
                  <button type="button" className="button" disabled={isFilling} onClick={() => void fill()}>
                    Begin with a starter set of {starters.length}
                  </button>
                  <p className="max-w-md text-[13px]">
                    {starters.map((s) => s.name).join(" · ")}. Usual rows, named as what they are: no makes, no stocks,
                    estimates where nothing was measured.
                  </p>
                </>
              )}
            </div>
          )}
        </section>
      </main>
    </div>
  );
}
