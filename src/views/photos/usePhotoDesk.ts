import { useEffect, useMemo, useState } from "react";
import { barFace } from "../../core/cut/barFace";
import { asPouredS, barsDue } from "../../core/cut/cutDay";
import { derivedOf } from "../../core/derive/workedOut";
import type { Edit } from "../../core/document/edits/edit";
import { addPhoto, countingPhotos, setLessons, setMeasured } from "../../core/hand/batchPhotos";
import type { Corners, MeasuredFace, Photo, PhotoPoint } from "../../core/photo/photoSchema";
import { send } from "../parts/api";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";
import { useLearning, usePhotoWorker } from "./usePhotoWorker";

interface Kept {
  hash: string;
  widthPx: number;
  heightPx: number;
}

export const barKey = (bar: { mouldId: string; number: number }) => `${bar.mouldId}:${bar.number}`;
/** Marks on a photo as they are being moved; the corners are null until they are proposed. */
type Draft = { id: string; corners: Corners | null; whiteAt: PhotoPoint | null };

/** The photos of a batch as they are worked on: which is in hand, its corners, what was seen on it, and what all of them teach. */
export function usePhotoDesk(batch: OpenBatch, startBar: string | null) {
  const { plan } = batch;
  const { photos } = plan.record;
  const { units } = useUnits();
  // As it was poured: with the traces of its record.
  const derived = useMemo(() => derivedOf(plan, units, asPouredS(plan)), [plan, units]);
  const bars = useMemo(() => (derived.masses ? barsDue(plan, derived.masses) : []), [plan, derived]);
  const [chosenId, choose] = useState<string | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { look, looked, busy } = usePhotoWorker((id, corners) =>
    setDraft((d) => ({
      id,
      whiteAt: photos.find((p) => p.id === id)?.whiteAt ?? null,
      ...(d?.id === id ? d : {}),
      corners,
    })),
  );
  const photo = photos.find((p) => p.id === chosenId) ?? photos.at(0) ?? null;
  const barOf = (p: Photo | null) => bars.find((b) => p?.bar && barKey(b) === barKey(p.bar)) ?? null;
  const bar = barOf(photo);
  const face = useMemo(() => bar && barFace(bar.loaf, bar.leaf), [bar]);
  const design = bar ? (derived.designs.get(bar.mouldId) ?? null) : null;
  const own = draft?.id === photo?.id ? draft : null;
  const { corners, whiteAt } = own ?? photo ?? { corners: null, whiteAt: null };
  const note = (edit: Edit) => {
    setTrouble(batch.edit(edit));
    batch.seal();
  };
  const lookAt = (by: Pick<Draft, "corners" | "whiteAt">, keeps: boolean) => {
    if (!photo || !face || !design) return;
    const { palette } = derived;
    const job = { id: photo.id, url: `/api/photos/${photo.hash}`, ...by, design, face, palette };
    const keep = (measured: MeasuredFace, at: Corners) => {
      note(setMeasured(photo.id, { corners: at, whiteAt: by.whiteAt }, measured));
      // What was moved meanwhile, here or on another photo, stays.
      setDraft((d) => (d === own ? null : d));
    };
    look(job, keeps ? keep : null);
  };
  const draw = (change: Partial<Draft>) => photo && setDraft({ corners, whiteAt, ...change, id: photo.id });
  const key = photo && design ? `${photo.id} ${bar && barKey(bar)}` : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a photo is looked at when it is chosen, and measured when that is asked for
  useEffect(() => {
    if (key) lookAt(photo!, false);
  }, [key]);
  const learning = useLearning((hand) =>
    note(setLessons(plan, hand, countingPhotos(plan), derived.palette, new Date().toISOString())),
  );
  const learn = () => {
    const counting = countingPhotos(plan);
    const own = counting.flatMap((p) => {
      const of = p.bar.mouldId === counting[0].bar.mouldId ? barOf(p) : null;
      return of ? [{ view: barFace(of.loaf, of.leaf).view, figures: p.measured.figures }] : [];
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
    ...{ derived, bars, photo, bar, face, design, corners, whiteAt, trouble, busy, choose, note, learn, add, go },
    isMoved: own !== null,
    measure: () => lookAt({ corners, whiteAt }, true),
    move: (to: Corners) => draw({ corners: to }),
    /** Puts the ring on something white, or takes it off. */
    ring: (at: PhotoPoint | null) => draw({ whiteAt: at }),
    write: (edit: Edit) => setTrouble(batch.edit(edit, `note${photo?.id}`)),
    seal: batch.seal,
    looked: looked && looked.id === photo?.id && busy === null ? looked : null,
    learning: { share: learning.share, stop: learning.stop },
  };
}
export type PhotoDesk = ReturnType<typeof usePhotoDesk>;
