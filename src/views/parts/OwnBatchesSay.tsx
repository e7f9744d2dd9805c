import { useEffect, useState } from "react";
import { type Evidence, type EvidenceKind, evidenceWords } from "../../core/derive/evidence";
import { api } from "./api";

/** What own poured batches say of a row of a library, or of a family of designs, in a line or two; nothing where there is none. */
export function OwnBatchesSay({ kind, id, name }: { kind: EvidenceKind; id: string; name?: string }) {
  const [evidence, setEvidence] = useState<Evidence | null>(null);
  useEffect(() => {
    let isGone = false;
    setEvidence(null);
    const path = kind === "families" ? "families" : `library/${kind}`;
    void api<Evidence>(`/api/${path}/${encodeURIComponent(id)}/evidence`).then((answer) => {
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
      {poured === 1 ? "One own batch" : `${poured} own batches`} poured{" "}
      {kind === "families" ? "of this family" : "with it"}
      {rating && `, rated ${rating.mean.toFixed(1)} in the mean`}.{" "}
      {lines.length > 0 ? `Noted: ${lines.map(evidenceWords).join("; ")}.` : "Nothing was noted against it."}
    </p>
  );
}
