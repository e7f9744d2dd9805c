import { readFileSync } from "node:fs";
import { allParts, type BackupContents, type BackupRead, contentsOf, putContents } from "../../data/contents";
import type { Database } from "../../data/database";
import { keptPhotos, photoPath, putPhotoFile } from "../../data/photoFiles";
import { type BackupPart, packBackup, unpackBackup } from "../../formats/backupFile";
import { thumbOf } from "../photos/keep";
import { type KeptBackup, keepBackup } from "./store";

/** Photos of a data directory, one at a time as they are packed. */
function* photoParts(dataDirectory: string): Generator<BackupPart> {
  for (const hash of keptPhotos(dataDirectory))
    yield { path: `photos/${hash}.jpg`, value: new Uint8Array(readFileSync(photoPath(dataDirectory, hash)!)) };
}

function* both(documents: readonly BackupPart[], photos: Iterable<BackupPart>): Generator<BackupPart> {
  yield* documents;
  yield* photos;
}

/**
 * A backup of all that the database holds at one moment, as a file.
 * @param photosOf data directory whose photos are packed too: for a file that is kept elsewhere. One that stays in that directory needs none: photos lie
 * beside it by their hash and are never changed or removed.
 */
export const makeBackup = async (db: Database, now: Date, photosOf: string | null = null): Promise<Uint8Array> =>
  packBackup(both(await allParts(db), photosOf === null ? [] : photoParts(photosOf)), now);

/** Reads a backup file: its checksums, then every document. Never throws. */
export async function readBackup(file: Uint8Array): Promise<BackupRead> {
  const unpacked = await unpackBackup(file);
  return unpacked.ok ? contentsOf(unpacked.madeAt, unpacked.parts) : unpacked;
}

/** Puts a backup in place of all that is there, once that is backed up itself; gives that backup. Photos are added to those that are there. */
export async function restore(db: Database, dataDirectory: string, contents: BackupContents): Promise<KeptBackup> {
  for (const { hash, bytes } of contents.photos) {
    putPhotoFile(dataDirectory, hash, "full", bytes);
    const thumb = await thumbOf(bytes).catch(() => null);
    if (thumb) putPhotoFile(dataDirectory, hash, "thumb", thumb);
  }
  return putContents(db, contents, async (parts) => {
    const now = new Date();
    return keepBackup(dataDirectory, await packBackup(parts, now), "before-restore", now);
  });
}
