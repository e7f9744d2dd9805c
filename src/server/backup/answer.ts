import { readFile } from "node:fs/promises";
import { LARGEST_BACKUP } from "../../formats/backupFile";
import { type Read, readBytes } from "../body";
import { dataDirectory } from "../database";
import { notFound, problem } from "../problem";
import { backupDirectory, backupPath, type KeptBackup, listBackups } from "./store";

/** A backup file to keep elsewhere. */
export const zipAnswer = (file: Uint8Array, name: string): Response =>
  new Response(file as Uint8Array<ArrayBuffer>, {
    headers: {
      "content-type": "application/zip",
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });

/** The backups that lie in the data directory, and what they take up. */
export interface BackupList {
  directory: string;
  bytes: number;
  backups: KeptBackup[];
}
export function backupList(): BackupList {
  const backups = listBackups(dataDirectory());
  return { directory: backupDirectory(dataDirectory()), bytes: backups.reduce((sum, b) => sum + b.bytes, 0), backups };
}

/** The file of a kept backup by its name, or 404. */
export async function readKept(name: string): Promise<Read<Uint8Array>> {
  const path = backupPath(dataDirectory(), name);
  return path ? { ok: true, value: await readFile(path) } : { ok: false, answer: notFound("backup") };
}

/** The backup that a request is about: the kept one that `from` names, else its own body, or the answer that refuses it. */
export async function readBackupRequest(request: Request, from: string | null): Promise<Read<Uint8Array>> {
  if (from !== null) return readKept(from);
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/zip\s*(;|$)/i.test(type))
    return {
      ok: false,
      answer: problem(415, "Wrong media type", "Send the backup as application/zip, or name a kept one with `from`."),
    };
  return readBytes(request, LARGEST_BACKUP);
}
