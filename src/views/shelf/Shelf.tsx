import { Download, FileUp, Plus } from "lucide-react";
import { useMemo, useState } from "react";
import type { ShelfEntry } from "../../core/plan/shelf";
import type { Status } from "../../core/plan/status";
import { useFaceQueue } from "../parts/useFaceQueue";
import { DueNext } from "./DueNext";
import { ImportBatch } from "./ImportBatch";
import { createBatch } from "./requests";
import { ShelfBar } from "./ShelfBar";

const BOARDS: { status: Status[]; name: string; empty: string }[] = [
  { status: ["pouring", "planned"], name: "Planned", empty: "Nothing is planned. Start with a new batch." },
  { status: ["curing"], name: "Curing", empty: "Nothing is curing." },
  { status: ["ready"], name: "Ready", empty: "Nothing is ready yet." },
];
const FACE_PX = 150;

/** The shelf: batches as bars standing on boards, and what is due next. */
export default function Shelf({ entries, today }: { entries: ShelfEntry[]; today: string }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const queue = useMemo(
    () =>
      entries.flatMap((e) =>
        e.design && e.design.pours.length > 0
          ? [{ key: e.id, design: e.design, palette: e.palette, atMm: e.cutMm }]
          : [],
      ),
    [entries],
  );
  const faces = useFaceQueue(queue, FACE_PX, Math.round(FACE_PX * 0.75));

  return (
    <div className="mx-auto max-w-[1240px] px-5 pb-8 pt-4">
      <header className="flex flex-wrap items-end gap-3">
        <h1 className="text-[30px]">Shelf</h1>
        <p className="mb-1 text-muted">
          {entries.length} {entries.length === 1 ? "batch" : "batches"}
        </p>
        <span className="flex-1" />
        <ImportBatch onTrouble={setTrouble} />
        <button type="button" className="button button-main" onClick={async () => setTrouble(await createBatch())}>
          <Plus size={16} /> New batch
        </button>
      </header>
      {trouble && (
        <p role="alert" className="notice-cut mt-3">
          {trouble}
        </p>
      )}
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_250px] gap-x-8 max-lg:grid-cols-1">
        <main>
          {BOARDS.map((board) => {
            const own = entries.filter((e) => board.status.includes(e.status));
            return (
              <section key={board.name} aria-labelledby={`board-${board.name}`} className="mb-2">
                <h2 id={`board-${board.name}`} className="text-[17px]">
                  {board.name} <span className="font-text text-[13px] font-normal text-muted">{own.length}</span>
                </h2>
                {own.length === 0 ? (
                  <p className="border-b-[5px] border-ink/80 py-4 text-muted">{board.empty}</p>
                ) : (
                  <ul className="boards mt-1 flex flex-wrap gap-x-5">
                    {own.map((entry) => (
                      <ShelfBar key={entry.id} entry={entry} face={faces.get(entry.id)} onTrouble={setTrouble} />
                    ))}
                  </ul>
                )}
              </section>
            );
          })}
        </main>
        <DueNext entries={entries} today={today} />
      </div>
      <p className="mt-2 flex items-center gap-1.5 text-[12.5px] text-muted">
        <Download size={13} /> keeps a batch as a file; <FileUp size={13} /> brings one back. Faces are predictions,
        dates estimates.
      </p>
    </div>
  );
}
