import { parseISO } from "date-fns";
import type { Path } from "../../core/document/edits/edit";
import { format } from "../parts/dates";
import { RemoveButton } from "../parts/RemoveButton";
import type { OpenBatch } from "../parts/useBatch";

/** What was put down by day, each to be taken away again. */
export function DatedList<T extends { id: string; on: string }>({
  batch,
  path,
  list,
  label,
  one,
  day,
  words,
}: {
  batch: OpenBatch;
  /** Where the list stands in the document. */
  path: Path;
  list: readonly T[];
  label: string;
  /** "test": what one of them is called. */
  one: string;
  /** How its day is said. */
  day: string;
  words: (item: T) => string;
}) {
  if (list.length === 0) return null;
  return (
    <ul className="mt-2 border-t border-rule" aria-label={label}>
      {list.map((item) => (
        <li key={item.id} className="flex items-baseline justify-between gap-2 border-b border-rule py-1">
          <span>
            <strong>{format(parseISO(item.on), day)}</strong>: {words(item)}
          </span>
          <RemoveButton
            label={`Take away the ${one} of ${item.on}`}
            onRemove={() => {
              batch.edit({ kind: "remove", path, id: item.id });
            }}
          />
        </li>
      ))}
    </ul>
  );
}
