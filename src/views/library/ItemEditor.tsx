import { Archive, ArchiveRestore, Copy } from "lucide-react";
import { useEffect, useMemo } from "react";
import { type LibraryDocument, type LibraryItem, readLibraryDocument } from "../../core/library/kinds";
import { type LibraryKind, libraryNames } from "../../core/library/names";
import { cutTo } from "../../core/units/text";
import { BoundText, type Editable } from "../parts/bound";
import { IconButton } from "../parts/IconButton";
import { DocumentTrouble, SaveMark } from "../parts/SaveMark";
import type { Stored } from "../parts/stored";
import { UndoButtons } from "../parts/UndoButtons";
import { type DocumentKind, useDocument, useUndoKeys } from "../parts/useDocument";
import { ColourantEditor } from "./editors/ColourantEditor";
import { FormulaEditor } from "./editors/FormulaEditor";
import { MouldEditor } from "./editors/MouldEditor";
import { OilEditor } from "./editors/OilEditor";
import { ScentEditor } from "./editors/ScentEditor";
import { ToolEditor } from "./editors/ToolEditor";
import { ownId } from "./ownId";
import { UsedIn } from "./UsedIn";

/** What is edited of a row: the document, and whether it is put away. */
interface Held<K extends LibraryKind> {
  document: LibraryDocument<K>;
  isArchived: boolean;
}

function heldKind<K extends LibraryKind>(kind: K, id: string): DocumentKind<Held<K>> {
  return {
    key: `${kind}.${id}`,
    url: `/api/library/${kind}/${encodeURIComponent(id)}`,
    bodyOf: (held) => held,
    storedOf: (answer) => {
      const { version, updatedAt, document, isArchived } = answer as LibraryItem<K>;
      return { version, updatedAt, document: { document, isArchived } };
    },
    isOf: (change) => change.kind === "library" && change.id === `${kind}/${id}`,
    read: (value) => {
      const held = value as Held<K>;
      const read = readLibraryDocument(kind, held.document);
      return read.ok
        ? { ok: true, document: { document: read.document, isArchived: held.isArchived === true } }
        : { ok: false, message: read.problems[0].message };
    },
  };
}

interface Props<K extends LibraryKind> {
  kind: K;
  item: LibraryItem<K>;
  /** A row just made: its name waits to be typed. */
  isNew: boolean;
  onSaved: (item: LibraryItem<K>, isMoved: boolean) => void;
  onCopy: (document: LibraryDocument<K>) => void;
}

/** The row in hand: every field saves by itself, what is refused is answered beside it. */
export function ItemEditor<K extends LibraryKind>({ kind, item, isNew, onSaved, onCopy }: Props<K>) {
  const place = useMemo(() => heldKind(kind, item.id), [kind, item.id]);
  const initial = useMemo<Stored<Held<K>>>(
    () => ({
      version: item.version,
      updatedAt: item.updatedAt,
      document: { document: item.document, isArchived: item.isArchived },
    }),
    [item],
  );
  const held = useDocument(place, initial);
  useUndoKeys(held.undo, held.redo);
  const { document, isArchived } = held.document;
  const savedAt = held.saveState.kind === "saved" ? held.saveState.at : null;
  const wasArchived = item.isArchived;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only an acknowledged save is reported
  useEffect(() => {
    if (savedAt) onSaved({ ...item, document, isArchived }, isArchived !== wasArchived);
  }, [savedAt]);

  const open: Editable = {
    document: document as object,
    set: (path, value) => held.set(["document", ...path], value),
    seal: held.seal,
  };
  const archive = () => {
    held.set(["isArchived"], !isArchived);
    held.seal();
  };
  const copy = () => {
    const name = `${cutTo(53, document.name)} (copy)`;
    const fresh = { ...document, name } as LibraryDocument<K>;
    if (kind === "oils") (fresh as { id: string }).id = ownId();
    onCopy(fresh);
  };

  return (
    <div>
      <div className="flex items-end gap-2 narrow:flex-wrap">
        <BoundText
          open={open}
          path={["name"]}
          label={`Name of the ${libraryNames(kind).one}`}
          hideLabel
          takesFocus={isNew}
          className="w-72 [&_input]:!h-9 [&_input]:font-head [&_input]:text-[19px] [&_input]:font-semibold"
        />
        <UndoButtons open={held} />
        <IconButton icon={Copy} label="Copy as a new row" size={15} onPress={copy} />
        <button
          type="button"
          className="icon-button"
          aria-label={isArchived ? "Take back into use" : "Put away"}
          title={isArchived ? "Take back into use" : "Put away"}
          onClick={archive}
        >
          {isArchived ? <ArchiveRestore size={16} /> : <Archive size={16} />}
        </button>
        <span className="ml-auto text-[13px]">
          <SaveMark saveState={held.saveState} />
        </span>
      </div>
      <DocumentTrouble held={held} />
      {isArchived && (
        <p className="notice-amber mt-2">Put away: it is not offered in batches. Batches that use it keep it.</p>
      )}
      <div className="mt-3">
        <Fields kind={kind} id={item.id} version={item.version} document={document} open={open} />
      </div>
      <UsedIn kind={kind} id={item.id} />
    </div>
  );
}

function Fields({
  kind,
  id,
  document,
  open,
}: {
  kind: LibraryKind;
  id: string;
  version: number;
  document: LibraryDocument;
  open: Editable;
}) {
  switch (kind) {
    case "oils":
      return <OilEditor open={open} oil={document as LibraryDocument<"oils">} />;
    case "formulas":
      return <FormulaEditor open={open} id={id} formula={document as LibraryDocument<"formulas">} />;
    case "moulds":
      return <MouldEditor open={open} mould={document as LibraryDocument<"moulds">} />;
    case "tools":
      return <ToolEditor open={open} tool={document as LibraryDocument<"tools">} />;
    case "colourants":
      return <ColourantEditor open={open} id={id} colourant={document as LibraryDocument<"colourants">} />;
    case "scents":
      return <ScentEditor open={open} id={id} scent={document as LibraryDocument<"scents">} />;
  }
}
