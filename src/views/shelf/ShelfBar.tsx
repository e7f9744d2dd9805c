import { parseISO } from "date-fns";
import { Copy, Download, Trash2 } from "lucide-react";
import type { ShelfEntry } from "../../core/derive/shelfEntry";
import type { FaceAnswer } from "../../workers/faceProtocol";
import { Confirm } from "../parts/Confirm";
import { Spot } from "../parts/Cup";
import { format } from "../parts/dates";
import { FaceCanvas } from "../parts/FaceCanvas";
import { IconButton } from "../parts/IconButton";
import { Rating } from "../parts/Rating";
import { useUnits } from "../parts/units";
import { ask } from "./requests";

const day = (iso: string) => format(parseISO(iso), "d MMM yyyy");

function standing(e: ShelfEntry): string {
  if (e.status === "planned") return e.dates ? `to pour ${day(e.dates.pourOn)}` : "no day set";
  if (e.status === "pouring") return "the pour is on";
  if (e.status === "curing") return `ready ${day(e.dates!.readyOn)}`;
  return `poured ${day(e.dates!.pourOn)}`;
}

/** One batch: its predicted bar standing on the board, its name and where it stands. */
export function ShelfBar({
  entry,
  face,
  still,
  onTrouble,
}: {
  entry: ShelfEntry;
  face: FaceAnswer | undefined;
  still?: string;
  onTrouble: (t: string | null) => void;
}) {
  const { grams } = useUnits();
  const copy = async () => {
    const { batch, trouble } = await ask(`/api/batches/${entry.id}/copy`, { method: "POST" });
    if (batch) location.href = `/batches/${batch.id}`;
    else onTrouble(trouble);
  };
  const remove = async () => {
    const { trouble } = await ask(`/api/batches/${entry.id}`, {
      method: "DELETE",
      headers: { "if-match": `"${entry.version}"` },
    });
    if (trouble) onTrouble(trouble);
    else location.reload();
  };
  const href = entry.status === "pouring" ? `/batches/${entry.id}/pour` : `/batches/${entry.id}`;
  return (
    <li className="h-[218px] w-[172px] phone:w-[168px]" data-batch={entry.title}>
      <a href={href} className="block" aria-label={`Open ${entry.title}`}>
        <div className="h-[113px] w-[150px] overflow-hidden rounded-t-[3px] border-[1.5px] border-b-0 border-ink bg-sheet">
          {entry.design && entry.design.pours.length > 0 ? (
            <FaceCanvas face={face} still={still} label={`Predicted bar of ${entry.title}`} />
          ) : null}
        </div>
      </a>
      <a
        href={href}
        className="mt-[9px] block truncate font-head text-[16px] font-semibold underline-offset-2 hover:underline"
      >
        {entry.title}
      </a>
      <p className="text-[13px]">{standing(entry)}</p>
      <p className="flex items-center gap-1 text-[12.5px] text-muted">
        {entry.palette.map((hex, i) => (
          <span key={i} title={entry.portionNames[i]} className="inline-flex">
            <Spot hex={hex} size={11} />
            <span className="sr-only">{entry.portionNames[i]}</span>
          </span>
        ))}
        {entry.massG !== null && <span className="ml-0.5 whitespace-nowrap">{grams(entry.massG)}</span>}
        {entry.rating !== null && <Rating of={entry.rating} className="ml-auto mr-1 whitespace-nowrap" />}
      </p>
      <div className="-ml-1 flex">
        <IconButton icon={Copy} label={`Copy ${entry.title}`} title="Copy" onPress={copy} />
        <a
          className="icon-button"
          href={`/api/batches/${entry.id}/file`}
          download
          aria-label={`Export ${entry.title} as a file`}
          title="Export"
        >
          <Download size={14} />
        </a>
        <Confirm
          trigger={(open) => <IconButton icon={Trash2} label={`Delete ${entry.title}`} title="Delete" onPress={open} />}
          title={`Delete ${entry.title}?`}
          stay="Keep it"
          go="Delete"
          onGo={remove}
        >
          Its sheet and its record go for good. Export it first if it may be wanted again.
        </Confirm>
      </div>
    </li>
  );
}
