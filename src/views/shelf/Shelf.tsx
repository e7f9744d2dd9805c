import { Download, FileUp, Plus } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import type { ShelfEntry } from "../../core/derive/shelfEntry";
import type { Settings } from "../../core/practice/practiceSchema";
import { api } from "../parts/api";
import type { Stills } from "../parts/FaceCanvas";
import { useFollowed } from "../parts/follow";
import { Live } from "../parts/Live";
import { StudioHead } from "../parts/StudioHead";
import { Trouble } from "../parts/Trouble";
import { UnitsProvider } from "../parts/units";
import { useFaceQueue } from "../parts/useFaceQueue";
import { DueNext } from "./DueNext";
import { FirstTime } from "./FirstTime";
import { ImportBatch } from "./ImportBatch";
import { ShelfBar } from "./ShelfBar";

type BoardName = "planned" | "curing" | "ready";
interface Board {
  total: number;
  entries: ShelfEntry[];
}
interface ShelfPage {
  boards: Record<BoardName, Board>;
  due: ShelfEntry[];
}
interface Props {
  /** The shelf as text: as a page's props every point of every design is written and read one by one. */
  pageText: string;
  today: string;
  /** When the page was written, ms. */
  openedMs: number;
  settings: Settings;
  stills?: Stills;
}

const BOARDS: { name: BoardName; label: string; empty: string }[] = [
  { name: "planned", label: "Planned", empty: "Nothing is planned. Start with a new batch." },
  { name: "curing", label: "Curing", empty: "Nothing is curing." },
  { name: "ready", label: "Ready", empty: "Nothing is ready yet." },
];
const FACE_PX = 150;
const MORE = 48;
/** Bars that the server gives at once. */
const MOST_ROWS = 200;

/** The shelf: batches as bars standing on boards, searched by name, and what is due next. */
export default function Shelf({ pageText, today, openedMs, settings, stills = {} }: Props) {
  const page = useMemo(() => JSON.parse(pageText) as ShelfPage, [pageText]);
  const [boards, setBoards] = useState(page.boards);
  const [due, setDue] = useState(page.due);
  const [search, setSearch] = useState("");
  const [trouble, setTrouble] = useState<string | null>(null);

  const fetchBoard = async (name: BoardName, offset: number, limit: number): Promise<Board | null> => {
    const params = new URLSearchParams({ board: name, search, offset: String(offset), limit: String(limit) });
    const answer = await api<Board>(`/api/batches?${params}`);
    if (!answer.ok) setTrouble(answer.message);
    return answer.ok ? answer.value : null;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again when the search changes, and only then
  useEffect(() => {
    if (search === "") {
      setBoards(page.boards);
      return;
    }
    let isOld = false;
    const timer = setTimeout(async () => {
      const found = await Promise.all(BOARDS.map((b) => fetchBoard(b.name, 0, 12)));
      if (isOld || found.some((f) => f === null)) return;
      setBoards(Object.fromEntries(BOARDS.map((b, i) => [b.name, found[i]])) as typeof boards);
    }, 150);
    return () => {
      isOld = true;
      clearTimeout(timer);
    };
  }, [search]);
  const more = async (name: BoardName) => {
    const next = await fetchBoard(name, boards[name].entries.length, MORE);
    if (!next) return;
    setBoards((before) => ({
      ...before,
      [name]: { total: next.total, entries: [...before[name].entries, ...next.entries] },
    }));
  };

  // What other pages and devices save appears by itself; bars that were fetched further down stay.
  useFollowed(
    (heard) => heard.kind === "listening" || heard.change.kind === "batch",
    async () => {
      const answer = await api<ShelfPage>("/api/batches");
      if (!answer.ok) return;
      setDue(answer.value.due);
      const whole = await Promise.all(
        BOARDS.map(({ name }) => {
          const shown = boards[name].entries.length;
          const isFirstPage = search === "" && shown <= answer.value.boards[name].entries.length;
          return isFirstPage
            ? answer.value.boards[name]
            : fetchBoard(name, 0, Math.min(MOST_ROWS, Math.max(12, shown)));
        }),
      );
      if (whole.some((b) => b === null)) return;
      setBoards(Object.fromEntries(BOARDS.map((b, i) => [b.name, whole[i]])) as typeof boards);
    },
  );

  const queue = useMemo(
    () =>
      BOARDS.flatMap((b) => boards[b.name].entries).flatMap((e) =>
        e.design && e.design.pours.length > 0
          ? [{ key: e.id, design: e.design, palette: e.palette, atMm: e.cutMm }]
          : [],
      ),
    [boards],
  );
  const faces = useFaceQueue(queue, FACE_PX, Math.round(FACE_PX * 0.75));
  const total = BOARDS.reduce((sum, b) => sum + boards[b.name].total, 0);

  return (
    <Live>
      <UnitsProvider units={settings.units}>
        <div className="mx-auto max-w-[1260px] pb-8">
          <StudioHead here="shelf" title="Shelf">
            <ImportBatch onTrouble={setTrouble} />
            <a className="button button-main" href="/new">
              <Plus size={16} /> New batch
            </a>
          </StudioHead>
          <Trouble words={trouble} />
          <div className="mt-3 grid grid-cols-[minmax(0,1fr)_250px] gap-x-8 px-5 max-lg:grid-cols-1">
            <main>
              <p className="mb-2 flex items-baseline gap-3">
                <input
                  type="search"
                  aria-label="Search batches"
                  placeholder="search by name"
                  className="field w-52 !px-2"
                  value={search}
                  onChange={(e) => setSearch(e.currentTarget.value)}
                />
                <span className="text-muted" role="status">
                  {total} {total === 1 ? "batch" : "batches"}
                  {search && " found"}
                </span>
              </p>
              {BOARDS.map((board) => {
                const own = boards[board.name];
                return (
                  <section key={board.name} aria-labelledby={`board-${board.name}`} className="mb-2">
                    <h2 id={`board-${board.name}`} className="text-[17px]">
                      {board.label} <span className="font-text text-[13px] font-normal text-muted">{own.total}</span>
                    </h2>
                    {own.entries.length === 0 ? (
                      <p className="border-b-[5px] border-ink/80 py-4 text-muted">
                        {search ? `Nothing here is called like "${search}".` : board.empty}
                      </p>
                    ) : (
                      <ul className="boards mt-1 flex flex-wrap gap-x-5 phone:gap-x-3">
                        {own.entries.map((entry) => (
                          <ShelfBar
                            key={entry.id}
                            entry={entry}
                            face={faces.get(entry.id)}
                            still={stills[entry.id]}
                            onTrouble={setTrouble}
                          />
                        ))}
                      </ul>
                    )}
                    {own.entries.length < own.total && (
                      <button type="button" className="button mb-2" onClick={() => void more(board.name)}>
                        Show {Math.min(MORE, own.total - own.entries.length)} more of {own.total - own.entries.length}
                      </button>
                    )}
                  </section>
                );
              })}
              {total === 0 && search === "" && <FirstTime />}
            </main>
            <DueNext entries={due} today={today} openedMs={openedMs} />
          </div>
          <p className="mt-2 flex items-center gap-1.5 px-5 text-[12.5px] text-muted">
            <Download size={13} /> keeps a batch as a file; <FileUp size={13} /> brings one back. Faces are predictions,
            dates estimates.
          </p>
        </div>
      </UnitsProvider>
    </Live>
  );
}
