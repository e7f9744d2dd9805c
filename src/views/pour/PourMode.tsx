import { useEffect, useState } from "react";
import { weighedBowlG } from "../../core/batter/readings";
import type { BenchEvent } from "../../core/document/logSchema";
import { lastNoted } from "../../core/document/record";
import type { Plan } from "../../core/document/schema";
import { commandsOf } from "../keys/commands";
import { POUR_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { BatchHead } from "../parts/BatchHead";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { useKeptPages } from "../parts/keeping";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useClock } from "../parts/useClock";
import { AddedPad } from "./AddedPad";
import { AfterPour } from "./AfterPour";
import { BeforePour } from "./BeforePour";
import { CupsAside } from "./CupsAside";
import { NextSteps } from "./NextSteps";
import { NotePad, type Pad } from "./NotePad";
import { NowPanel } from "./NowPanel";
import { PourHead } from "./PourHead";
import { type OnScale, ReadingPad } from "./ReadingPad";
import { RescueView } from "./RescueView";
import { useDevice } from "./useDevice";
import { type Pour, usePour } from "./usePour";
import { useVoice } from "./useVoice";
import { useWakeLock } from "./useWakeLock";

/** Pour mode: one instruction at a time, readable from a distance, every action on a key and on a big button. */
export default function PourMode({ initial, openedMs, ...page }: BatchPageProps & { openedMs: number }) {
  return (
    <LiveBench {...page}>
      <Pouring initial={initial} openedMs={openedMs} />
    </LiveBench>
  );
}

/** What is most likely weighed now: the bowl before anything is weighed out of it, then the cup at hand. */
function nextOnScale(plan: Plan, { current }: Pour): OnScale {
  const batterId = current?.batterId ?? plan.batters[0].id;
  const cup = current?.kind === "weigh" ? current.portionIds[0] : undefined;
  const bowl = plan.batters.find((b) => b.id === batterId)!;
  const isByEye = plan.practice.measuring === "eyeball";
  return cup && (isByEye || weighedBowlG(plan, bowl) !== null)
    ? { what: "cup", of: cup }
    : { what: "bowl", of: bowl.id };
}

/** Batters of which nothing was weighed out yet. */
const wholeBowls = (plan: Plan, { derived }: Pour): string[] =>
  plan.batters
    .filter((b) => !derived.timeline?.steps.some((s) => s.kind === "weigh" && s.batterId === b.id && s.done))
    .map((b) => b.id);

const instructionOf = ({ current, derived }: Pour): string | null =>
  current ? (derived.instructions.get(current.id)?.title ?? null) : null;

/** Seconds until the step at hand leaves its window; null where it has none, or that is not known. */
const windowLeftS = ({ current, nowS }: Pour): number | null =>
  current?.window && current.slackS !== null ? current.endS + current.slackS - nowS : null;

const isSight = (event: BenchEvent | null) => event?.kind === "traceCheck" || event?.kind === "sign";

function Pouring({ initial, openedMs }: { initial: StoredBatch; openedMs: number }) {
  const batch = useBatch(initial);
  const pour = usePour(batch, openedMs);
  const [pad, setPad] = useState<Pad | null>(null);
  const [isAsking, setAsking] = useState(false);
  const [isAdding, setAdding] = useState(false);
  const [onScale, setOnScale] = useState<OnScale | null>(null);
  const isKept = useKeptPages(`/batches/${initial.id}/pour`, `/batches/${initial.id}/book`, "/");
  const { plan } = batch;
  const isOn = pour.current !== null;
  const { units } = useUnits();
  const tenS = isOn ? Math.floor(pour.nowS / 10) * 10 : undefined;
  const clockState = useClock(plan, units, { nowS: tenS });
  useWakeLock(isOn);
  const isBowlKnown = plan.batters.every((b) => weighedBowlG(plan, b) !== null);

  const question = isOn ? (clockState.live?.question ?? null) : null;
  const asked = question?.eventId;
  const isOpenQuestion = plan.record.events.some((e) => e.kind === "traceCheck" && e.id === asked && e.answer === null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a check is asked about once, when it comes
  useEffect(() => {
    if (question && isOpenQuestion) setPad({ kind: "question", question });
  }, [asked]);

  // A scale that is there speaks for itself: what is to be weighed opens with its step.
  const hasScale = useDevice("mass") !== null;
  const weighing = isOn && pour.current?.kind === "weigh" ? pour.current.id : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for every step, and once more when the bowl is known
  useEffect(() => {
    if (hasScale && weighing && !pad && !isAsking) setOnScale(nextOnScale(plan, pour));
  }, [hasScale, weighing, isBowlKnown]);

  const voice = useVoice(instructionOf(pour), windowLeftS(pour));

  const note = () => setPad({ kind: "deviation", eventId: pour.deviate() });
  const acts = {
    done: pour.stepDone,
    check: () => setPad({ kind: "check", portionId: null }),
    note,
    see: () => setPad({ kind: "sign" }),
    add: () => setAdding(true),
    voice: voice.can ? voice.toggle : undefined,
    measure: () => setOnScale(nextOnScale(plan, pour)),
    undo: pour.undo,
    replan: () => setAsking(true),
  };
  // A key that is held down is one press: nothing is said done by leaning on it.
  const once = (does: (() => void) | undefined) => (e: KeyboardEvent) => (e.repeat || !does ? false : does());
  useKeys(
    POUR_KEYS,
    {
      done: once(acts.done),
      check: once(acts.check),
      note: once(acts.note),
      see: once(acts.see),
      add: once(acts.add),
      voice: once(acts.voice),
      measure: once(acts.measure),
      undo: once(acts.undo),
      replan: once(acts.replan),
      cup: (e) => {
        const cup = plan.portions[Number(e.key) - 1];
        if (e.repeat || !cup) return false;
        setPad({ kind: "check", portionId: cup.id });
      },
    },
    !isOn || pad !== null || onScale !== null || isAsking || isAdding,
  );

  if (plan.record.startedAt === null || !pour.derived.timeline) {
    return (
      <div className="flex min-h-screen flex-col">
        <BatchHead id={initial.id} batch={batch} tab="pour" />
        <main className="mx-2.5 mb-2.5 flex-1 rounded-lg border-[1.5px] border-ink bg-sheet">
          <SaveTrouble batch={batch} />
          <BeforePour
            id={initial.id}
            batch={batch}
            derived={pour.derived}
            isKept={isKept}
            openedMs={openedMs}
            onStart={pour.start}
          />
        </main>
      </div>
    );
  }
  if (!pour.current) {
    return (
      <div className="flex min-h-screen flex-col">
        <BatchHead id={initial.id} batch={batch} tab="pour" />
        <main className="mx-2.5 mb-2.5 flex-1 rounded-lg border-[1.5px] border-ink bg-sheet p-8 phone:p-4">
          <SaveTrouble batch={batch} />
          <AfterPour
            id={initial.id}
            batch={batch}
            derived={pour.derived}
            pouredS={pour.nowS}
            openedMs={openedMs}
            onUndoPour={pour.undo}
          />
        </main>
      </div>
    );
  }
  const lastCheck = plan.record.events.findLast((e) => e.kind === "traceCheck");
  return (
    <div className="flex h-screen min-h-[680px] flex-col bg-sheet max-lg:h-auto max-lg:min-h-screen">
      <PourHead
        title={plan.title}
        pour={pour}
        commands={pad || onScale || isAsking || isAdding ? [] : commandsOf(POUR_KEYS, acts)}
        live={clockState.live}
        voice={voice}
        saveState={batch.saveState}
        onOtherWays={acts.replan}
      />
      <SaveTrouble batch={batch} />
      {isAsking ? (
        <RescueView
          plan={plan}
          nowS={pour.nowS}
          canTakeBack={isSight(lastNoted(plan))}
          onLayOut={(rescue) => {
            pour.replan(rescue);
            setAsking(false);
          }}
          onTakeBack={() => {
            pour.undo();
            setAsking(false);
          }}
          onLeave={() => setAsking(false)}
        />
      ) : (
        <>
          <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1">
            <NowPanel
              plan={plan}
              pour={pour}
              onCheck={() => setPad({ kind: "check", portionId: null })}
              onNote={note}
              onSee={acts.see}
              onMeasure={acts.measure}
              scale={
                isAdding ? (
                  <AddedPad
                    plan={plan}
                    into={pour.current.portionIds[0] ?? pour.current.batterId}
                    onAdded={(added) => {
                      pour.add(added);
                      setAdding(false);
                    }}
                    onLeave={() => setAdding(false)}
                  />
                ) : onScale ? (
                  <ReadingPad
                    key={onScale.of}
                    plan={plan}
                    derived={pour.derived}
                    onScale={onScale}
                    onScaleChange={setOnScale}
                    onReading={(reading) => {
                      pour.read(reading);
                      setOnScale(null);
                    }}
                    onLeave={() => setOnScale(null)}
                  />
                ) : null
              }
              pad={
                pad && (
                  <NotePad
                    pad={pad}
                    plan={plan}
                    bowls={wholeBowls(plan, pour)}
                    onAdded={(eventId) => {
                      pour.takeBack(eventId);
                      setPad(null);
                      setAdding(true);
                    }}
                    palette={pour.derived.colours.map((c) => c.fresh)}
                    onPad={setPad}
                    onCheck={(portionId, trace) => {
                      pour.check(portionId, trace);
                      setPad(null);
                    }}
                    onAnswer={(eventId, answer) => {
                      pour.answer(eventId, answer);
                      setPad(null);
                    }}
                    onSign={(sign) => {
                      pour.see(sign);
                      setPad({ kind: "advice", sign });
                    }}
                    onDeviation={(eventId, what) => {
                      pour.specify(eventId, what);
                      setPad(null);
                    }}
                  />
                )
              }
            />
            <CupsAside plan={plan} pour={pour} lastCheck={lastCheck} onOtherWays={acts.replan} />
          </div>
          <NextSteps pour={pour} turnBacks={clockState.turnBacks} />
        </>
      )}
    </div>
  );
}
