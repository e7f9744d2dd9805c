import { type ReactNode, useMemo, useState } from "react";
import type { Change } from "../../core/advise/changes";
import { barsOf } from "../../core/cut/bars";
import { CHOICE_ORDERS, type Choice, type ChoiceOrder } from "../../core/derive/choices";
import type { Plan } from "../../core/document/schema";
import { FAMILIES, type FamilyId } from "../../core/techniques/families/registry";
import { CHOICE_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { useBench } from "../parts/bench";
import { OneOf } from "../parts/OneOf";
import { useUnits } from "../parts/units";
import { Flows } from "./Flows";
import { InHand } from "./InHand";
import { Opens } from "./Opens";
import { useChoices } from "./useChoices";
import { usePlaces } from "./usePlaces";
import { percent, toneOf, Wall } from "./Wall";

/** Designs side by side in a wide window: what the arrows up and down go by. */
const PER_ROW = 4;
const isField = (e: KeyboardEvent) =>
  e.target instanceof HTMLElement && e.target.closest("input, select, textarea, a, [data-own-enter]") !== null;

/** What is at hand and fixed at the left, what this batter allows in the middle, the design in hand at the right. */
export function Chooser({
  plan,
  wanted,
  given,
  isBusy,
  onLayOut,
  onTry,
}: {
  plan: Plan;
  /** The technique that was asked for: worked out first, and in hand until another is taken. */
  wanted: FamilyId | null;
  given: ReactNode;
  isBusy: boolean;
  onLayOut(choice: Choice): void;
  /** Takes up the change of the batter that opens most. */
  onTry(change: Change): void;
}) {
  const { tools } = useBench("tools");
  const kinds = useMemo(
    () => [...new Set([...tools.map((t) => t.document.spec.kind), ...plan.equipment.map((e) => e.spec.kind)])].sort(),
    [tools, plan.equipment],
  );
  const { units } = useUnits();
  const { found, left, opening, stop } = useChoices(plan, kinds, wanted, units);
  const [order, setOrder] = useState<ChoiceOrder>("chance");
  const [taken, take] = useState<FamilyId | null>(null);
  const choices = [...found.values()].flatMap((a) => a.choice ?? []);
  const { can, out, arriving } = usePlaces(choices, order, left > 0);
  const faces = new Map([...found.values()].flatMap((a) => (a.face ? [[a.family, a.face] as const] : [])));
  const listed = arriving?.flatMap(([, c]) => c ?? []) ?? [...can, ...out];
  // Until places are given out the first that arrived stays in hand.
  const best = arriving ? (choices.find((c) => c.out === null) ?? choices[0]) : listed[0];
  const inHand =
    listed.find((c) => c.family === (taken ?? wanted)) ?? listed.find((c) => c.edit === null) ?? best ?? null;
  const [mould] = plan.moulds;
  const bars = barsOf(mould.lengthMm, plan).middlesMm.length;

  const go = (by: number) => (e: KeyboardEvent) => {
    if (isField(e) || listed.length === 0) return false;
    const at = inHand ? listed.indexOf(inHand) : -1;
    take(listed[Math.min(listed.length - 1, Math.max(0, at + by))].family);
  };
  useKeys(CHOICE_KEYS, {
    left: go(-1),
    right: go(1),
    up: go(-PER_ROW),
    down: go(PER_ROW),
    layOut: (e) => (isField(e) || !inHand || isBusy ? false : onLayOut(inHand)),
  });

  return (
    <div className="grid min-h-0 flex-1 grid-cols-[224px_minmax(0,1fr)_290px] gap-x-6 px-5 py-3 narrow:flex narrow:flex-col narrow:gap-y-4 phone:px-3">
      <div className="scroll-quiet min-h-0 overflow-y-auto pr-1 narrow:contents">
        <div>{given}</div>
        {inHand && <Flows plan={plan} choice={inHand} />}
      </div>
      <div className="scroll-quiet min-h-0 overflow-y-auto px-1 pb-2 narrow:overflow-visible">
        <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <p role="status" className="min-w-0">
            {left > 0 ? (
              <>
                <strong>working out {left} more</strong>{" "}
                <button type="button" className="ml-2 underline" onClick={stop}>
                  stop
                </button>
              </>
            ) : (
              <>
                <strong>{can.length} can be done</strong>{" "}
                <span className="text-muted">each at the trace that it would have by then</span>
              </>
            )}
          </p>
          <span className="ml-auto inline-flex items-baseline gap-1 text-[13px] text-muted">
            by
            <OneOf
              options={(Object.keys(CHOICE_ORDERS) as ChoiceOrder[]).map((o) => ({ value: o, label: o }))}
              value={order}
              className="border-b-2 border-transparent px-1.5 aria-pressed:border-ink aria-pressed:font-semibold aria-pressed:text-ink narrow:min-h-[44px]"
              pressedClass=""
              data-own-enter
              onChoose={setOrder}
            />
          </span>
        </div>
        {left === 0 && listed.length === 0 ? (
          <p className="notice-amber">
            The formula cannot be computed yet, so that no design can be judged: the sheet says what is missing.
          </p>
        ) : (
          <Wall can={can} out={out} arriving={arriving} faces={faces} chosen={inHand?.family ?? null} onChoose={take} />
        )}
        {opening && <Opens opening={opening} onTry={({ change }) => onTry(change)} />}
      </div>
      <div className="scroll-quiet min-h-0 overflow-y-auto border-l border-rule pl-5 narrow:order-none narrow:border-l-0 narrow:border-t narrow:pl-0 narrow:pt-3">
        {inHand ? (
          <InHand
            choice={inHand}
            face={faces.get(inHand.family)}
            plan={plan}
            bars={bars}
            isBusy={isBusy}
            onLayOut={() => onLayOut(inHand)}
          />
        ) : (
          <p className="text-muted">The first design comes into hand once it is worked out.</p>
        )}
      </div>
      {inHand && (
        <p className="sticky bottom-0 z-10 order-2 hidden items-center gap-3 border-t-[1.5px] border-ink bg-sheet py-2 narrow:flex">
          <span className="min-w-0 flex-1 leading-tight">
            <strong className="block first-letter:uppercase">{FAMILIES[inHand.family].label}</strong>
            <span className={toneOf(inHand.chance)}>{percent(inHand.chance)}</span>
          </span>
          <button type="button" className="button button-main" disabled={isBusy} onClick={() => onLayOut(inHand)}>
            {inHand.edit === null ? "Keep it" : "Lay it out"}
          </button>
        </p>
      )}
    </div>
  );
}
