import { format } from "date-fns";
import type { OpenBatch } from "./useBatch";

/** Where the saving stands; a conflict is settled here, with both versions kept until the choice is made. */
export function SaveMark({ batch }: { batch: OpenBatch }) {
  const { saveState } = batch;
  const words = {
    saved: saveState.kind === "saved" && saveState.at ? `saved ${format(saveState.at, "HH:mm:ss")}` : "all saved",
    unsaved: "not saved yet…",
    saving: "saving…",
    retrying: "not saved: trying again",
    refused: "not saved",
    conflict: "changed elsewhere",
  }[saveState.kind];
  return (
    <span role="status" data-save={saveState.kind} className={saveState.kind === "saved" ? "text-muted" : "text-amber"}>
      {words}
    </span>
  );
}

export function SaveTrouble({ batch }: { batch: OpenBatch }) {
  const { saveState } = batch;
  if (saveState.kind === "retrying" || saveState.kind === "refused") {
    return (
      <p role="alert" className="notice-amber">
        {saveState.message}
      </p>
    );
  }
  if (saveState.kind !== "conflict") return null;
  const { current } = saveState;
  return (
    <div role="alert" className="notice-amber flex flex-wrap items-center gap-2">
      <span>
        <strong>Changed in another window.</strong> Version {current.version} was saved there at{" "}
        {format(new Date(current.updatedAt), "HH:mm:ss")}. Nothing was overwritten; both are kept until you choose.
      </span>
      <button type="button" className="button" onClick={() => batch.settle("both")}>
        Keep both: mine as a new batch
      </button>
      <button type="button" className="button" onClick={() => batch.settle("theirs")}>
        Take the other
      </button>
      <button type="button" className="button" onClick={() => batch.settle("mine")}>
        Put mine over it
      </button>
    </div>
  );
}
