import { parseISO } from "date-fns";
import { useEffect, useState } from "react";
import type { FoundPage } from "../../core/derive/searched";
import { type LibraryKind, libraryNames } from "../../core/library/names";
import { api } from "../parts/api";
import { format } from "../parts/dates";
import { OwnBatchesSay } from "../parts/OwnBatchesSay";
import { Rating } from "../parts/Rating";

const SHOWN = 6;

/** The batches that use a row of a library, the newest first. */
export function UsedIn({ kind, id }: { kind: LibraryKind; id: string }) {
  const [page, setPage] = useState<FoundPage | null>(null);
  const uses = new URLSearchParams({ uses: `${kind}:${id}`, limit: String(SHOWN) }).toString();
  useEffect(() => {
    let isGone = false;
    setPage(null);
    void api<FoundPage>(`/api/search?${uses}`).then((answer) => {
      if (!isGone && answer.ok) setPage(answer.value);
    });
    return () => {
      isGone = true;
    };
  }, [uses]);
  if (!page) return null;
  return (
    <section aria-labelledby="used-head" className="mt-4 border-t border-rule pt-2">
      <h2 id="used-head" className="text-[17px]">
        Used in {page.total === 0 ? "no batch yet" : `${page.total} ${page.total === 1 ? "batch" : "batches"}`}
      </h2>
      <OwnBatchesSay kind={kind} id={id} />
      <ul className="mt-1" aria-label={`Batches that use this ${libraryNames(kind).one}`}>
        {page.found.map(({ entry, pouredOn }) => (
          <li key={entry.id} className="flex flex-wrap items-baseline gap-x-3 py-0.5">
            <a
              className="underline-offset-2 hover:underline narrow:inline-flex narrow:min-h-[44px] narrow:items-center"
              href={`/batches/${entry.id}${pouredOn === null ? "" : "/book"}`}
            >
              {entry.title}
            </a>
            <span className="text-[13px] text-muted">
              {pouredOn === null ? "planned" : `poured ${format(parseISO(pouredOn), "d MMM yyyy")}`}
            </span>
            {entry.rating !== null && <Rating of={entry.rating} className="text-[12.5px]" />}
          </li>
        ))}
      </ul>
      {page.total > page.found.length && (
        <a className="underline" href={`/search?${new URLSearchParams({ uses: `${kind}:${id}` })}`}>
          all {page.total}
        </a>
      )}
    </section>
  );
}
