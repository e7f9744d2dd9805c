import { createHash } from "node:crypto";
import { unzipSync, Zip, ZipDeflate, ZipPassThrough } from "fflate";
import * as z from "zod/mini";
import { type FieldProblem, fieldName, problemsOf } from "../core/document/problems";
import { parseJson } from "./jsonText";

/**
 * A backup: a zip of JSON documents that any tool can open. `manifest.json` names every file with its length and SHA-256; `batches/`, `library/<kind>/`,
 * `formula-versions/` hold one document a file with what the database knows of it, `lessons.json` and `settings.json` the rest, `photos/` the photos by their hash. See docs/file-format.md.
 */
export const BACKUP_FORMAT = "tundish-backup";
export const BACKUP_VERSION = 2;
/** Largest backup that is read: as a file, unpacked, and one file in it, bytes. */
export const LARGEST_BACKUP = 1_000_000_000;
const LARGEST_UNPACKED = 2_000_000_000;
const LARGEST_PART = 8_000_000;
const MOST_FILES = 200_000;

/** Files that are packed before others get their turn. */
const FILES_AT_ONCE = 20;

const manifestSchema = z.strictObject({
  format: z.literal(BACKUP_FORMAT, "is not a backup of Tundish"),
  version: z.int().check(z.minimum(1), z.maximum(BACKUP_VERSION, "was written by a newer Tundish")),
  madeAt: z.iso.datetime(),
  files: z.array(
    z.strictObject({
      path: z.string().check(z.maxLength(400)),
      bytes: z.int().check(z.minimum(0)),
      sha256: z.string().check(z.length(64)),
    }),
  ),
});
export type BackupManifest = z.infer<typeof manifestSchema>;

/** Files of a backup that are no JSON: bytes as they are. */
const isBinary = (path: string): boolean => path.startsWith("photos/");

/** One file of a backup: any JSON, or bytes where its path says so. */
export interface BackupPart {
  path: string;
  value: unknown;
}
export type UnpackedBackup =
  | { ok: true; madeAt: string; parts: BackupPart[] }
  | { ok: false; problems: FieldProblem[] };

const sha256 = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const encode = (value: unknown) => new TextEncoder().encode(`${JSON.stringify(value, null, 2)}\n`);

/** Lets what waits come in. */
const breathe = () => new Promise<void>((done) => setImmediate(done));

/** Packs documents into a backup file, a few at a time, so that others are answered meanwhile. @param parts a file each */
export async function packBackup(parts: Iterable<BackupPart>, madeAt: Date): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    chunks.push(chunk);
  });
  const files: BackupManifest["files"] = [];
  const add = (path: string, bytes: Uint8Array) => {
    // Photos are packed as tightly as they can be already.
    const file = isBinary(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
    file.mtime = madeAt;
    zip.add(file);
    file.push(bytes, true);
  };
  for (const { path, value } of parts) {
    const bytes = value instanceof Uint8Array ? value : encode(value);
    files.push({ path, bytes: bytes.byteLength, sha256: sha256(bytes) });
    add(path, bytes);
    if (files.length % FILES_AT_ONCE === 0) await breathe();
  }
  const manifest: BackupManifest = {
    format: BACKUP_FORMAT,
    version: BACKUP_VERSION,
    madeAt: madeAt.toISOString(),
    files,
  };
  add("manifest.json", encode(manifest));
  zip.end();
  return Buffer.concat(chunks);
}

const refuse = (field: string, message: string): { ok: false; problems: FieldProblem[] } => ({
  ok: false,
  problems: [{ field, message }],
});

/** Reads a backup file and holds every file in it against its length and checksum. Never throws. */
export async function unpackBackup(file: Uint8Array): Promise<UnpackedBackup> {
  if (file.byteLength > LARGEST_BACKUP) return refuse("backup", `is larger than ${LARGEST_BACKUP / 1e6} MB`);
  let unpacked = 0;
  let count = 0;
  let tooLarge: string | null = null;
  let found: Record<string, Uint8Array>;
  try {
    found = unzipSync(file, {
      filter: ({ name, originalSize }) => {
        unpacked += originalSize;
        count++;
        if (originalSize > LARGEST_PART || unpacked > LARGEST_UNPACKED || count > MOST_FILES) tooLarge ??= name;
        return tooLarge === null && !name.endsWith("/");
      },
    });
  } catch (error) {
    return refuse("backup", `cannot be read as a zip file: ${(error as Error).message || "it is damaged"}`);
  }
  if (tooLarge !== null) return refuse((tooLarge as string).slice(0, 200), "is too large to be part of a backup");
  return checked(new Map(Object.entries(found)));
}

const textOf = (bytes: Uint8Array): string => new TextDecoder("utf-8", { fatal: true }).decode(bytes);

function readPart(
  path: string,
  bytes: Uint8Array,
): { ok: true; value: unknown } | { ok: false; problem: FieldProblem } {
  let text: string;
  try {
    text = textOf(bytes);
  } catch {
    return { ok: false, problem: { field: path, message: "is not UTF-8 text" } };
  }
  const parsed = parseJson(text);
  return parsed.ok ? parsed : { ok: false, problem: { field: path, message: parsed.message } };
}

function checked(found: ReadonlyMap<string, Uint8Array>): UnpackedBackup {
  const own = found.get("manifest.json");
  if (!own) return refuse("manifest.json", "is missing: this is no backup of Tundish");
  const read = readPart("manifest.json", own);
  if (!read.ok) return { ok: false, problems: [read.problem] };
  const manifest = manifestSchema.safeParse(read.value);
  if (!manifest.success)
    return {
      ok: false,
      problems: problemsOf(manifest.error).map((p) => ({ ...p, field: fieldName(["manifest.json", p.field]) })),
    };
  const problems: FieldProblem[] = [];
  const parts: BackupPart[] = [];
  const named = new Set<string>();
  for (const { path, bytes, sha256: sum } of manifest.data.files) {
    const file = found.get(path);
    if (!file) problems.push({ field: path, message: "is missing" });
    else if (named.has(path)) problems.push({ field: path, message: "is named twice" });
    else if (file.byteLength !== bytes || sha256(file) !== sum)
      problems.push({ field: path, message: "is damaged: it is not what was saved" });
    else if (isBinary(path)) parts.push({ path, value: file });
    else {
      const value = readPart(path, file);
      if (value.ok) parts.push({ path, value: value.value });
      else problems.push(value.problem);
    }
    named.add(path);
  }
  for (const path of found.keys())
    if (path !== "manifest.json" && !named.has(path))
      problems.push({ field: path, message: "is not named in the manifest" });
  return problems.length
    ? { ok: false, problems: problems.slice(0, 20) }
    : { ok: true, madeAt: manifest.data.madeAt, parts };
}
