import sharp from "sharp";
import { hashOf, photoPath, putPhotoFile } from "../../data/photoFiles";

/** Largest photo that is taken, as a file, bytes, and in pixels. */
export const LARGEST_PHOTO = 12_000_000;
const MOST_PIXELS = 60_000_000;
const TAKEN: ReadonlySet<string> = new Set(["jpeg", "png", "webp"]);
/** Longest side in which a photo is kept, and in lists, px; how finely. */
const FULL = { px: 2000, quality: 88 } as const;
const THUMB = { px: 320, quality: 78 } as const;

/** A photo that is kept. */
export interface KeptPhoto {
  hash: string;
  widthPx: number;
  heightPx: number;
  bytes: number;
}
export type Kept = { ok: true; photo: KeptPhoto } | { ok: false; message: string };

/** The small picture of a photo. */
export const thumbOf = (bytes: Uint8Array): Promise<Buffer> =>
  sharp(bytes)
    .resize({ width: THUMB.px, height: THUMB.px, fit: "inside", withoutEnlargement: true })
    .jpeg({ quality: THUMB.quality })
    .toBuffer();

/**
 * Keeps a photo in the data directory by the hash of what is kept: upright, within bounds, as JPEG, without anything that its camera wrote into it (the
 * place least of all). Says why one is not taken.
 */
export async function keepPhoto(dataDirectory: string, file: Uint8Array): Promise<Kept> {
  let full: { data: Buffer; info: { width: number; height: number } };
  try {
    const read = sharp(file, { limitInputPixels: MOST_PIXELS, failOn: "error" });
    const { format, pages } = await read.metadata();
    if (!TAKEN.has(format ?? "")) return { ok: false, message: "must be a JPEG, PNG or WebP picture" };
    if ((pages ?? 1) > 1) return { ok: false, message: "must be one picture, not a film" };
    full = await read
      .rotate()
      .flatten({ background: "#ffffff" })
      .toColourspace("srgb")
      .resize({ width: FULL.px, height: FULL.px, fit: "inside", withoutEnlargement: true })
      .jpeg({ quality: FULL.quality, chromaSubsampling: "4:4:4" })
      .toBuffer({ resolveWithObject: true });
  } catch {
    return { ok: false, message: "cannot be read as a picture: it is damaged, too large, or none" };
  }
  const hash = hashOf(full.data);
  if (!photoPath(dataDirectory, hash, "thumb")) putPhotoFile(dataDirectory, hash, "thumb", await thumbOf(full.data));
  putPhotoFile(dataDirectory, hash, "full", full.data);
  return { ok: true, photo: { hash, widthPx: full.info.width, heightPx: full.info.height, bytes: full.data.length } };
}
