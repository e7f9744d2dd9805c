import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { generator, hashSeed } from "../../src/core/units/random";
import { createBatch, deleteBatch, getBatch, saveBatch } from "../../src/data/batches";
import { openDatabase } from "../../src/data/open";
import { ForgetfulDisk } from "./powerCut";

/** What was acknowledged when the power went: the version of each batch, null for one that was deleted. */
type Acknowledged = Map<string, number | null>;
export interface Image {
  directory: string;
  acknowledged: Acknowledged;
  /** Batch whose change was on its way: it may have come through or not. */
  onItsWay: string | null;
}
/** What a run of work tells of itself. */
export interface Diary {
  acknowledged: Acknowledged;
  onItsWay: string | null;
  /** Whether the power may go now. */
  isArmed: boolean;
  /** Numbers of this run, the same whatever ran before it. */
  random: () => number;
  /** Whether the power went as often as was wanted: what is done from then on is seen by nobody. */
  isOver: () => boolean;
}

export const base = mkdtempSync(join(tmpdir(), "tundish-power-"));
const SEED = 20_261_126;

export const titleOf = (id: string, version: number) => `${id} as of ${version}`;

/** Does work in a data directory on a forgetful disk; the power is cut `wanted` times, each about `gap` writes after the last. */
export async function cutDuring(
  name: string,
  wanted: number,
  gap: (directory: string) => number,
  work: (directory: string, diary: Diary) => Promise<void>,
  {
    syncsReally = true,
    mayCut = () => true,
  }: { syncsReally?: boolean; mayCut?: (directory: string, taken: number) => boolean } = {},
): Promise<{ images: Image[]; disk: ForgetfulDisk }> {
  const directory = join(base, name);
  const disk = new ForgetfulDisk(directory, `${directory}-disk`);
  disk.syncsReally = syncsReally;
  const random = generator(hashSeed(SEED, name));
  const images: Image[] = [];
  const isOver = () => images.length >= wanted;
  const diary: Diary = { acknowledged: new Map(), onItsWay: null, isArmed: true, random, isOver };
  const next = (of: number) => 1 + Math.floor(random() * 2 * of);
  let apart = gap(directory);
  let left = next(apart);
  disk.onCall = () => {
    if (!diary.isArmed || isOver() || !mayCut(directory, images.length)) return;
    const now = gap(directory);
    if (now !== apart) left = next(now);
    apart = now;
    if (--left > 0) return;
    left = next(apart);
    const image = `${directory}-image-${images.length}`;
    disk.cut(image, random);
    images.push({ directory: image, acknowledged: new Map(diary.acknowledged), onItsWay: diary.onItsWay });
  };
  const stop = disk.watch();
  try {
    await work(directory, diary);
  } finally {
    stop();
  }
  rmSync(directory, { recursive: true, force: true });
  return { images, disk };
}

/** Makes a database, and saves in it once it is open, from then on under the threat of a cut. */
export async function saveLater(directory: string, diary: Diary): Promise<void> {
  diary.isArmed = false;
  await saveMany(directory, diary);
}

/** More saves than any run needs. */
const MOST_SAVES = 1000;

/** Saves, new batches and deletions, one after another, until the power went for the last time. */
export async function saveMany(directory: string, diary: Diary): Promise<void> {
  const { db, close } = await openDatabase(directory);
  diary.isArmed = true;
  const { acknowledged, random } = diary;
  for (let i = 0; i < MOST_SAVES && !diary.isOver(); i++) {
    const id = `b${Math.floor(random() * 8)}`;
    const seen = acknowledged.get(id) ?? null;
    diary.onItsWay = id;
    if (seen === null) {
      await createBatch(db, newPlan(titleOf(id, 1), i), id);
      acknowledged.set(id, 1);
    } else if (random() < 0.1) {
      await deleteBatch(db, id, seen);
      acknowledged.set(id, null);
    } else {
      await saveBatch(db, id, seen, newPlan(titleOf(id, seen + 1), i));
      acknowledged.set(id, seen + 1);
    }
    diary.onItsWay = null;
  }
  await close();
}

/** Opens what is left after a cut and says what of the acknowledged is missing or wrong. */
export async function lostIn(image: Image): Promise<string[]> {
  const { db, close } = await openDatabase(image.directory);
  const lost: string[] = [];
  for (const [id, version] of image.acknowledged) {
    const row = await getBatch(db, id);
    const mayDiffer = id === image.onItsWay;
    if (row && row.document.title !== titleOf(id, row.version)) lost.push(`${id} is not what was saved`);
    if (version === null ? row && !mayDiffer : !row && !mayDiffer) lost.push(`${id} is ${row ? "back" : "gone"}`);
    if (row && version !== null && row.version < version) lost.push(`${id} is old`);
  }
  await close();
  rmSync(image.directory, { recursive: true, force: true });
  return lost;
}

export const numbers = (count: number) => Array.from({ length: count }, (_, i) => i);

/** Takes away what the runs left. */
export const clearAway = () => rmSync(base, { recursive: true, force: true });

/** Tests that each of `count` images opens and has lost nothing that was acknowledged. `words` hold `%i` for its number. */
export function eachKeepsAll(count: number, words: string, imageAt: (k: number) => Image): void {
  it.each(numbers(count))(words, async (k) => expect(await lostIn(imageAt(k))).toEqual([]));
}
