import { useState } from "react";
import { computeMasses } from "../../core/batter/masses";
import { additiveKnowledge, type KeptLesson, scentKnowledge } from "../../core/clock/knowledge";
import { isHurried } from "../../core/clock/learn";
import type { Plan } from "../../core/document/schema";
import { handUnknown } from "../../core/hand/knowledge";
import { factorWords, HAND_WORDS } from "../../core/hand/words";
import type { Told } from "../../core/practice/told";
import { posteriorOf } from "../../core/prepare/learned";
import { HAND_CONSTANTS } from "../../core/techniques/hand";
import { api } from "../parts/api";
import { useBench } from "../parts/bench";
import { Check } from "../parts/Check";
import { Section } from "../parts/Section";
import { Trouble } from "../parts/Trouble";
import type { OpenBatch } from "../parts/useBatch";

/** True where the times of a pour cannot be a person's: asked about before they teach a pace. */
function wasHurried(plan: Plan): boolean {
  const masses = computeMasses(plan);
  return masses !== null && isHurried(posteriorOf(plan, masses).program);
}

/** What this batch taught the clock, in words; it can be left out again. */
export function Lessons({ id, batch, taught }: { id: string; batch: OpenBatch; taught: readonly KeptLesson[] }) {
  const { plan } = batch;
  const bench = useBench("scents", "told");
  const [own, setOwn] = useState(taught);
  const [told, setTold] = useState<readonly Told[]>(bench.told);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isAsked, setAsked] = useState(false);
  if (plan.record.finishedAt === null) return null;
  const close = () => {
    if (plan.record.teachesPace === null && wasHurried(plan)) setAsked(true);
    else void take("POST");
  };
  const decide = async (teachesPace: boolean) => {
    batch.judge({ teachesPace });
    setAsked(false);
    if (await batch.flush()) await take("POST");
  };
  const take = async (method: "POST" | "PUT", body?: unknown) => {
    const answer = await api<KeptLesson[]>(`/api/batches/${id}/lessons`, { method, body });
    if (!answer.ok) return setTrouble(answer.message);
    setOwn(answer.value);
    const together = await api<Told[]>("/api/knowledge/told");
    if (together.ok) setTold(together.value);
    else setTrouble(together.message);
  };
  const isLeftOut = own.some((l) => l.isLeftOut);
  const words = (l: KeptLesson): string | null => {
    const factor = Math.exp(l.mean);
    const low = Math.exp(l.mean - 1.2816 / Math.sqrt(l.precision));
    const high = Math.exp(l.mean + 1.2816 / Math.sqrt(l.precision));
    const range = `${low.toFixed(1)} to ${high.toFixed(1)}`;
    if (l.unknown === "pace")
      return `Your pace: ${factor.toFixed(2)} times the plan's durations (${low.toFixed(2)} to ${high.toFixed(2)})`;
    const hand = HAND_CONSTANTS.find((c) => l.unknown === handUnknown(c));
    if (hand) return `By its photos, ${HAND_WORDS[hand]}: ${factorWords(l.mean, 1 / Math.sqrt(l.precision))}`;
    if (l.unknown.startsWith("firm:"))
      return `Firmness: fit for the knife after ${factor.toFixed(2)} times the table's hours (${low.toFixed(2)} to ${high.toFixed(2)})`;
    if (l.unknown.startsWith("ash:")) return l.mean > 0.5 ? "Ash: seen" : "Ash: none seen";
    if (l.unknown.startsWith("formula:")) return `The formula: ${factor.toFixed(1)} × its computed rate (${range})`;
    if (l.unknown.startsWith("A:")) {
      const now = additiveKnowledge(told)[l.unknown.slice(2)];
      return `${l.unknown.slice(2)}: ${factor.toFixed(2)} × what the table says${now ? `; together ${Math.exp(now.mean).toFixed(2)} ×` : ""}`;
    }
    if (!l.unknown.startsWith("F:")) return null;
    const scent = bench.scents.find((s) => `F:${s.id}` === l.unknown);
    const name = scent?.document.name ?? l.unknown.slice(2);
    const together = scent && scentKnowledge(scent.id, scent.document, told);
    return `${name}: this batch says ${factor.toFixed(1)} × (${range})${
      together
        ? `; thought ${together.before.factor.toFixed(1)} ×, all your batches say ${together.after.factor.toFixed(1)} × (${together.after.low.toFixed(1)} to ${together.after.high.toFixed(1)})`
        : ""
    }`;
  };
  return (
    <Section head="What it taught" className="mt-5" headClass="text-[19px]">
      <Trouble words={trouble} className="mt-1" />
      {own.length === 0 && (
        <>
          <p className="mt-1 text-muted">
            Nothing yet. Its trace checks and true times can teach the clock, its thumb and its top how loaves firm and
            whether ash comes.
          </p>
          <button type="button" className="button button-main mt-2" onClick={close}>
            Close the batch and learn from it
          </button>
          {isAsked && (
            <div role="alertdialog" aria-label="Does this teach your pace?" className="notice-amber mt-2">
              <p>Many steps were ticked off far faster than anybody works. Is that your pace, or was it run through?</p>
              <p className="mt-1 flex gap-2">
                <button type="button" className="button" onClick={() => void decide(false)}>
                  Run through: teach no pace
                </button>
                <button type="button" className="button" onClick={() => void decide(true)}>
                  That is how fast I work
                </button>
              </p>
            </div>
          )}
        </>
      )}
      {own.length > 0 && (
        <>
          <ul className={`mt-1 grid gap-1 ${isLeftOut ? "text-muted line-through" : ""}`}>
            {own.flatMap((l) => {
              const said = words(l);
              return said ? [<li key={l.unknown}>{said}.</li>] : [];
            })}
          </ul>
          <p className="mt-2 flex flex-wrap gap-4">
            <Check
              label="leave this batch out"
              checked={isLeftOut}
              onCheck={(on) => void take("PUT", { isLeftOut: on })}
            />
            <button type="button" className="text-muted underline" onClick={() => void take("POST")}>
              work it out again
            </button>
          </p>
          <p className="mt-1 text-[13px] text-muted">
            Estimates; brackets hold four cases in five. What was noted as done differently is counted.
          </p>
        </>
      )}
    </Section>
  );
}
