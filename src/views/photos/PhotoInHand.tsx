import type { Plan } from "../../core/document/schema";
import { measuredBy, removePhoto, setBar, setLeftOut, setNote } from "../../core/hand/batchPhotos";
import type { CutAxis } from "../../core/mould/cutSchema";
import { MOST_NOTE, type Photo, type PhotoPoint } from "../../core/photo/photoSchema";
import { byId } from "../../core/units/byId";
import { KeyHint } from "../keys/KeyHint";
import { PHOTO_KEYS } from "../keys/screens";
import { Check } from "../parts/Check";
import { Choose } from "../parts/Choose";
import { TextInput } from "../parts/TextInput";
import { Compared } from "./Compared";
import { CornerPicker } from "./CornerPicker";
import { barKey, type PhotoDesk } from "./usePhotoDesk";

/** Where the ring for something white starts, as parts of the photo: in a corner, off the bar. */
const RING_STARTS_AT: PhotoPoint = [0.06, 0.06];
/** Faces that are not cut across: which ends of the photo are which. */
const FACE_WORDS: Readonly<Record<Exclude<CutAxis, "length">, string>> = {
  width: "cut lengthwise (set the corners so that the loaf's left end is on the left and its floor below)",
  height: "cut level (set the corners so that the loaf's left end is on the left and its near wall below)",
};

/** The photo in hand: its corners, the bar that it shows, and what was seen beside the prediction. */
export function PhotoInHand({ plan, photo, desk }: { plan: Plan; photo: Photo; desk: PhotoDesk }) {
  const { bars, bar, face, design, corners, busy, looked, derived } = desk;
  const cups = [...plan.portions.map((p) => p.name), ...derived.shades.map((s) => s.name)];
  return (
    <>
      <CornerPicker
        photo={photo}
        label={`Photo${bar ? ` of bar ${bar.number}` : ""}`}
        corners={design ? corners : null}
        onMove={desk.move}
        whiteAt={design ? desk.whiteAt : null}
        onWhite={desk.ring}
      />
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <label className="flex items-center gap-2">
          it shows
          <Choose
            value={photo.bar ? barKey(photo.bar) : "none"}
            options={[
              ...bars.map((b) => ({
                value: barKey(b),
                label: `bar ${b.number}${plan.moulds.length > 1 ? `, ${byId(plan.moulds, b.mouldId).name}` : ""}`,
              })),
              { value: "none", label: "the soap, no bar of it" },
            ]}
            onChoose={(v) => {
              const b = bars.find((x) => barKey(x) === v);
              desk.note(setBar(photo.id, b ? { mouldId: b.mouldId, number: b.number } : null));
            }}
          />
        </label>
        <Check
          label="let it teach nothing"
          checked={photo.isLeftOut}
          onCheck={(on) => desk.note(setLeftOut(photo.id, on))}
        />
        <button
          type="button"
          className="text-muted underline narrow:min-h-[44px]"
          onClick={() => desk.note(removePhoto(plan, photo.id))}
        >
          take it off
        </button>
      </div>
      <TextInput
        className="mt-2 w-full"
        {...{
          label: "Note on this photo",
          placeholder: "a note on it, if you like",
          most: MOST_NOTE,
          value: photo.note,
        }}
        onText={(note) => desk.write(setNote(photo.id, note))}
        onDone={desk.seal}
      />
      {design && corners && (
        <p className="mt-2 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className={`button !min-h-[52px] px-4 ${measuredBy(photo) === "today" && !desk.isMoved ? "" : "button-main"}`}
            disabled={busy !== null}
            onClick={desk.measure}
          >
            {photo.measured && !desk.isMoved ? "Measure again" : "These are its corners: measure"}{" "}
            <KeyHint of={PHOTO_KEYS.measure} />
          </button>
          <Check
            label="take the light by something white or grey in it"
            checked={desk.whiteAt !== null}
            onCheck={(on) => desk.ring(on ? RING_STARTS_AT : null)}
          />
          <span className="text-[13px] text-muted" role="status">
            {busy
              ? "looking at it…"
              : desk.whiteAt && desk.isMoved
                ? "Drag the ring onto what is white or plain grey, then measure."
                : photo.measured
                  ? desk.isMoved
                    ? "Moved: measure again."
                    : measuredBy(photo) === "older"
                      ? "Measured by older figures: measure again, then it counts."
                      : "measured"
                  : "Corners are proposed: drag each onto its corner of the bar first."}
          </span>
        </p>
      )}
      {photo.bar && !design && <p className="notice-leaf mt-2">This bar is in no mould that can be drawn.</p>}
      {design && face && !face.isWhole && (
        <p className="notice-leaf mt-2">
          Its face is {face.axis === "length" ? "a part of the loaf's section" : FACE_WORDS[face.axis]}: it is measured
          and compared, but only faces that are the whole section across the loaf teach your hand.
        </p>
      )}
      {looked?.kind === "refused" && <p className="notice-amber mt-2">{looked.words}</p>}
      {looked?.kind === "measured" && (
        <div className="mt-3">
          <Compared
            plan={plan}
            palette={derived.palette}
            names={cups}
            looked={looked}
            isByWhite={photo.whiteAt !== null}
          />
        </div>
      )}
    </>
  );
}
