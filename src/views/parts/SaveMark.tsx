import { format } from "./dates";
import type { SaveState } from "./saver";
import type { OpenBatch } from "./useBatch";
import type { OpenDocument } from "./useDocument";

/** Where the saving stands. */
export function SaveMark({ saveState }: { saveState: SaveState }) {
  const words = {
    saved:
      saveState.kind === "saved" && saveState.at
        ? `${saveState.isFromElsewhere ? "updated" : "saved"} ${format(saveState.at, "HH:mm:ss")}`
        : "all saved",
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

interface ConflictProps {
  saveState: SaveState<unknown>;
  onMine: () => void;
  onTheirs: () => void;
  /** Keeps both; where a copy can be made. */
  onBoth?: () => void;
}

/** What stands in the way of saving; a conflict is settled here, with both versions kept until the choice is made. */
export function ConflictNotice({ saveState, onMine, onTheirs, onBoth }: ConflictProps) {
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
        <strong>Changed in another window.</strong> Version {current.version} was saved there
        {current.updatedAt ? ` at ${format(new Date(current.updatedAt), "HH:mm:ss")}` : ""}. Nothing was overwritten;
        both are kept until you choose.
      </span>
      {onBoth && (
        <button type="button" className="button" onClick={onBoth}>
          Keep both: mine as a new batch
        </button>
      )}
      <button type="button" className="button" onClick={onTheirs}>
        Take the other
      </button>
      <button type="button" className="button" onClick={onMine}>
        Put mine over it
      </button>
    </div>
  );
}

export const SaveTrouble = ({ batch }: { batch: OpenBatch }) => (
  <ConflictNotice
    saveState={batch.saveState}
    onBoth={() => void batch.settle("both")}
    onTheirs={() => void batch.settle("theirs")}
    onMine={() => void batch.settle("mine")}
  />
);

/** The same for a document that is no batch: the one of the server is taken by loading it anew. */
export const DocumentTrouble = <D extends object>({ held }: { held: OpenDocument<D> }) => (
  <ConflictNotice
    saveState={held.saveState}
    onMine={() => {
      if (held.saveState.kind === "conflict") held.saver.settle(held.saveState.current.version, held.saveState.mine);
    }}
    onTheirs={() => {
      held.saver.discard();
      location.reload();
    }}
  />
);
