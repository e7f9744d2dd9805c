import { useMemo } from "react";
import { DEVIATION_WORDS } from "../../core/advise/deviations";
import { SIGN_WORDS } from "../../core/advise/signs";
import { stageName } from "../../core/clock/stages";
import { derivedOf } from "../../core/derive/workedOut";
import type { RecordEvent } from "../../core/document/logSchema";
import type { Plan } from "../../core/document/schema";
import { vesselName } from "../../core/document/vesselName";
import { clock } from "../parts/format";
import { Section } from "../parts/Section";
import { TableHead } from "../parts/TableHead";
import { useUnits } from "../parts/units";
import { addedWords, readingWords } from "../pour/readingWords";

/** What happened at the bench, in order, with the planned times beside the real ones. */
export function Happened({ id, plan }: { id: string; plan: Plan }) {
  const { units } = useUnits();
  const planned = useMemo(() => derivedOf(plan, units), [plan, units]);
  const { record } = plan;
  const steps = new Map(planned.timeline?.steps.map((s) => [s.id, s]));
  const name = (id: string | null) => vesselName(plan, id);
  const last = record.events.findLast((e) => e.kind === "stepDone");

  const words = (e: RecordEvent): string => {
    if (e.kind === "stepDone") return planned.instructions.get(e.stepId)?.title ?? e.stepId;
    if (e.kind === "traceCheck") return `${name(e.portionId)} seen at ${stageName(e.trace)} trace`;
    if (e.kind === "replanned") return `Planned anew: ${e.words}`;
    if (e.kind === "sign") return `Seen${e.portionId ? ` in ${name(e.portionId)}` : ""}: ${SIGN_WORDS[e.what].label}`;
    if (e.kind === "reading") return readingWords(e, plan, units);
    if (e.kind === "added") return addedWords(e, plan, units);
    if (e.note !== "") return `${e.portionId ? `${name(e.portionId)}: ` : ""}“${e.note}”`;
    return `Done differently: ${DEVIATION_WORDS[e.what]}${e.portionId ? ` (${name(e.portionId)})` : ""}`;
  };

  return (
    <Section head="What happened" className="min-w-0" headClass="text-[19px]">
      {record.startedAt === null ? (
        <p className="mt-2 text-muted">
          Not poured yet. In{" "}
          <a className="underline" href={`/batches/${id}/pour`}>
            pour mode
          </a>{" "}
          times and trace checks are kept by themselves.
        </p>
      ) : (
        <>
          <p className="mt-1">
            {record.finishedAt
              ? `Poured in ${clock(last?.atS ?? 0)}, planned ${clock(planned.timeline?.endS ?? 0)}.`
              : "The pour is still on."}
          </p>
          <table className="mt-2 w-full border-collapse" data-testid="happened">
            <TableHead
              isStrong
              columns={["step", ["planned", "w-20 text-right"], ["done at, min:s", "w-20 text-right"]]}
            />
            <tbody>
              {record.events.map((e) => (
                <tr key={e.id} className={`border-b border-rule ${e.kind === "stepDone" ? "" : "bg-amber-wash"}`}>
                  <td className="py-[3px]">{words(e)}</td>
                  <td className="text-right text-muted">
                    {e.kind === "stepDone" && steps.has(e.stepId) ? clock(steps.get(e.stepId)!.endS) : ""}
                  </td>
                  <td className="text-right font-semibold">{clock(e.atS)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </Section>
  );
}
