import { FileUp } from "lucide-react";
import { useRef } from "react";
import { LARGEST_BATCH_FILE, readBatchFile } from "../../formats/batchFile";
import { openNew } from "./requests";

/** Brings a batch file back as a new batch. A file that is not one is refused with the field that is wrong; nothing is changed. */
export function ImportBatch({ onTrouble }: { onTrouble: (trouble: string | null) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    if (file.size > LARGEST_BATCH_FILE)
      return onTrouble(`${file.name} was not imported: a batch file has at most ${LARGEST_BATCH_FILE / 1e6} MB.`);
    const text = await file.text();
    const read = readBatchFile(text);
    if (!read.ok) {
      const [first] = read.problems;
      return onTrouble(`${file.name} was not imported: ${first.field} ${first.message}. Nothing was changed.`);
    }
    onTrouble(await openNew(text));
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label="Batch file to import"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.currentTarget.files?.[0];
          if (file) void take(file);
          e.currentTarget.value = "";
        }}
      />
      <button type="button" className="button" onClick={() => input.current?.click()}>
        <FileUp size={16} /> Import a batch file
      </button>
    </>
  );
}
