import type { Photo } from "../../core/photo/photoSchema";
import { BarThumb } from "../parts/BarThumb";
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
              <a href={href} aria-label={p.bar ? `Photo of bar ${p.bar.number}` : "Photo of the soap"}>
                <BarThumb hash={p.hash} alt={p.bar ? `Bar ${p.bar.number} as it was cut` : "The soap"} size="list" />
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
