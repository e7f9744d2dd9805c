import type { Plan } from "../../core/document/schema";
import { removePhoto, setBar, setLeftOut } from "../../core/hand/batchPhotos";
import type { Photo } from "../../core/photo/photoSchema";
import { byId } from "../../core/units/byId";
import { KeyHint } from "../keys/KeyHint";
import { PHOTO_KEYS } from "../keys/screens";
import { Check } from "../parts/Check";
import { Choose } from "../parts/Choose";
import { Compared } from "./Compared";
import { CornerPicker } from "./CornerPicker";
import { barKey, type PhotoDesk } from "./usePhotoDesk";

/** The photo in hand: its corners, the bar that it shows, and what was seen beside the prediction. */
export function PhotoInHand({ plan, photo, desk }: { plan: Plan; photo: Photo; desk: PhotoDesk }) {
  const { bars, bar, design, corners, busy, looked, derived } = desk;
  const cups = [...plan.portions.map((p) => p.name), ...derived.shades.map((s) => s.name)];
  return (
    <>
      <CornerPicker
        photo={photo}
        label={`Photo${bar ? ` of bar ${bar.number}` : ""}`}
        corners={design ? corners : null}
        onMove={desk.move}
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
      {design && corners && (
        <p className="mt-2 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className={`button !min-h-[52px] px-4 ${photo.measured ? "" : "button-main"}`}
            disabled={busy !== null}
            onClick={() => desk.lookAt(corners, true)}
          >
            {photo.measured && !desk.isMoved ? "Measure again" : "These are its corners: measure"}{" "}
            <KeyHint of={PHOTO_KEYS.measure} />
          </button>
          <span className="text-[13px] text-muted" role="status">
            {busy
              ? "looking at it…"
              : photo.measured
                ? "measured"
                : "Corners are proposed: drag each onto its corner of the bar first."}
          </span>
        </p>
      )}
      {photo.bar && !design && (
        <p className="notice-leaf mt-2">Only bars cut across the whole loaf are measured; this one is kept as it is.</p>
      )}
      {looked?.kind === "refused" && <p className="notice-amber mt-2">{looked.words}</p>}
      {looked?.kind === "measured" && (
        <div className="mt-3">
          <Compared plan={plan} palette={derived.palette} names={cups} looked={looked} />
        </div>
      )}
    </>
  );
}
