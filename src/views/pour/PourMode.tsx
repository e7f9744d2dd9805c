import { type ReactNode, useEffect, useState } from "react";
import { weighedBowlG } from "../../core/batter/readings";
import type { BenchEvent } from "../../core/document/logSchema";
import { lastNoted } from "../../core/document/record";
import type { Plan } from "../../core/document/schema";
import { vesselName } from "../../core/document/vesselName";
import { LONG_WAIT_S } from "../../core/prepare/meanwhile";
import { commandsOf } from "../keys/commands";
import { POUR_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { BatchHead } from "../parts/BatchHead";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { useKeptPages } from "../parts/keeping";
import { NotFetched } from "../parts/NotFetched";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { type OpenBatch, useBatch } from "../parts/useBatch";
import { useClock } from "../parts/useClock";
import { useDevice } from "../parts/useDevice";
import { useFetched } from "../parts/useFetched";
import { useOnDevice } from "../parts/useOnDevice";
import { AfterPour } from "./AfterPour";
import { BeforePour } from "./BeforePour";
import { CupsAside } from "./CupsAside";
import { NextSteps } from "./NextSteps";
import { NowPanel } from "./NowPanel";
import { DEVICE_LANES, LaneChoice } from "./OtherHands";
import { PourHead } from "./PourHead";
import type { Open } from "./PourPads";
import { actsOf } from "./pourActs";
import type { OnScale } from "./ReadingPad";
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

const fetchOpened = () => import("./opened");

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

const instructionOf = ({ current, derived }: Pour): string | null =>
  current ? (derived.instructions.get(current.id)?.title ?? null) : null;

/** Seconds until the step at hand leaves its window; null where it has none, or that is not known. */
const windowLeftS = ({ current, nowS }: Pour): number | null =>
  current?.window && current.slackS !== null ? current.endS + current.slackS - nowS : null;

const isSight = (event: BenchEvent | null) => event?.kind === "traceCheck" || event?.kind === "sign";

/** What is spoken of the step at hand; a long wait first. */
const spokenOf = (pour: Pour): string | null => {
  const title = instructionOf(pour);
  const { current, nowS } = pour;
  return title && current?.window && current.startS - nowS > LONG_WAIT_S ? `Wait. ${title}, later` : title;
};

function Pouring({ initial, openedMs }: { initial: StoredBatch; openedMs: number }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const [laneHere, setLane] = useOnDevice("lane", DEVICE_LANES);
  const lane = plan.practice.people === 2 && laneHere !== "both" ? laneHere : null;
  const [whyHere, setWhy] = useOnDevice("why", ["brief", "why"]);
  const pour = usePour(batch, openedMs, lane);
  const [open, setOpen] = useState<Open>(null);
  const [isAsking, setAsking] = useState(false);
  // At once, though nothing is open yet: at the bench a studio may fall silent.
  const [opened, againOpened] = useFetched(true, fetchOpened);
  const isKept = useKeptPages(`/batches/${initial.id}/pour`, `/batches/${initial.id}/book`, "/");
  const { isOn, current } = pour;
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
    if (question && isOpenQuestion) setOpen({ kind: "pad", pad: { kind: "question", question } });
  }, [asked]);

  // A scale that is there speaks for itself: what is to be weighed opens with its step.
  const hasScale = useDevice("mass") !== null;
  const weighing = current?.kind === "weigh" ? current.id : null;
  const toScale = () => setOpen({ kind: "scale", onScale: nextOnScale(plan, pour) });
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for every step, and once more when the bowl is known
  useEffect(() => {
    if (hasScale && weighing && !open && !isAsking) toScale();
  }, [hasScale, weighing, isBowlKnown]);

  const voice = useVoice(spokenOf(pour), windowLeftS(pour));
  const acts = actsOf({ pour, voice, setOpen, toScale, onAsk: () => setAsking(true) });
  const toggleWhy = () => setWhy(whyHere === "why" ? "brief" : "why");
  const isBusy = open !== null || isAsking;
  // A key that is held down is one press: nothing is said done by leaning on it.
  const once = (does: (() => void) | undefined) => (e: KeyboardEvent) => (e.repeat || !does ? false : does());
  useKeys(
    POUR_KEYS,
    {
      ...(Object.fromEntries(Object.entries(acts).map(([id, act]) => [id, once(act)])) as Record<
        keyof typeof acts,
        (e: KeyboardEvent) => void | false
      >),
      why: once(toggleWhy),
      cup: (e) => {
        const cup = plan.portions[Number(e.key) - 1];
        if (e.repeat || !cup) return false;
        setOpen({ kind: "pad", pad: { kind: "check", portionId: cup.id } });
      },
    },
    !isOn || current === null || isBusy,
  );

  if (!isOn || !pour.derived.timeline)
    return (
      <Around id={initial.id} batch={batch} isBefore={plan.record.startedAt === null || !pour.derived.timeline}>
        {plan.record.startedAt === null || !pour.derived.timeline ? (
          <BeforePour
            id={initial.id}
            batch={batch}
            derived={pour.derived}
            isKept={isKept}
            openedMs={openedMs}
            onStart={pour.start}
          />
        ) : (
          <AfterPour
            id={initial.id}
            batch={batch}
            derived={pour.derived}
            pouredS={pour.nowS}
            openedMs={openedMs}
            onUndoPour={pour.undo}
          />
        )}
      </Around>
    );
  const laneChoice = plan.practice.people === 2 ? <LaneChoice lane={laneHere} onLane={setLane} /> : null;
  return (
    <div className="flex h-screen min-h-[680px] flex-col bg-sheet max-lg:h-auto max-lg:min-h-screen">
      <PourHead
        title={plan.title}
        pour={pour}
        commands={isBusy ? [] : commandsOf(POUR_KEYS, { ...acts, why: toggleWhy })}
        live={clockState.live}
        voice={voice}
        saveState={batch.saveState}
        laneChoice={laneChoice}
        onOtherWays={acts.replan}
      />
      <SaveTrouble batch={batch} />
      {againOpened && (open !== null || isAsking) && (
        <NotFetched
          isAtBench
          onAgain={againOpened}
          onLeave={() => {
            setOpen(null);
            setAsking(false);
          }}
        />
      )}
      {isAsking && opened ? (
        <opened.RescueView
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
            {current ? (
              <NowPanel
                plan={plan}
                pour={pour}
                range={clockState.chances?.steps.find((s) => s.stepId === current.id)?.startS ?? null}
                isLearner={whyHere === "why"}
                acts={acts}
                scale={
                  opened && (open?.kind === "scale" || open?.kind === "added") ? (
                    <opened.RoomyPad open={open} plan={plan} pour={pour} onOpen={setOpen} />
                  ) : null
                }
                pad={
                  opened && open?.kind === "pad" ? (
                    <opened.QuestionPad pad={open.pad} plan={plan} pour={pour} onOpen={setOpen} />
                  ) : opened && open?.kind === "words" ? (
                    <opened.WordsPad
                      of={vesselName(plan, current.portionIds[0] ?? current.batterId)}
                      onNote={(words) => {
                        pour.say(words);
                        setOpen(null);
                      }}
                      onLeave={() => setOpen(null)}
                    />
                  ) : null
                }
              />
            ) : (
              <p className="px-7 py-8 text-[32px] leading-tight" data-testid="instruction">
                Nothing is left for you here: the other is at the last steps.
              </p>
            )}
            <CupsAside
              plan={plan}
              pour={pour}
              lastCheck={plan.record.events.findLast((e) => e.kind === "traceCheck")}
              onOtherWays={acts.replan}
            />
          </div>
          <NextSteps pour={pour} turnBacks={clockState.turnBacks} />
        </>
      )}
    </div>
  );
}

/** The page around what comes before and after a pour. */
function Around({
  id,
  batch,
  isBefore,
  children,
}: {
  id: string;
  batch: OpenBatch;
  isBefore: boolean;
  children: ReactNode;
}) {
  return (
    <div className="flex min-h-screen flex-col">
      <BatchHead id={id} batch={batch} tab="pour" />
      <main
        className={`mx-2.5 mb-2.5 flex-1 rounded-lg border-[1.5px] border-ink bg-sheet ${isBefore ? "" : "p-8 phone:p-4"}`}
      >
        <SaveTrouble batch={batch} />
        {children}
      </main>
    </div>
  );
}
