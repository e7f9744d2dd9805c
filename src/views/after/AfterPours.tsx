import { useMemo, useState } from "react";
import type { CareAnswer } from "../../core/cure/careSchema";
import { byUrgency, careAfter } from "../../core/derive/afterPours";
import { readPlan } from "../../core/document/read";
import type { Settings } from "../../core/practice/practiceSchema";
import { AFTER_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { api } from "../parts/api";
import { useFollowed } from "../parts/follow";
import { eventId } from "../parts/outbox";
import { StudioPage } from "../parts/StudioPage";
import type { StoredBatch } from "../parts/stored";
import { Trouble } from "../parts/Trouble";
import { useNow } from "../parts/useNow";
import { CareBoard, CareLine } from "./CareBoard";

/** Batches that stand large side by side; the others are listed below. */
const LARGE = 2;
/** First key of the answers of each. */
const FIRST_KEYS = [1, 7] as const;

/** What is due after the pours of several batches: the two most urgent side by side, each with its answers on keys. */
export default function AfterPours({ settings, ...board }: BoardProps & { settings: Settings }) {
  return (
    <StudioPage here="after" title="After the pour" settings={settings}>
      <AfterBoard {...board} />
    </StudioPage>
  );
}

interface BoardProps {
  first: StoredBatch[];
  openedMs: number;
}

function AfterBoard({ first, openedMs }: BoardProps) {
  const [batches, setBatches] = useState(first);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [last, setLast] = useState<{ id: string; eventId: string } | null>(null);
  const nowMs = useNow() ?? openedMs;
  // Read once for every change, not for every moment.
  const cared = useMemo(
    () =>
      batches.flatMap((b) => {
        const read = readPlan(b.document);
        return (read.ok && careAfter(b.id, read.plan)) || [];
      }),
    [batches],
  );
  const standing = byUrgency(cared, nowMs);
  const put = (stored: StoredBatch) => setBatches((all) => all.map((b) => (b.id === stored.id ? stored : b)));
  const note = async (id: string, event: object) => {
    const own = { id: eventId(), at: new Date().toISOString(), by: "", ...event };
    const answer = await api<StoredBatch>(`/api/batches/${id}/events`, { method: "POST", body: own });
    setTrouble(answer.ok ? null : answer.message);
    if (!answer.ok) return;
    put(answer.value);
    setLast("answer" in event ? { id, eventId: own.id } : null);
  };
  const answer = (at: number, to: CareAnswer | undefined) => {
    const s = standing[at];
    if (!s || at >= LARGE || !to) return false;
    void note(s.id, { kind: "aftercare", task: s.next.task, answer: to });
  };
  const undo = () => (last ? void note(last.id, { kind: "takenBack", eventId: last.eventId }) : false);
  useFollowed(
    (heard) => heard.kind === "listening" || heard.change.kind === "batch",
    async () => {
      const answers = await Promise.all(batches.map((b) => api<StoredBatch>(`/api/batches/${b.id}`)));
      for (const a of answers) if (a.ok) put(a.value);
    },
  );
  useKeys(AFTER_KEYS, {
    left: (e) => (e.repeat ? false : answer(0, standing[0]?.next.answers[Number(e.key) - FIRST_KEYS[0]])),
    right: (e) => (e.repeat ? false : answer(1, standing[1]?.next.answers[(Number(e.key) || 10) - FIRST_KEYS[1]])),
    undo: (e) => (e.repeat ? false : undo()),
  });
  return (
    <>
      <Trouble words={trouble} className="mb-2" />
      {standing.length === 0 ? (
        <p className="text-[20px]">Nothing is asked about now. What comes later stands on the shelf.</p>
      ) : (
        <>
          <div className="grid grid-cols-2 gap-8 max-lg:grid-cols-1">
            {standing.slice(0, LARGE).map((s, i) => (
              <CareBoard
                key={s.id}
                standing={s}
                nowMs={nowMs}
                firstKey={FIRST_KEYS[i]}
                onAnswer={(to) => void answer(i, to)}
              />
            ))}
          </div>
          {standing.length > LARGE && (
            <ul className="mt-6 border-t-[1.5px] border-ink" aria-label="Due later">
              {standing.slice(LARGE).map((s) => (
                <CareLine key={s.id} standing={s} nowMs={nowMs} />
              ))}
            </ul>
          )}
        </>
      )}
      {last && (
        <button type="button" className="button mt-4 !min-h-16 px-6 text-[19px]" onClick={() => void undo()}>
          Undo the last answer <kbd className="rounded border border-current px-1.5 font-normal">U</kbd>
        </button>
      )}
    </>
  );
}
