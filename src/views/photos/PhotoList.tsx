import { measuredBy } from "../../core/hand/batchPhotos";
import type { Photo } from "../../core/photo/photoSchema";

const MEASURED = { today: "measured", older: "measure again", nothing: "not measured" } as const;
const stands = (p: Photo): string =>
  p.isLeftOut ? "left out" : p.bar || p.measured ? MEASURED[measuredBy(p)] : "kept";

/** The photos of a batch, small. */
export function PhotoList({
  photos,
  chosenId,
  onChoose,
}: {
  photos: readonly Photo[];
  chosenId: string | null;
  onChoose(id: string): void;
}) {
  return (
    <ul className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-2" aria-label="Photos">
      {photos.map((p) => (
        <li key={p.id}>
          <button
            type="button"
            aria-pressed={p.id === chosenId}
            className={`block w-full rounded border-2 p-1 text-left text-[13px] ${p.id === chosenId ? "border-ink" : "border-rule"}`}
            onClick={() => onChoose(p.id)}
          >
            <img
              src={`/api/photos/${p.hash}?size=thumb`}
              alt=""
              loading="lazy"
              width={160}
              height={120}
              className={`aspect-[4/3] w-full object-cover ${p.isLeftOut ? "opacity-50" : ""}`}
            />
            {p.bar ? `bar ${p.bar.number}` : "the soap"}
            <span className="block text-muted">{stands(p)}</span>
            {p.note !== "" && <span className="block truncate">{p.note}</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}
