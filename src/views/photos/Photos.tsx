import { ImagePlus } from "lucide-react";
import { useMemo, useRef } from "react";
import { countingPhotos, setLeftOut } from "../../core/hand/batchPhotos";
import { KeyHint } from "../keys/KeyHint";
import { PHOTO_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { BatchPaper } from "../parts/BatchPaper";
import { type BatchPageProps, LiveBench, useBench } from "../parts/bench";
import { FilePick } from "../parts/FilePick";
import type { StoredBatch } from "../parts/stored";
import { Trouble } from "../parts/Trouble";
import { useBatch } from "../parts/useBatch";
import { useUndoKeys } from "../parts/useDocument";
import { PhotoInHand } from "./PhotoInHand";
import { PhotoList } from "./PhotoList";
import { Taught } from "./Taught";
import { usePhotoDesk } from "./usePhotoDesk";

/** @param bar "mould:number" of the bar that a new photo is taken to show */
export default function Photos({ initial, bar, ...page }: BatchPageProps & { bar: string | null }) {
  return (
    <LiveBench {...page}>
      <PhotosOfBatch initial={initial} startBar={bar} />
    </LiveBench>
  );
}

/** The photos of a batch's bars: added, measured beside the prediction, and what they teach. */
function PhotosOfBatch({ initial, startBar }: { initial: StoredBatch; startBar: string | null }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { photos } = plan.record;
  const { colourants } = useBench("colourants");
  useUndoKeys(batch.undo, batch.redo);
  const desk = usePhotoDesk(batch, startBar);
  const { photo, corners, design } = desk;
  const file = useRef<HTMLInputElement>(null);
  useKeys(PHOTO_KEYS, {
    add: () => file.current?.click(),
    other: (e) => desk.go(e.key === "PageUp" ? -1 : 1),
    measure: (e) => (e.repeat || !corners || !design ? false : desk.measure()),
    leaveOut: (e) => (e.repeat || !photo ? false : desk.note(setLeftOut(photo.id, !photo.isLeftOut))),
    learn: (e) => (e.repeat || countingPhotos(plan).length === 0 ? false : desk.learn()),
  });
  const names = useMemo(() => new Map(colourants.map((c) => [c.id, c.document.name])), [colourants]);
  return (
    <BatchPaper
      {...{ id: initial.id, batch, tab: "cut", screen: "photos" }}
      head="photos of its bars"
      className="px-6 py-4 phone:px-3"
    >
      <div className="grid grid-cols-[minmax(0,1fr)_370px] grid-rows-[auto_1fr] gap-x-8 gap-y-3 narrow:grid-cols-1 narrow:grid-rows-none">
        <div className="min-w-0 col-start-2 narrow:col-auto">
          <FilePick
            input={file}
            accept="image/jpeg,image/png,image/webp"
            label="A photo to add"
            onFile={(picture) => void desk.add(picture)}
          />
          <button
            type="button"
            className={`button !min-h-[52px] w-full justify-center px-4 ${photos.length === 0 ? "button-main" : ""}`}
            disabled={desk.bars.length === 0}
            onClick={() => file.current?.click()}
          >
            <ImagePlus size={20} aria-hidden="true" /> Add a photo <KeyHint of={PHOTO_KEYS.add} />
          </button>
          <p className="mt-1 text-[13px] text-muted">JPEG, PNG or WebP, up to 12 MB. Where it was taken is not kept.</p>
          <PhotoList photos={photos} chosenId={photo?.id ?? null} onChoose={desk.choose} />
        </div>
        <div className="col-start-1 row-span-2 row-start-1 min-w-0 narrow:col-auto narrow:row-auto">
          <Trouble words={desk.trouble} className="mb-2" />
          {photo ? (
            <PhotoInHand plan={plan} photo={photo} desk={desk} />
          ) : (
            <p className="notice-leaf">
              No photo yet. Lay a bar flat on an even ground, in daylight, and take it from straight above: it shows how
              your hand pours, and the next prediction learns from it.
            </p>
          )}
        </div>
        <div className="min-w-0 col-start-2 narrow:col-auto">
          {photos.length > 0 && (
            <Taught
              plan={plan}
              names={names}
              share={desk.learning.share}
              onLearn={desk.learn}
              onStop={desk.learning.stop}
            />
          )}
        </div>
      </div>
    </BatchPaper>
  );
}
