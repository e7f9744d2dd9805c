import { createHash } from "node:crypto";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { unzipSync } from "fflate";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { OpenDatabase } from "../../src/data/database";
import { openDatabase } from "../../src/data/open";
import { keptPhotos, photoDirectory, photoPath } from "../../src/data/photoFiles";
import { makeBackup, readBackup, restore } from "../../src/server/backup/files";
import { keepPhoto } from "../../src/server/photos/keep";

const base = mkdtempSync(join(tmpdir(), "tundish-photos-"));
afterAll(() => rmSync(base, { recursive: true, force: true }));

/** Wide, red on the left: a picture that shows which way up it is. */
const picture = () => {
  const data = new Uint8Array(3 * 400 * 200).fill(230);
  for (let y = 0; y < 200; y++) for (let x = 0; x < 200; x++) data.set([200, 20, 20], 3 * (400 * y + x));
  return sharp(data, { raw: { width: 400, height: 200, channels: 3 } });
};
const kept = async (directory: string, file: Uint8Array) => {
  const answer = await keepPhoto(directory, file);
  if (!answer.ok) throw new Error(answer.message);
  return answer.photo;
};

describe("photos in the data directory", () => {
  it("are kept by the hash of their file, upright, small beside it, and once", async () => {
    const own = join(base, "upright");
    // The camera was turned: what it wrote has to be turned back.
    const file = await picture().withMetadata({ orientation: 6 }).jpeg({ quality: 95 }).toBuffer();
    const photo = await kept(own, file);
    expect([photo.widthPx, photo.heightPx]).toEqual([200, 400]);
    expect(await kept(own, file)).toEqual(photo);
    expect(keptPhotos(own)).toEqual([photo.hash]);
    const path = photoPath(own, photo.hash)!;
    const stored = await sharp(path).raw().toBuffer({ resolveWithObject: true });
    expect(createHash("sha256").update(readFileSync(path)).digest("hex")).toBe(photo.hash);
    // Red lies above now.
    expect(stored.data[0]).toBeGreaterThan(150);
    expect(stored.data[1]).toBeLessThan(80);
    expect((await sharp(photoPath(own, photo.hash, "thumb")!).metadata()).height).toBe(320);
    expect(readdirSync(photoDirectory(own)).every((name) => !name.endsWith(".making"))).toBe(true);
  });

  it("keep nothing of what the camera wrote: no place, no maker, no time", async () => {
    const own = join(base, "stripped");
    const file = await picture()
      .withExif({
        IFD0: { Make: "Camera", Copyright: "me" },
        IFD3: { GPSLatitude: "51/1 30/1 0/1", GPSLatitudeRef: "N" },
      })
      .jpeg()
      .toBuffer();
    expect((await sharp(file).metadata()).exif).toBeDefined();
    const photo = await kept(own, file);
    const meta = await sharp(photoPath(own, photo.hash)!).metadata();
    expect([meta.exif, meta.xmp, meta.iptc]).toEqual([undefined, undefined, undefined]);
  });

  it.each([
    ["a text", () => Buffer.from("not a picture")],
    ["nothing", () => Buffer.alloc(0)],
    ["a drawing", () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')],
    ["a GIF", () => picture().gif().toBuffer()],
    ["half a photo", async () => (await picture().jpeg().toBuffer()).subarray(0, 700)],
  ])("%s is refused with a reason, and nothing is kept", async (_name, file) => {
    const own = join(base, "refused");
    const answer = await keepPhoto(own, await file());
    expect(answer.ok).toBe(false);
    expect(answer.ok ? "" : answer.message).toMatch(/picture/);
    expect(keptPhotos(own)).toEqual([]);
  });

  it("PNG and WebP are taken; what is larger than it is kept is made smaller", async () => {
    const own = join(base, "kinds");
    const large = await sharp({ create: { width: 3000, height: 1500, channels: 3, background: "#808080" } })
      .webp()
      .toBuffer();
    const photo = await kept(own, large);
    expect([photo.widthPx, photo.heightPx]).toEqual([2000, 1000]);
    const png = await kept(own, await picture().png().toBuffer());
    expect(keptPhotos(own)).toHaveLength(2);
    expect(photoPath(own, `${png.hash.slice(1)}0`)).toBeNull();
    expect(photoPath(own, "../../etc/passwd")).toBeNull();
  });
});

describe("photos in backups", () => {
  let open: OpenDatabase;
  const directory = join(base, "studio");
  beforeAll(async () => {
    open = await openDatabase(directory);
  });
  afterAll(() => open.close());

  it("go along in a file that is kept elsewhere, and come back by it; a changed one is refused", async () => {
    const photo = await kept(directory, await picture().jpeg().toBuffer());
    const file = await makeBackup(open.db, new Date(), directory);
    expect(Object.keys(unzipSync(file))).toContain(`photos/${photo.hash}.jpg`);
    expect(Object.keys(unzipSync(await makeBackup(open.db, new Date()))).some((n) => n.startsWith("photos/"))).toBe(
      false,
    );
    const read = await readBackup(file);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    rmSync(photoDirectory(directory), { recursive: true });
    await restore(open.db, directory, read.contents);
    expect(keptPhotos(directory)).toEqual([photo.hash]);
    expect(photoPath(directory, photo.hash, "thumb")).not.toBeNull();
    // Another picture under its name is not taken for it.
    const path = photoPath(directory, photo.hash)!;
    writeFileSync(path, await picture().negate().jpeg().toBuffer());
    const wrong = await readBackup(await makeBackup(open.db, new Date(), directory));
    expect(wrong.ok ? [] : wrong.problems.map((p) => p.field)).toEqual([`photos/${photo.hash}.jpg: file`]);
  });
});
