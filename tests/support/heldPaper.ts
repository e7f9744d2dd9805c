import { useRef, useState } from "react";
import { applyEdit, type Edit } from "../../src/core/document/edits/edit";
import { PAPERS, type Paper, type PaperId } from "../../src/core/practice/papers";

/** A paper that nothing saves: edits are checked as the real one checks them. `onDocument` hears of every state. */
export function useHeldPaper<P extends PaperId>(id: P, first: Paper<P>, onDocument: (document: Paper<P>) => void) {
  const [document, setDocument] = useState(first);
  const now = useRef(first);
  onDocument(document);
  const edit = (e: Edit): string | null => {
    const tried = applyEdit(now.current as object, e);
    if (!tried.ok) return tried.reason;
    const read = PAPERS[id].schema.safeParse(tried.document);
    if (!read.success) return read.error.issues[0].message;
    now.current = read.data as Paper<P>;
    setDocument(now.current);
    return null;
  };
  const set = (path: readonly string[], value: unknown) => edit({ kind: "set", path, value });
  return { document, edit, set, seal: () => {} };
}
