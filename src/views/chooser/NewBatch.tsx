import { useMemo, useState } from "react";
import type { Change } from "../../core/advise/changes";
import type { Choice } from "../../core/derive/choices";
import { applyEdit } from "../../core/document/edits/edit";
import { newPlan } from "../../core/document/newPlan";
import { type Idea, type IdeaBench, NO_IDEA, planOfIdea } from "../../core/library/idea";
import { FAMILIES } from "../../core/techniques/families/registry";
import { LiveBench } from "../parts/bench";
import { StudioHead } from "../parts/StudioHead";
import { Trouble } from "../parts/Trouble";
import { openNew } from "../shelf/requests";
import { Chooser } from "./Chooser";
import { IdeaFields } from "./IdeaFields";

/** A new batch, from an idea: what is fixed at the left, what it allows in the middle, one press to its sheet. */
export default function NewBatch({ bench, seed }: { bench: IdeaBench; seed: number }) {
  const [idea, setIdea] = useState(NO_IDEA);
  const [isBusy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  // Changes of the batter that were tried; another idea begins without them.
  const [tried, setTried] = useState<Change[]>([]);
  const plan = useMemo(() => {
    const laid = applyEdit(planOfIdea(idea, bench, seed), { kind: "all", edits: tried.map((t) => t.edit) });
    return laid.ok ? laid.document : planOfIdea(idea, bench, seed);
  }, [idea, bench, seed, tried]);
  const think = (next: Idea) => {
    setTried([]);
    setIdea(next);
  };
  const open = async (document: string) => {
    setBusy(true);
    setTrouble(await openNew(document));
    setBusy(false);
  };
  const layOut = ({ family, edit }: Choice) => {
    const laid = edit ? applyEdit(plan, edit) : { ok: true as const, document: plan };
    if (!laid.ok) return setTrouble(`This design cannot be laid out: ${laid.reason}`);
    return open(JSON.stringify({ ...laid.document, title: `New ${FAMILIES[family].label}` }));
  };
  return (
    <LiveBench bench={bench}>
      <div className="flex h-screen min-h-[680px] flex-col narrow:h-auto narrow:min-h-screen">
        <StudioHead here="new" title="New batch">
          <button
            type="button"
            className="button"
            data-own-enter
            disabled={isBusy}
            onClick={() => {
              const { knowledge } = plan;
              void open(JSON.stringify({ ...newPlan("New drop swirl", seed, bench.settings), knowledge }));
            }}
          >
            Begin on a usual sheet
          </button>
        </StudioHead>
        <Trouble words={trouble} />
        <main className="mx-2.5 mb-2.5 mt-2 flex min-h-0 flex-1 flex-col rounded-lg border-[1.5px] border-ink bg-sheet">
          <Chooser
            plan={plan}
            wanted={idea.family}
            given={
              <>
                <IdeaFields idea={idea} onIdea={think} />
                {tried.length > 0 && (
                  <p className="notice-leaf">
                    With {tried.map((t) => t.words).join("; ")}.{" "}
                    <button
                      type="button"
                      data-own-enter
                      className="underline"
                      onClick={() => setTried(tried.slice(0, -1))}
                    >
                      take the last back
                    </button>
                  </p>
                )}
              </>
            }
            isBusy={isBusy}
            onTry={(change) => setTried([...tried, change])}
            onLayOut={(choice) => void layOut(choice)}
          />
        </main>
      </div>
    </LiveBench>
  );
}
