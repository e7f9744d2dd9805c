import { type ReactNode, useMemo } from "react";
import type { Paper, PaperId } from "../../core/practice/papers";
import type { Settings } from "../../core/practice/practiceSchema";
import { DocumentTrouble, SaveMark } from "./SaveMark";
import { StudioPage } from "./StudioPage";
import { type DocumentKind, type OpenDocument, useDocument, useUndoKeys } from "./useDocument";

/** The page of a paper of the studio: open, saved by itself, undone by key. `kind` must stay the same object. */
export function PaperPage<P extends PaperId>({
  here,
  title,
  kind,
  stored,
  settings,
  children,
}: {
  here: P;
  title: string;
  kind: DocumentKind<Paper<P>>;
  stored: { version: number; document: Paper<P> };
  settings: Settings;
  children: (held: OpenDocument<Paper<P>>) => ReactNode;
}) {
  const initial = useMemo(() => ({ ...stored, updatedAt: "" }), [stored]);
  const held = useDocument(kind, initial);
  useUndoKeys(held.undo, held.redo);
  return (
    <StudioPage {...{ here, title, settings }} head={<SaveMark saveState={held.saveState} />}>
      <DocumentTrouble held={held} />
      {children(held)}
    </StudioPage>
  );
}
