import { FileUp } from "lucide-react";
import { useRef } from "react";
import { FilePick } from "../parts/FilePick";
import { NO_ANSWER, openNew } from "./requests";

/** Brings a batch file back as a new batch. A file that is not one is refused with the field that is wrong; nothing is changed. */
export function ImportBatch({ onTrouble }: { onTrouble: (trouble: string | null) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    // What reads a file is as much as the rest of the shelf: it comes once a file is there.
    const format = await import("../../formats/batchFile").catch(() => null);
    if (!format) return onTrouble(NO_ANSWER);
    const { LARGEST_BATCH_FILE, readBatchFile } = format;
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
      <FilePick
        input={input}
        accept=".json,application/json"
        label="Batch file to import"
        onFile={(file) => void take(file)}
      />
      <button type="button" className="button" onClick={() => input.current?.click()}>
        <FileUp size={16} /> Import a batch file
      </button>
    </>
  );
}
