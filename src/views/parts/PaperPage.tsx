import { type ReactNode, useMemo } from "react";
import type { Paper, PaperId } from "../../core/practice/papers";
import type { Settings } from "../../core/practice/practiceSchema";
import { Live } from "./Live";
import { DocumentTrouble, SaveMark } from "./SaveMark";
import { StudioHead } from "./StudioHead";
import { UnitsProvider } from "./units";
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
    <Live>
      <UnitsProvider units={settings.units}>
        <div className="mx-auto max-w-[1260px] pb-8">
          <StudioHead here={here} title={title}>
            <SaveMark saveState={held.saveState} />
          </StudioHead>
          <main className="px-5 pt-4">
            <DocumentTrouble held={held} />
            {children(held)}
          </main>
        </div>
      </UnitsProvider>
    </Live>
  );
}
