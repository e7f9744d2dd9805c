import type { Photo } from "../../core/photo/photoSchema";
import { Section } from "../parts/Section";

/** Photos of a batch's bars in its book, each a way to the page of them. */
export function PhotoStrip({ id, photos }: { id: string; photos: readonly Photo[] }) {
  const href = `/batches/${id}/photos`;
  return (
    <Section head="Photos" className="mt-5" headClass="text-[19px]">
      {photos.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-2">
          {photos.map((p) => (
            <li key={p.id}>
              <a href={href}>
                <img
                  src={`/api/photos/${p.hash}?size=thumb`}
                  alt={p.bar ? `Bar ${p.bar.number} as it was cut` : "The soap"}
                  loading="lazy"
                  width={112}
                  height={84}
                  className="h-[84px] w-[112px] border border-ink/40 object-cover"
                />
              </a>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-1">
        <a className="inline-flex items-center underline narrow:min-h-[44px]" href={href}>
          {photos.length > 0 ? "Measured, and what they teach" : "Add a photo of a bar: it teaches the prediction"}
        </a>
      </p>
    </Section>
  );
}
