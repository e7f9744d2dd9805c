import { useCallback, useMemo, useState } from "react";
import { isOn, standingOf } from "../../core/document/underway";
import type { BroughtBench } from "../../core/library/bench";
import { FAMILIES } from "../../core/techniques/families/registry";
import { BatchHead } from "../parts/BatchHead";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import type { Stills } from "../parts/FaceCanvas";
import { SaveTrouble } from "../parts/SaveMark";
import type { StoredBatch } from "../parts/stored";
import { Trouble } from "../parts/Trouble";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useDerived } from "../parts/useDerived";
import { useUndoKeys } from "../parts/useDocument";
import { useSince } from "../parts/useSince";
import { CutFace } from "./CutFace";
import { PourClock } from "./clock/PourClock";
import { ColoursDrawer } from "./colours/ColoursDrawer";
import { FamilyPanel } from "./FamilyPanel";
import { FormulaPanel } from "./FormulaPanel";
import { FormulaDrawer } from "./formula/FormulaDrawer";
import { MouldPanel } from "./MouldPanel";
import { MouldDrawer } from "./mould/MouldDrawer";
import { PortionsPanel } from "./PortionsPanel";
import { PourList } from "./PourList";
import type { OpenDrawer } from "./panel";
import { PortionDrawer } from "./portion/PortionDrawer";
import { inRooms, type Room, Rooms } from "./Rooms";
import { sheetCommands } from "./sheetCommands";

interface OwnProps {
  stills?: Stills;
  /** The libraries as text: as a page's props 1,000 values are written and read one by one. */
  benchText: string;
}

export default function Sheet({ initial, stills, benchText, ...page }: Omit<BatchPageProps, "bench"> & OwnProps) {
  const bench = useMemo(() => JSON.parse(benchText) as BroughtBench, [benchText]);
  return (
    <LiveBench {...page} bench={bench}>
      <BatchSheet initial={initial} stills={stills} />
    </LiveBench>
  );
}

/** The batch sheet: mould, formula, cups, predicted cut, pours and the pour clock, live together. */
function BatchSheet({ initial, stills }: { initial: StoredBatch; stills?: Stills }) {
  const open = useBatch(initial);
  const { plan } = open;
  const [refusal, setRefusal] = useState<string | null>(null);
  const tryEdit = useCallback(
    (...[edit, mergeKey]: Parameters<typeof open.edit>) => {
      const why = open.edit(edit, mergeKey);
      // A field says itself why it cannot be; what is pressed or dragged has no room of its own for that.
      setRefusal(edit.kind === "set" ? null : why);
      return why;
    },
    [open.edit],
  );
  const batch = { ...open, edit: tryEdit };
  const { units, grams, mm } = useUnits();
  const nowS = useSince(plan);
  const derived = useDerived(plan, units, nowS);
  const [selectedPour, selectPour] = useState<string | null>(null);
  const [batterId, showBatter] = useState(plan.batters[0].id);
  const [drawer, setDrawer] = useState<OpenDrawer>(null);
  const [room, setRoom] = useState<Room>("cups");
  const enter = (next: Room) => {
    setDrawer(null);
    setRoom(next);
  };
  const isPoured = plan.record.finishedAt !== null;
  const isPouring = isOn(plan);
  const standing = useMemo(() => standingOf(plan), [plan]);
  useUndoKeys(batch.undo, batch.redo, isPoured);

  const mould = plan.moulds[0];
  const poured = derived.masses?.moulds.reduce((sum, m) => sum + m.pouredG, 0);
  const props = { batch, derived, disabled: isPoured };
  const mixed = { ...props, disabled: isPoured || isPouring };
  const designed = { ...props, disabled: isPoured || standing.operations.size > 0 };
  const close = () => setDrawer(null);
  const onMore = (portionId: string) => setDrawer({ kind: "portion", portionId });
  return (
    <div className="flex h-screen min-h-[760px] flex-col narrow:h-auto narrow:min-h-screen" data-testid="sheet">
      <BatchHead
        id={initial.id}
        batch={batch}
        tab="plan"
        commands={isPoured || isPouring ? [] : sheetCommands(batch, batterId, setDrawer, selectPour)}
      >
        {FAMILIES[plan.design.family].label} · {mould.name.toLowerCase()} {mm(mould.lengthMm)} × {mm(mould.widthMm)} ×{" "}
        {mm(mould.heightMm)}
        {poured ? ` · ${grams(poured)} poured` : ""}
      </BatchHead>
      <main className="relative mx-2.5 mb-2 flex min-h-0 flex-1 flex-col rounded-lg border-[1.5px] border-ink bg-sheet">
        <SaveTrouble batch={batch} />
        {isPoured && (
          <p className="notice-leaf mx-3 mt-2">
            This batch has been poured: its plan stands as it was. Copy it on the shelf to plan the next one.
          </p>
        )}
        {isPouring && (
          <p className="notice-leaf mx-3 mt-2">
            The pour is on. What is done stands; what is left can be changed here, and each change goes into its record.{" "}
            <a className="underline" href={`/batches/${initial.id}/pour`}>
              Back to the pour
            </a>
          </p>
        )}
        <Trouble words={refusal} className="mx-3 mt-2" />
        <Rooms room={room} onRoom={enter} />
        <div
          className={`grid min-h-0 flex-1 grid-cols-[268px_262px_minmax(320px,1fr)_284px] gap-x-4 px-3 pt-2 narrow:flex narrow:flex-col narrow:pb-3 ${room === "clock" ? "narrow:flex-none" : ""}`}
        >
          <div
            className={`scroll-quiet flex min-h-0 flex-col gap-1.5 overflow-y-auto pr-1 narrow:overflow-visible ${inRooms(room, "mould", "formula")}`}
          >
            <div className={inRooms(room, "mould")}>
              <MouldPanel {...designed} onMore={() => setDrawer({ kind: "mould" })} />
            </div>
            <div className={inRooms(room, "formula")}>
              <FormulaPanel
                {...mixed}
                batterId={batterId}
                onBatter={showBatter}
                onMore={() => setDrawer({ kind: "formula", batterId })}
              />
            </div>
          </div>
          <div className={`flex min-h-0 min-w-0 flex-col ${inRooms(room, "cups")}`}>
            <PortionsPanel
              {...props}
              standing={standing}
              batterId={batterId}
              onMore={onMore}
              onColours={() => setDrawer({ kind: "colours" })}
            />
          </div>
          <CutFace plan={plan} derived={derived} stills={stills} isStrip={room !== "design"} isTall={room === "clock"}>
            <FamilyPanel
              {...designed}
              beside={mixed.disabled ? null : <OtherDesigns id={initial.id} flush={batch.flush} />}
            />
          </CutFace>
          <div className={`flex min-h-0 min-w-0 flex-col ${inRooms(room, "pours")}`}>
            <PourList {...props} done={standing.operations} selected={selectedPour} onSelect={selectPour} />
          </div>
        </div>
        <PourClock {...props} nowS={nowS} selected={selectedPour} onSelect={selectPour} isStrip={room !== "clock"} />
        {drawer?.kind === "formula" && (
          <FormulaDrawer {...mixed} batterId={batterId} onBatter={showBatter} onClose={close} />
        )}
        {drawer?.kind === "portion" && (
          <PortionDrawer {...props} portionId={drawer.portionId} onPortion={onMore} onClose={close} />
        )}
        {drawer?.kind === "mould" && <MouldDrawer {...designed} onClose={close} />}
        {drawer?.kind === "colours" && <ColoursDrawer {...props} onClose={close} />}
      </main>
    </div>
  );
}

/** The way to the wall of designs, once all is saved. */
function OtherDesigns({ id, flush }: { id: string; flush(): Promise<boolean> }) {
  return (
    <a
      className="underline narrow:inline-flex narrow:min-h-[44px] narrow:items-center"
      href={`/batches/${id}/designs`}
      onClick={async (e) => {
        if (e.metaKey || e.ctrlKey || e.shiftKey) return;
        e.preventDefault();
        const { href } = e.currentTarget;
        await flush();
        location.href = href;
      }}
    >
      other designs for this batter
    </a>
  );
}
