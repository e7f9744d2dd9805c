import { allParts, type BackupContents, type BackupRead, contentsOf, putContents } from "../../data/contents";
import type { Database } from "../../data/database";
import { packBackup, unpackBackup } from "../../formats/backupFile";
import { type KeptBackup, keepBackup } from "./store";

/** A backup of all that the database holds at one moment, as a file. */
export const makeBackup = async (db: Database, now: Date): Promise<Uint8Array> => packBackup(await allParts(db), now);

/** Reads a backup file: its checksums, then every document. Never throws. */
export async function readBackup(file: Uint8Array): Promise<BackupRead> {
  const unpacked = await unpackBackup(file);
  return unpacked.ok ? contentsOf(unpacked.madeAt, unpacked.parts) : unpacked;
}

/** Puts a backup in place of all that is there, once that is backed up itself; gives that backup. */
export const restore = (db: Database, dataDirectory: string, contents: BackupContents): Promise<KeptBackup> =>
  putContents(db, contents, async (parts) => {
    const now = new Date();
    return keepBackup(dataDirectory, await packBackup(parts, now), "before-restore", now);
  });
