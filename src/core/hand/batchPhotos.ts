import { hueOf } from "../batter/colours";
import type { Edit } from "../document/edits/edit";
import { idMaker } from "../document/ids";
import type { Plan } from "../document/schema";
import { anchorOf, labOf } from "../photo/light";
import { MEASURE_VERSION } from "../photo/measure";
import {
  type Corners,
  type HueLesson,
  type MeasuredFace,
  MOST_PHOTOS,
  type Photo,
  type PhotoLessons,
} from "../photo/photoSchema";
import type { HandRead } from "./read";

const PHOTOS = ["record", "photos"] as const;
const ofPhoto = (id: string, field: string) => [...PHOTOS, `#${id}`, field];
const all = (edits: Edit[]): Edit => ({ kind: "all", edits });

/** A photo as it comes in: not measured yet. */
export interface NewPhoto {
  hash: string;
  widthPx: number;
  heightPx: number;
  bar: Photo["bar"];
  takenOn: string | null;
}

const NOT_LOOKED_AT = { corners: null, whiteAt: null, measured: null } as const;

/** Adds a photo; null where there are as many as a batch can hold. The new photo's id comes with it. */
export function addPhoto(plan: Plan, photo: NewPhoto, now: string): { edit: Edit; id: string } | null {
  if (plan.record.photos.length >= MOST_PHOTOS) return null;
  const id = idMaker(plan)("q");
  const added: Photo = { ...photo, id, addedAt: now, note: "", ...NOT_LOOKED_AT, isLeftOut: false };
  return { id, edit: { kind: "set", path: PHOTOS, value: [...plan.record.photos, added] } };
}

/** Takes a photo off the batch; its file stays, for undo and for backups. */
export const removePhoto = (plan: Plan, id: string): Edit => ({
  kind: "set",
  path: PHOTOS,
  value: plan.record.photos.filter((p) => p.id !== id),
});

/** Sets where the corners of the face are: what was measured by others no longer stands. */
export const setCorners = (id: string, corners: Corners): Edit =>
  all([
    { kind: "set", path: ofPhoto(id, "corners"), value: corners },
    { kind: "set", path: ofPhoto(id, "measured"), value: null },
  ]);

/** What a photo is measured by: the corners of the face, and something white that tells the light. */
export type Marks = Pick<Photo, "whiteAt"> & { corners: Corners };

/** Notes what was measured by some marks. */
export const setMeasured = (id: string, { corners, whiteAt }: Marks, measured: MeasuredFace): Edit =>
  all([
    { kind: "set", path: ofPhoto(id, "corners"), value: corners },
    { kind: "set", path: ofPhoto(id, "whiteAt"), value: whiteAt },
    { kind: "set", path: ofPhoto(id, "measured"), value: measured },
  ]);

export const setNote = (id: string, note: string): Edit => ({ kind: "set", path: ofPhoto(id, "note"), value: note });

export const setLeftOut = (id: string, isLeftOut: boolean): Edit => ({
  kind: "set",
  path: ofPhoto(id, "isLeftOut"),
  value: isLeftOut,
});

/** Says which bar a photo shows: it is measured anew against that. */
export const setBar = (id: string, bar: Photo["bar"]): Edit =>
  all([
    { kind: "set", path: ofPhoto(id, "bar"), value: bar },
    { kind: "set", path: ofPhoto(id, "measured"), value: null },
  ]);

/** How a photo is measured: not, by figures of an older Tundish (it has to be measured again), or by today's. */
export const measuredBy = ({ measured }: Pick<Photo, "measured">): "nothing" | "older" | "today" =>
  measured === null ? "nothing" : measured.version === MEASURE_VERSION ? "today" : "older";

/** A photo that teaches: of one bar that is the whole section of its loaf, measured by the figures that hold today, not left out. */
export type Counting = Photo & { bar: NonNullable<Photo["bar"]>; measured: MeasuredFace };
export function countingPhotos(plan: Pick<Plan, "record">): Counting[] {
  const seen = new Set<string>();
  return plan.record.photos.filter((p): p is Counting => {
    if (p.isLeftOut || p.bar === null || measuredBy(p) !== "today" || !p.measured?.isWhole) return false;
    // Of one bar the first photo counts: two of it are no two bars.
    const key = `${p.bar.mouldId}:${p.bar.number}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Whether what was worked out is of other photos than those that count now. */
export function areLessonsStale(plan: Pick<Plan, "record">): boolean {
  const now = countingPhotos(plan).map((p) => p.id);
  const then = plan.record.photoLessons?.photoIds ?? [];
  return now.length !== then.length || now.some((id, i) => id !== then[i]);
}

/** What a photo's colour errs by itself, and with all others of its batch, OKLab. */
const HUE_SD = { own: 0.02, shared: 0.02 } as const;

/**
 * What photos say of cured colours: how far each lies from its patch, cup by cup that holds one colourant of the library alone. Nothing of the colour
 * that the light was taken by.
 * @param palette cured colours as predicted for this plan, with what it already knew
 */
export function huesOf(plan: Plan, photos: readonly Counting[], palette: readonly string[]): HueLesson[] {
  const mean = (c: number) => photos.reduce((sum, p) => sum + (p.measured.shares[c] ?? 0), 0) / photos.length;
  const shares = palette.map((_, c) => mean(c));
  const baseAt = anchorOf(palette.map(labOf), shares);
  const told = new Map<string, HueLesson>();
  plan.portions.forEach((portion, c) => {
    const [only, more] = portion.colourants;
    const id = more ? null : (only?.libraryId ?? null);
    if (id === null || c === baseAt || told.has(id)) return;
    const seen = photos.flatMap((p) => (p.measured.seenHex[c] ? [labOf(p.measured.seenHex[c])] : []));
    if (seen.length === 0) return;
    const known = hueOf(plan, portion)?.offset ?? [0, 0, 0];
    const predicted = labOf(palette[c]);
    const offset = [0, 1, 2].map(
      (i) => seen.reduce((sum, l) => sum + l[i], 0) / seen.length - predicted[i] + known[i],
    ) as [number, number, number];
    told.set(id, {
      colourantId: id,
      offset,
      sd: Math.hypot(HUE_SD.shared, HUE_SD.own / Math.sqrt(seen.length)),
    });
  });
  return [...told.values()];
}

/** Keeps what the photos that count were worked out to teach. */
export function setLessons(
  plan: Plan,
  hand: readonly HandRead[],
  photos: readonly Counting[],
  palette: readonly string[],
  now: string,
): Edit {
  const value: PhotoLessons = {
    version: MEASURE_VERSION,
    at: now,
    photoIds: photos.map((p) => p.id),
    hand: hand.flatMap(({ constant, lesson }) => (lesson ? [{ constant, ...lesson }] : [])),
    hues: huesOf(plan, photos, palette),
  };
  return { kind: "set", path: ["record", "photoLessons"], value };
}
