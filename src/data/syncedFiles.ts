import fs from "node:fs";
import { join } from "node:path";
import { PGlite } from "@electric-sql/pglite";
import { NodeFS } from "@electric-sql/pglite/nodefs";

/** What of the engine's file layer is reached for here; the package does not type it. */
interface EngineFiles {
  NODEFS: {
    stream_ops: { fsync?: (stream: { nfd?: number }) => number };
    /** Runs a file operation, its errors as the engine's own. */
    tryFSOperation<T>(work: () => T): T;
  };
}

/** Codes with which a system says that it cannot sync a thing (a directory, mostly) although nothing is wrong. */
const CANNOT_SYNC = new Set(["EISDIR", "EINVAL", "EPERM", "EACCES", "ENOTSUP", "EBADF"]);

const codeOf = (error: unknown) => (error as NodeJS.ErrnoException)?.code ?? "";

function syncOpenFile(descriptor: number): void {
  try {
    fs.fsyncSync(descriptor);
  } catch (error) {
    if (!CANNOT_SYNC.has(codeOf(error))) throw error;
  }
}

/** Files of a directory as the engine uses them, in which a sync is a sync: what was committed is on the disk. */
export class SyncedFiles extends NodeFS {
  override async init(...args: Parameters<NodeFS["init"]>): ReturnType<NodeFS["init"]> {
    const made = await super.init(...args);
    const useSync = (engine: unknown) => {
      const { NODEFS } = engine as EngineFiles;
      NODEFS.stream_ops.fsync = ({ nfd }) => {
        if (nfd !== undefined) NODEFS.tryFSOperation(() => syncOpenFile(nfd));
        return 0;
      };
    };
    const preRun = [made.emscriptenOpts.preRun ?? [], useSync as never].flat();
    return { ...made, emscriptenOpts: { ...made.emscriptenOpts, preRun } };
  }
}

/** The engine's own start parameters without the one that turns syncing off; its `fdatasync` does nothing, so that `fsync` is named. */
const SYNCED_START = [...PGlite.defaultStartParams.filter((p) => p !== "-F"), "-c", "wal_sync_method=fsync"];

/** The engine runs without syncing: what it acknowledges may be lost with the power. */
export class NotSynced extends Error {
  constructor(what: string) {
    super(
      `The database does not sync to the disk (${what}). Nothing was changed. Please report this with your version of Node.js.`,
    );
    this.name = "NotSynced";
  }
}

/** Opens the engine on the files of a directory, synced. @throws NotSynced where the engine says that it does not */
export async function openEngine(files: string): Promise<PGlite> {
  const engine = await PGlite.create({ fs: new SyncedFiles(files), startParams: SYNCED_START });
  const says = async (name: string) => {
    const { rows } = await engine.query<Record<string, string>>(`show ${name}`);
    return rows[0][name];
  };
  const [fsync, commit, method] = [
    await says("fsync"),
    await says("synchronous_commit"),
    await says("wal_sync_method"),
  ];
  if (fsync === "on" && commit === "on" && method === "fsync") return engine;
  await engine.close();
  throw new NotSynced(`fsync ${fsync}, synchronous_commit ${commit}, wal_sync_method ${method}`);
}

/** Syncs one file or directory. */
export function syncPath(path: string): void {
  let descriptor: number;
  try {
    descriptor = fs.openSync(path, "r");
  } catch (error) {
    if (CANNOT_SYNC.has(codeOf(error))) return;
    throw error;
  }
  try {
    syncOpenFile(descriptor);
  } finally {
    fs.closeSync(descriptor);
  }
}

/** Syncs all files and directories below a directory, and itself. */
export function syncTree(directory: string): void {
  for (const entry of fs.readdirSync(directory, { withFileTypes: true })) {
    const path = join(directory, entry.name);
    if (entry.isDirectory()) syncTree(path);
    else if (entry.isFile()) syncPath(path);
  }
  syncPath(directory);
}

/** Copies the files and directories below a directory to a new one. */
export function copyTree(from: string, to: string): void {
  fs.mkdirSync(to);
  for (const entry of fs.readdirSync(from, { withFileTypes: true })) {
    const [source, target] = [join(from, entry.name), join(to, entry.name)];
    if (entry.isDirectory()) copyTree(source, target);
    else if (entry.isFile()) fs.copyFileSync(source, target);
  }
}
