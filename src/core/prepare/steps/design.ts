import type { Masses } from "../../batter/masses";
import type { Step } from "../../clock/step";
import { decorationCounts } from "../../cut/bars";
import type { Plan } from "../../document/schema";
import { isIntoPot, kindOf, type Operation, operationDurationS, portionOf } from "../../techniques/operations/registry";
import { PIPING_WINDOW, PRESSING_WINDOW } from "../../techniques/traceWindow";
import { windowOf } from "../../techniques/windows";
import { WORKING_TIMES_S } from "../../techniques/workingTimes";
import { byId } from "../../units/byId";
import { cupStep, finishedAfter, step } from "./make";

/** What went into the pot last, until it was begun to be poured out. */
function lastFilling(earlier: readonly Operation[]): Operation[] {
  const to = earlier.findLastIndex(isIntoPot);
  const from = earlier.slice(0, to + 1).findLastIndex((x) => x.kind === "potPour");
  return earlier.slice(from + 1, to + 1).filter(isIntoPot);
}

/** Pours that a movement on the top reaches: so many of the last. */
const LAST_ON_TOP = 6;

type Touched = { portionIds: string[]; shares: number[] };

/** Cups that lie in a mould (or in the pot) when a movement works on it, with their parts of it: those poured there before. */
function touchedBy(plan: Plan, masses: Masses, index: number): Touched {
  const o = plan.operations[index];
  const { place } = kindOf(o);
  const earlier = plan.operations.slice(0, index).filter((x) => x.mouldId === o.mouldId);
  return partsOf(
    masses,
    place === "pot" ? lastFilling(earlier) : place === "top" ? earlier.slice(-LAST_ON_TOP) : earlier,
  );
}

/** Cups of some pours, with their parts of what was poured. */
function partsOf(masses: Masses, relevant: readonly Operation[]): Touched {
  const grams = new Map<string, number>();
  for (const x of relevant) {
    const id = portionOf(x);
    if (id !== null) grams.set(id, (grams.get(id) ?? 0) + masses.operationG.get(x.id)!);
  }
  const total = [...grams.values()].reduce((a, b) => a + b, 0);
  const portionIds = [...grams.keys()];
  return { portionIds, shares: portionIds.map((id) => (total > 0 ? grams.get(id)! / total : 1 / portionIds.length)) };
}

export function designSteps(plan: Plan, masses: Masses): Step[] {
  const steps: Step[] = [];
  const before = new Before();
  plan.operations.forEach((o, index) => {
    const massG = masses.operationG.get(o.id)!;
    const mould = byId(plan.moulds, o.mouldId);
    const own = portionOf(o);
    const { portionIds, shares } = own ? { portionIds: [own], shares: [1] } : touchedBy(plan, masses, index);
    const batterId = plan.portions.find((p) => p.id === portionIds[0])?.batterId ?? plan.batters[0].id;
    const { ids, round } = before.next(o);
    const { does, place, hands } = kindOf(o);
    // What is done on the top has its window as a wish, and may wait for it.
    const isTop = place === "top";
    const window = windowOf(plan, o);
    const ready = own ? finishedAfter(plan, byId(plan.portions, own)) : [];
    steps.push(
      step({
        id: o.id,
        kind: does === "pour" ? "pour" : "draw",
        batterId,
        portionIds,
        shares,
        operationId: o.id,
        mouldId: o.mouldId,
        durationS: operationDurationS(o, massG, mould),
        window: portionIds.length ? window : null,
        isMust: !isTop && window !== null,
        isPatient: isTop,
        hands: plan.practice.people === 2 ? (hands ?? 1) : 1,
        massG: does === "pour" ? massG : null,
        after: [...ready, ...ids],
        round,
      }),
    );
  });
  return steps;
}

/**
 * What must be done in a mould before its next operation: the one before it; but the fills of compartments wait only for the round before
 * theirs, as levels must stay even and nothing else hangs on their order.
 */
class Before {
  private readonly moulds = new Map<string, { before: string[]; round: number; fills: string[]; lanes: Set<number> }>();

  next(o: Operation): { ids: string[]; round: number | null } {
    const at = this.moulds.get(o.mouldId) ?? { before: [], round: -1, fills: [], lanes: new Set() };
    this.moulds.set(o.mouldId, at);
    const isFill = "index" in o && kindOf(o).isFreeInRound === true;
    const isSameRound = isFill && at.fills.length > 0 && !at.lanes.has(o.index);
    if (!isSameRound && at.fills.length > 0) {
      at.before = at.fills;
      at.fills = [];
      at.lanes.clear();
    }
    const ids = [...at.before];
    if (!isFill) {
      at.before = [o.id];
      return { ids, round: null };
    }
    if (!isSameRound) at.round++;
    at.fills.push(o.id);
    at.lanes.add(o.index);
    return { ids, round: at.round };
  }
}

/**
 * What is done once the design is poured, each after the one before: what is pressed in as soon as the top holds it, the mist, what is piped as soon as it stands, the cover.
 * What is set on the top waits until the shine has gone: that is care after the pour.
 */
export function finishSteps(plan: Plan, masses: Masses, last: readonly string[]): Step[] {
  const { ash, cover, gel } = plan.practice;
  const batterId = plan.batters[0].id;
  const finish = (name: string, durationS: number, fields: Partial<Step> = {}) =>
    step({ id: `finish:${name}`, kind: "finish", batterId, durationS, ...fields });
  const pressed = decorationCounts(plan).reduce((sum, d) => sum + (d.place === "pressed-in" ? d.pieces : 0), 0);
  const wanted: Step[] = [];
  if (pressed > 0) {
    const top = plan.operations.filter((o) => o.mouldId === plan.operations.at(-1)?.mouldId).slice(-LAST_ON_TOP);
    const touched = partsOf(masses, top);
    const window = touched.portionIds.length > 0 ? PRESSING_WINDOW : null;
    wanted.push(finish("press", WORKING_TIMES_S.decoration * pressed, { ...touched, window, isPatient: true }));
  }
  if (ash === "spritz") wanted.push(finish("spritz", WORKING_TIMES_S.spritz));
  wanted.push(...pipeSteps(plan, masses));
  if (cover !== "shine" || ash === "cover") wanted.push(finish("cover", WORKING_TIMES_S.cover));
  else wanted.push(finish("leave-open", WORKING_TIMES_S.cover));
  if (gel === "gel") wanted.push(finish("heat-on", WORKING_TIMES_S.heatOn));
  let before = [...last];
  return wanted.map((s) => {
    const placed = { ...s, after: before };
    before = [s.id];
    return placed;
  });
}

/** What is kept back for piping: it stands until it holds its shape. */
function pipeSteps(plan: Plan, masses: Masses): Step[] {
  return plan.portions
    .filter((p) => (masses.portions.find((m) => m.id === p.id)?.pipingG ?? 0) > 0.5)
    .map((p) =>
      cupStep("pipe", p, {
        durationS: WORKING_TIMES_S.pipeTop,
        window: PIPING_WINDOW,
        isPatient: true,
        massG: byId(masses.portions, p.id).pipingG,
      }),
    );
}
