import { Camera } from "lucide-react";
import type { DueBar } from "../../core/cut/cutDay";
import type { Photo } from "../../core/photo/photoSchema";

/** The way from the bar in hand to its photos. */
export function PhotoLink({
  id,
  photos,
  bar,
}: {
  id: string;
  photos: readonly Photo[];
  bar: Pick<DueBar, "mouldId" | "number">;
}) {
  const own = photos.filter((p) => p.bar?.mouldId === bar.mouldId && p.bar.number === bar.number);
  return (
    <a
      className="button !min-h-[46px]"
      href={`/batches/${id}/photos?bar=${encodeURIComponent(`${bar.mouldId}:${bar.number}`)}`}
    >
      <Camera size={18} aria-hidden="true" />
      {own.length > 0 ? `Photo of bar ${bar.number}` : `Take a photo of bar ${bar.number}`}
    </a>
  );
}
