import { parseISO } from "date-fns";
import type { FoundBatch, PlaceSearched } from "../../core/derive/searched";
import { FAMILIES, type FamilyId } from "../../core/techniques/families/registry";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { format } from "../parts/dates";
import { FaceCanvas } from "../parts/FaceCanvas";
import { Rating } from "../parts/Rating";

const PLACE_WORDS: Readonly<Record<PlaceSearched, string>> = {
  title: "name",
  things: "in it",
  words: "written",
  findings: "found",
};

/** A batch that was found: its face, its name, and the words as they stand in it. */
export function FoundRow({ found, face }: { found: FoundBatch; face: FaceAnswer | undefined }) {
  const { entry, family, pouredOn, at } = found;
  const href = `/batches/${entry.id}${pouredOn === null ? "" : "/book"}`;
  return (
    <li className="flex gap-4 border-b border-rule py-2" data-batch={entry.title}>
      <span className="block h-[84px] w-[112px] shrink-0 border border-ink/40" aria-hidden="true">
        {entry.design && <FaceCanvas face={face} label="" />}
      </span>
      <div className="min-w-0">
        <a href={href} className="font-head text-[17px] font-semibold underline-offset-2 hover:underline">
          {entry.title}
        </a>
        <p className="flex flex-wrap items-baseline gap-x-3 text-[13px] text-muted">
          {FAMILIES[family as FamilyId]?.label}
          <span>{pouredOn === null ? "planned" : `poured ${format(parseISO(pouredOn), "d MMM yyyy")}`}</span>
          {entry.rating !== null && <Rating of={entry.rating} />}
        </p>
        {at && (
          <p className="mt-0.5">
            <span className="text-muted">{PLACE_WORDS[at.place]}: </span>
            {at.text}
          </p>
        )}
      </div>
    </li>
  );
}
