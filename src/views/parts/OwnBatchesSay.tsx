import { useEffect, useState } from "react";
import { type Evidence, evidenceWords } from "../../core/derive/evidence";
import type { LibraryKind } from "../../core/library/kinds";
import { api } from "./api";

/** What own poured batches say of a row of a library, in a line or two; nothing where none was poured with it. */
export function OwnBatchesSay({ kind, id, name }: { kind: LibraryKind; id: string; name?: string }) {
  const [evidence, setEvidence] = useState<Evidence | null>(null);
  useEffect(() => {
    let isGone = false;
    setEvidence(null);
    void api<Evidence>(`/api/library/${kind}/${encodeURIComponent(id)}/evidence`).then((answer) => {
      if (!isGone && answer.ok) setEvidence(answer.value);
    });
    return () => {
      isGone = true;
    };
  }, [kind, id]);
  if (!evidence || evidence.poured === 0) return null;
  const { poured, rating, lines } = evidence;
  return (
    <p className="mt-1 text-[13px] text-muted" data-testid="own-batches">
      {name && <strong>{name}: </strong>}
      {poured === 1 ? "One own batch" : `${poured} own batches`} poured with it
      {rating && `, rated ${rating.mean.toFixed(1)} in the mean`}.{" "}
      {lines.length > 0 ? `Noted: ${lines.map(evidenceWords).join("; ")}.` : "Nothing was noted against it."}
    </p>
  );
}
