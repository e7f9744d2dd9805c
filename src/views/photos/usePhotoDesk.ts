import { useEffect, useMemo, useState } from "react";
import { barsDue, type DueBar } from "../../core/cut/cutDay";
import { facing } from "../../core/cut/propose";
import { derivedOf } from "../../core/derive/workedOut";
import type { Edit } from "../../core/document/edits/edit";
import { addPhoto, countingPhotos, setLessons, setMeasured } from "../../core/hand/batchPhotos";
import type { Corners, Photo } from "../../core/photo/photoSchema";
import { send } from "../parts/api";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";
import { useLearning, usePhotoWorker } from "./usePhotoWorker";

interface Kept {
  hash: string;
  widthPx: number;
  heightPx: number;
}

/** Part of its loaf that a bar must have for its face to be the whole section. */
const WHOLE = 0.97;
/** Whether a bar's face is the whole section of its loaf: only those are measured. */
const isWhole = ({ loaf, leaf }: DueBar): boolean =>
  facing(leaf) === "length" && leaf.size.width > WHOLE * loaf.size.width && leaf.size.height > WHOLE * loaf.size.height;
export const barKey = (bar: { mouldId: string; number: number }) => `${bar.mouldId}:${bar.number}`;
const viewOf = (b: DueBar) => ({ kind: "across" as const, atMm: b.leaf.at.length + b.leaf.size.length / 2 });

/** The photos of a batch as they are worked on: which is in hand, its corners, what was seen on it, and what all of them teach. */
export function usePhotoDesk(batch: OpenBatch, startBar: string | null) {
  const { plan } = batch;
  const { photos } = plan.record;
  const { units } = useUnits();
  // As it was poured: with the traces of its record.
  const endS = plan.record.events.reduce((t, e) => Math.max(t, e.atS), 0);
  const derived = useMemo(() => derivedOf(plan, units, endS > 0 ? endS : undefined), [plan, units, endS]);
  const bars = useMemo(() => (derived.masses ? barsDue(plan, derived.masses) : []), [plan, derived]);
  const [chosenId, choose] = useState<string | null>(null);
  const [draft, setDraft] = useState<{ id: string; corners: Corners } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { look, looked, busy } = usePhotoWorker((id, corners) => setDraft({ id, corners }));
  const photo = photos.find((p) => p.id === chosenId) ?? photos.at(0) ?? null;
  const barOf = (p: Photo | null) => bars.find((b) => p?.bar && barKey(b) === barKey(p.bar)) ?? null;
  const bar = barOf(photo);
  const design = bar && isWhole(bar) ? (derived.designs.get(bar.mouldId) ?? null) : null;
  const corners = photo && draft?.id === photo.id ? draft.corners : (photo?.corners ?? null);
  const note = (edit: Edit) => {
    setTrouble(batch.edit(edit));
    batch.seal();
  };
  const lookAt = (own: Corners | null, keeps: boolean) => {
    if (!photo || !bar || !design) return;
    const { palette } = derived;
    const job = { id: photo.id, url: `/api/photos/${photo.hash}`, corners: own, design, view: viewOf(bar), palette };
    look(job, keeps ? (face, at) => note(setMeasured(photo.id, at, face)) : null);
  };
  const key = photo && design ? `${photo.id} ${bar && barKey(bar)}` : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a photo is looked at when it is chosen, and measured when that is asked for
  useEffect(() => {
    if (key) lookAt(photo!.corners, false);
  }, [key]);
  const learning = useLearning((hand) =>
    note(setLessons(plan, hand, countingPhotos(plan), derived.palette, new Date().toISOString())),
  );
  const learn = () => {
    const counting = countingPhotos(plan);
    const own = counting.flatMap((p) => {
      const of = p.bar.mouldId === counting[0].bar.mouldId ? barOf(p) : null;
      return of ? [{ view: viewOf(of), figures: p.measured.figures }] : [];
    });
    const of = derived.designs.get(counting[0]?.bar.mouldId);
    if (!of || own.length === 0) return;
    const { look: _, ...usual } = of;
    learning.learn({
      design: usual,
      views: own.map((o) => o.view),
      figures: own.map((o) => o.figures),
      palette: derived.palette,
    });
  };
  const add = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    const answer = await send<Kept>("/api/photos", { blob: file, type: file.type });
    if (!answer.ok) return setTrouble(answer.message);
    const { hash, widthPx, heightPx } = answer.value;
    const taken = new Set(photos.flatMap((p) => (p.bar ? [barKey(p.bar)] : [])));
    const free = bars.filter((b) => !taken.has(barKey(b)));
    const own = free.find((b) => barKey(b) === startBar) ?? free.at(0) ?? null;
    const shows = own && { mouldId: own.mouldId, number: own.number };
    const added = addPhoto(plan, { hash, widthPx, heightPx, bar: shows, takenOn: null }, new Date().toISOString());
    if (!added) return setTrouble("A batch holds 60 photos at most.");
    note(added.edit);
    choose(added.id);
  };
  const go = (by: number) => {
    const at = photos.findIndex((p) => p.id === photo?.id) + by;
    const next = photos[Math.min(photos.length - 1, Math.max(0, at))];
    if (next) choose(next.id);
  };
  return {
    ...{ derived, bars, photo, bar, design, corners, trouble, busy, choose, note, lookAt, learn, add, go },
    isMoved: photo !== null && draft?.id === photo.id,
    move: (to: Corners) => photo && setDraft({ id: photo.id, corners: to }),
    looked: looked && looked.id === photo?.id && busy === null ? looked : null,
    learning: { share: learning.share, stop: learning.stop },
  };
}
export type PhotoDesk = ReturnType<typeof usePhotoDesk>;
