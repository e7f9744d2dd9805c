import { useState } from "react";
import { BatchHead } from "../parts/BatchHead";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/stored";
import { Trouble } from "../parts/Trouble";
import { useBatch } from "../parts/useBatch";
import { Chooser } from "./Chooser";
import { GivenOfPlan } from "./GivenOfPlan";

export default function Designs({ initial, ...page }: BatchPageProps) {
  return (
    <LiveBench {...page}>
      <OtherDesigns initial={initial} />
    </LiveBench>
  );
}

/** Other designs for the batter of a batch: one press lays one out on its sheet. */
function OtherDesigns({ initial }: { initial: StoredBatch }) {
  const batch = useBatch(initial);
  const [isBusy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { plan } = batch;
  const href = `/batches/${initial.id}`;
  const isPoured = plan.record.startedAt !== null;
  return (
    <div className="flex h-screen min-h-[680px] flex-col narrow:h-auto narrow:min-h-screen">
      <BatchHead id={initial.id} batch={batch} tab="plan" screen="chooser">
        What does this batter allow?
      </BatchHead>
      <main className="mx-2.5 mb-2.5 flex min-h-0 flex-1 flex-col rounded-lg border-[1.5px] border-ink bg-sheet">
        <SaveTrouble batch={batch} />
        <Trouble words={trouble} />
        {isPoured ? (
          <p className="notice-leaf m-5">
            This batch has been poured: its design stands as it was. Copy it on the shelf to plan the next one.
          </p>
        ) : (
          <Chooser
            plan={plan}
            wanted={null}
            given={<GivenOfPlan plan={plan} href={href} />}
            isBusy={isBusy}
            onTry={({ edit }) => {
              setTrouble(batch.edit(edit));
              batch.seal();
            }}
            onLayOut={async ({ edit }) => {
              const why = edit && batch.edit(edit);
              if (why) return setTrouble(`This design cannot be laid out: ${why}`);
              batch.seal();
              setBusy(true);
              if (await batch.flush()) location.href = href;
              else setBusy(false);
            }}
          />
        )}
      </main>
    </div>
  );
}
