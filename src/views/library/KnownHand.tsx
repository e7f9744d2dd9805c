import { useCallback, useEffect, useState } from "react";
import type { AgainstAsh } from "../../core/cure/ash";
import { ashKnowledge, ashUnknown } from "../../core/cure/ash";
import { firmKnowledge } from "../../core/cure/firmness";
import { handKnowledge, handUnknown } from "../../core/hand/knowledge";
import { factorWords, HAND_WORDS } from "../../core/hand/words";
import type { Told } from "../../core/practice/told";
import { HAND_CONSTANTS } from "../../core/techniques/hand";
import { api } from "../parts/api";
import { Section } from "../parts/Section";
import { Trouble } from "../parts/Trouble";

interface Line {
  id: string;
  words: string;
  unknowns: string[];
}

/** What own batches have taught of the maker, line by line. */
function linesOf(told: readonly Told[]): Line[] {
  const hand = handKnowledge(told);
  const lines: Line[] = HAND_CONSTANTS.flatMap((c) => {
    const known = hand[c];
    return known
      ? [{ id: c, words: `${HAND_WORDS[c]}: ${factorWords(known.mean, known.sd)}`, unknowns: [handUnknown(c)] }]
      : [];
  });
  const firm = firmKnowledge(null, told);
  if (firm)
    lines.push({
      id: "firm",
      words: `hours until the knife: ${factorWords(firm.mean, firm.sd)}, from ${firm.batches} ${firm.batches === 1 ? "batch" : "batches"}`,
      unknowns: told.flatMap((t) => (t.unknown.startsWith("firm:") ? [t.unknown] : [])),
    });
  const ash = Object.entries(ashKnowledge(told));
  const [seen, of] = ash.reduce(([s, o], [, c]) => [s + c.seen, o + c.of], [0, 0]);
  if (of > 0)
    lines.push({
      id: "ash",
      words: `ash: on ${seen} of ${of} batches that were looked at`,
      unknowns: ash.map(([key]) => {
        const [mist, cover, gel] = key.split(".");
        return ashUnknown({ ash: mist, cover, gel } as AgainstAsh);
      }),
    });
  return lines;
}

/** What own batches have taught of the maker's hand, of firmness and of ash; each can be forgotten. */
export function KnownHand() {
  const [told, setTold] = useState<Told[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const load = useCallback(async () => {
    const answer = await api<Told[]>("/api/knowledge/told");
    if (answer.ok) setTold(answer.value);
    else setTrouble(answer.message);
  }, []);
  useEffect(() => void load(), [load]);
  const forget = async (unknowns: readonly string[]) => {
    for (const u of unknowns) await api(`/api/knowledge/${encodeURIComponent(u)}`, { method: "DELETE" });
    await load();
  };
  const lines = linesOf(told ?? []);
  return (
    <Section head="What your batches have taught">
      <Trouble words={trouble} />
      {told !== null && lines.length === 0 && (
        <p className="text-[12.5px] text-muted">
          Nothing yet of your hand: photos of cut bars tell it, and a thumb on the loaf how long yours take.
        </p>
      )}
      <ul className="grid gap-1.5">
        {lines.map((l) => (
          <li key={l.id}>
            {l.words}{" "}
            <button
              type="button"
              className="text-[13px] text-muted underline narrow:min-h-[44px]"
              onClick={() => void forget(l.unknowns)}
            >
              forget it
            </button>
          </li>
        ))}
      </ul>
      {lines.length > 0 && (
        <p className="mt-1 text-[12.5px] text-muted">
          New batches and copies go by it. Brackets hold nine cases in ten. A single batch is left out in its book.
        </p>
      )}
    </Section>
  );
}
