import { parseISO } from "date-fns";
import { useCallback, useEffect, useRef, useState } from "react";
import type { KindChange, RestoreChanges } from "../../core/practice/restoring";
import { type ApiAnswer, api, send } from "../parts/api";
import { format } from "../parts/dates";
import { Section } from "../parts/Section";

/** A backup as the server lists it. */
export interface BackupRow {
  name: string;
  cause: "daily" | "asked" | "before-restore";
  day: string;
  bytes: number;
  madeAt: string;
}
export interface BackupList {
  directory: string;
  bytes: number;
  backups: BackupRow[];
}

/** The backup that is about to be put in place: one that is kept, or a file. */
type Chosen = { name: string; source: { from: string } | { file: File }; changes: RestoreChanges };

const CAUSES = { daily: "by itself", asked: "asked for", "before-restore": "before a restore" } as const;
export const sizeOf = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
const moment = (instant: string) => format(parseISO(instant), "d MMM yyyy, HH:mm");

const restorePath = (source: Chosen["source"], isCheck: boolean) => {
  const query = new URLSearchParams({ ...("from" in source ? source : {}), ...(isCheck ? { check: "1" } : {}) });
  return `/api/restore?${query}`;
};
const askRestore = <T,>(source: Chosen["source"], isCheck: boolean): Promise<ApiAnswer<T>> =>
  send<T>(restorePath(source, isCheck), "file" in source ? { blob: source.file, type: "application/zip" } : null);

/** Backups of the whole studio: kept by themselves, made when asked, put back after showing what that changes. */
export function Backups() {
  const [list, setList] = useState<BackupList | null>(null);
  const [says, setSays] = useState<{ words: string; isProblem: boolean } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const picker = useRef<HTMLInputElement>(null);

  const load = useCallback(async () => {
    const answer = await api<BackupList>("/api/backups");
    if (answer.ok) setList(answer.value);
    else setSays({ words: answer.message, isProblem: true });
  }, []);
  useEffect(() => {
    void load();
  }, [load]);

  /** Does one thing at a time and says how it went. */
  const doing = async <T,>(ask: Promise<ApiAnswer<T>>, done: (value: T) => string | null) => {
    setBusy(true);
    setSays(null);
    const answer = await ask;
    setBusy(false);
    const words = answer.ok ? done(answer.value) : answer.message;
    if (words) setSays({ words, isProblem: !answer.ok });
    await load();
  };
  const backUp = () =>
    doing(api<BackupRow>("/api/backups", { method: "POST" }), (b) => `Backed up: ${sizeOf(b.bytes)}.`);
  const choose = (name: string, source: Chosen["source"]) =>
    doing(askRestore<{ changes: RestoreChanges }>(source, true), ({ changes }) => {
      setChosen({ name, source, changes });
      return null;
    });
  const restore = ({ source }: Chosen) => {
    setChosen(null);
    void doing(
      askRestore<{ before: BackupRow }>(source, false),
      ({ before }) => `Done. What was here before is kept as the backup of ${moment(before.madeAt)}.`,
    );
  };

  return (
    <Section head="Backups" headClass="mb-1 text-[18px]">
      <p className="mb-2 max-w-[70ch] text-[13px] text-muted">
        All batches, libraries, settings, stock, orders and what the clock has learned, in one zip file of plain JSON.
        One is made by itself every day; the last seven days and one of each of the last four weeks are kept
        {list && ` in ${list.directory}, ${sizeOf(list.bytes)} in all`}. Keep a copy on another machine as well.
      </p>
      <p className="flex flex-wrap items-center gap-2">
        <button type="button" className="button" disabled={isBusy} onClick={() => void backUp()}>
          Back up now
        </button>
        <a className="button" href="/api/backup" download>
          Download everything
        </a>
        <button type="button" className="button" disabled={isBusy} onClick={() => picker.current?.click()}>
          Restore from a file…
        </button>
        <input
          ref={picker}
          type="file"
          accept=".zip,application/zip"
          className="hidden"
          aria-label="Backup file to restore from"
          onChange={(e) => {
            const file = e.currentTarget.files?.[0];
            e.currentTarget.value = "";
            if (file) void choose(file.name, { file });
          }}
        />
        <span role="status" className={says?.isProblem ? "text-cut" : "text-muted"}>
          {isBusy ? "One moment…" : (says?.words ?? "")}
        </span>
      </p>
      {chosen && <RestoreQuestion chosen={chosen} onStay={() => setChosen(null)} onGo={() => restore(chosen)} />}
      {list && (
        <BackupTable list={list} isBusy={isBusy} onRestore={(b) => void choose(moment(b.madeAt), { from: b.name })} />
      )}
    </Section>
  );
}

/** The backups that are kept, newest first. */
export function BackupTable({
  list,
  isBusy,
  onRestore,
}: {
  list: BackupList;
  isBusy: boolean;
  onRestore: (backup: BackupRow) => void;
}) {
  if (list.backups.length === 0)
    return <p className="mt-2 text-muted">None yet: the first is made within a minute of the start.</p>;
  return (
    <table className="mt-2 w-full max-w-[46rem] text-left">
      <thead className="text-[12.5px] text-muted">
        <tr>
          <th className="font-normal">made</th>
          <th className="font-normal">why</th>
          <th className="text-right font-normal">size</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {list.backups.map((b) => (
          <tr key={b.name} className="border-t border-rule">
            <td className="py-1">{moment(b.madeAt)}</td>
            <td>{CAUSES[b.cause]}</td>
            <td className="text-right">{sizeOf(b.bytes)}</td>
            <td className="text-right">
              <a
                className="underline"
                href={`/api/backups/${b.name}`}
                download
                aria-label={`Download the backup of ${moment(b.madeAt)}`}
              >
                download
              </a>{" "}
              <button
                type="button"
                className="ml-3 underline"
                disabled={isBusy}
                aria-label={`Restore the backup of ${moment(b.madeAt)}`}
                onClick={() => onRestore(b)}
              >
                restore…
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const sayChange = (k: KindChange, one: string, many: string): string => {
  const parts = [
    k.added && `${k.added} come back or are new`,
    k.changed && `${k.changed} become as they were then`,
    k.removed && `${k.removed} go away`,
  ].filter(Boolean);
  const all = k.added + k.changed + k.removed + k.same;
  return parts.length
    ? `${parts.join(", ")}; ${k.same} stay as they are`
    : `all ${all} ${all === 1 ? one : many} stay as they are`;
};

/** What would change, before it is done. */
export function RestoreQuestion({ chosen, onStay, onGo }: { chosen: Chosen; onStay: () => void; onGo: () => void }) {
  const { batches, library, settings, stock, orders, titles, madeAt } = chosen.changes;
  const becomes = (isOther: boolean) => (isOther ? "become as they were then" : "stay as they are");
  return (
    <div
      className="mt-3 max-w-[46rem] rounded border-[1.5px] border-ink bg-paper p-3"
      role="alertdialog"
      aria-label="What a restore changes"
    >
      <p>
        <strong>{chosen.name}</strong>: the studio as it stood on {moment(madeAt)}.
      </p>
      <ul className="mt-1 list-disc pl-5">
        <li>Batches: {sayChange(batches, "batch", "batches")}.</li>
        <li>Libraries: {sayChange(library, "row", "rows")}.</li>
        <li>Settings: {becomes(settings)}.</li>
        <li>Counts of the stock: {becomes(stock)}.</li>
        <li>Orders, and what was given out: {becomes(orders)}.</li>
      </ul>
      {titles.length > 0 && (
        <p className="mt-1 text-[13px]">
          {titles.map((t) => `${t.title} ${t.what === "removed" ? "goes away" : "changes"}`).join("; ")}.
        </p>
      )}
      <p className="mt-1 text-[13px] text-muted">
        What is here now is backed up first, so that this can be taken back.
      </p>
      <p className="mt-2 flex gap-2">
        <button type="button" className="button" onClick={onStay}>
          Leave all as it is
        </button>
        <button type="button" className="button border-cut text-cut" onClick={onGo}>
          Restore
        </button>
      </p>
    </div>
  );
}
