import { createHash } from "node:crypto";
import fs from "node:fs";
import { join } from "node:path";
import { HASH } from "../core/photo/photoSchema";
import { syncPath } from "./syncedFiles";

/** Sizes in which a photo is kept: as it came, upright and within bounds, and small for lists. */
export const PHOTO_SIZES = ["full", "thumb"] as const;
export type PhotoSize = (typeof PHOTO_SIZES)[number];

export const photoDirectory = (dataDirectory: string): string => join(dataDirectory, "photos");
const NAMES: Record<PhotoSize, (hash: string) => string> = {
  full: (hash) => `${hash}.jpg`,
  thumb: (hash) => `${hash}.thumb.jpg`,
};

export const hashOf = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** Path of a kept photo; null where there is none of this hash. */
export function photoPath(dataDirectory: string, hash: string, size: PhotoSize = "full"): string | null {
  if (!HASH.test(hash)) return null;
  const path = join(photoDirectory(dataDirectory), NAMES[size](hash));
  return fs.existsSync(path) ? path : null;
}

/** Hashes of all photos that are kept, in their order. */
export function keptPhotos(dataDirectory: string): string[] {
  const directory = photoDirectory(dataDirectory);
  if (!fs.existsSync(directory)) return [];
  return fs
    .readdirSync(directory)
    .flatMap((name) => (/^[0-9a-f]{64}\.jpg$/.test(name) ? [name.slice(0, 64)] : []))
    .sort();
}

/** Keeps a file of a photo: written beside its place, synced, then moved there. One that is there stays. */
export function putPhotoFile(dataDirectory: string, hash: string, size: PhotoSize, bytes: Uint8Array): void {
  const directory = photoDirectory(dataDirectory);
  const path = join(directory, NAMES[size](hash));
  if (fs.existsSync(path)) return;
  fs.mkdirSync(directory, { recursive: true });
  const making = `${path}.${process.pid}.making`;
  fs.writeFileSync(making, bytes);
  syncPath(making);
  fs.renameSync(making, path);
  syncPath(directory);
}
