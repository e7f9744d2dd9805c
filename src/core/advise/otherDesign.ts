import type { Edit } from "../document/edits/edit";
import type { Mould, Plan, Portion } from "../document/schema";
import { type Row, takeMould } from "../library/use";
import { volumeMl } from "../mould/mould";
import type { LibraryMould } from "../mould/mouldSchema";
import type { Draft } from "../techniques/families/family";
import { FAMILIES, type FamilyId, familyOf, knobsOf, layOut } from "../techniques/families/registry";
import { isCupPour, isTopPour, type Operation, type OperationKind, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { type Barred, cupsLeft, FAR, type Ground, goOn, inParts, placed, type Way } from "./ground";
import type { Rest } from "./rest";

/** What must be set up in an empty mould. */
const WANTS_EMPTY: ReadonlySet<OperationKind> = new Set(["compartment", "tilt", "wallPour"]);
/** Rows of spoonfuls that make one layer, as shares of the width. */
const LAYER_ROWS = [1 / 6, 3 / 6, 5 / 6];
/** Fewer cups than this make no other design. */
const LEAST_CUPS = 2;
const rows = (g: Ground, p: Portion): Operation[] => {
  const { widthMm } = byId(g.plan.moulds, g.rest.mouldId);
  const drafts = LAYER_ROWS.map(
    (share): Draft => ({ kind: "spoonRow", portionId: p.id, cupPct: 0, acrossMm: Math.round(share * widthMm) }),
  );
  return inParts(g, g.rest.cupPct.get(p.id)!, drafts);
};
const onTop = (g: Ground): Operation[] => g.rest.left.filter(isTopPour);

/** All that is left in layers, by spoon, the fast cup first. */
export function spooned(g: Ground): Way[] {
  const next = cupsLeft(g).flatMap((p) => rows(g, p));
  if (next.length === 0) return [];
  const peaks = placed(g, { kind: "peaks", tool: "spoon" });
  const design: Plan["design"] = { ...g.plan.design, family: "spoon", knobs: knobsOf(FAMILIES.spoon, {}) };
  return [
    {
      id: "spooned-layers",
      words: "spoon the rest in layers",
      cost: "thin cups blended up first; lumpy layers, no fine lines in what is still to come",
      edit: goOn(g, [...next, ...onTop(g), peaks], design),
      far: FAR.spooned,
    },
  ];
}

/** The fast cup waits and becomes the top; or stays out of the loaf. */
export function without(g: Ground): Way[] {
  const { rest, fast } = g;
  const pct = rest.cupPct.get(fast.id);
  const isOwn = (o: Operation) => portionOf(o) === fast.id;
  const others = rest.left.filter((o) => !isOwn(o));
  if (pct === undefined || !others.some((o) => portionOf(o) !== null)) return [];
  const needsOwn =
    rest.left.some((o) => isOwn(o) && (o.kind === "compartment" || o.kind === "intoCup")) ||
    rest.left.some((o) => o.kind === "intoCup" && o.intoId === fast.id);
  if (needsOwn) return [];
  const top = [
    ...others.filter((o) => o.kind !== "peaks"),
    ...rows(g, fast),
    placed(g, { kind: "peaks", tool: "spoon" }),
  ];
  return [
    {
      id: "top-only",
      words: `${fast.name} only as the top`,
      cost: `no more ${fast.name} below it; spooned on when it stands`,
      edit: goOn(g, top),
      far: FAR.topOnly,
    },
    {
      id: "left-out",
      words: `leave ${fast.name} out, into a spare mould`,
      cost: `the loaf goes on without it, and comes out lower`,
      edit: goOn(g, others),
      far: FAR.out,
    },
  ];
}

/** A recipe's pours take what is left of each cup: percentages of whole cups become parts of that. */
function ofWhatIsLeft(list: readonly Operation[], { cupPct, topPct }: Rest): Operation[] {
  const scaled = list.map((o): Operation => {
    const id = portionOf(o)!;
    if (isCupPour(o)) return { ...o, cupPct: Number(((o.cupPct * (cupPct.get(id) ?? 0)) / 100).toFixed(2)) };
    if (isTopPour(o)) return { ...o, keptBackPct: Number(((o.keptBackPct * (topPct.get(id) ?? 0)) / 100).toFixed(2)) };
    return o;
  });
  // What rounding leaves goes with the last pour of each cup.
  for (const [id, pct] of cupPct) {
    const own = scaled.filter((o) => isCupPour(o) && portionOf(o) === id);
    const last = own.at(-1);
    if (!last || !isCupPour(last)) continue;
    const sum = own.reduce((s, o) => s + (isCupPour(o) ? o.cupPct : 0), 0);
    scaled[scaled.indexOf(last)] = { ...last, cupPct: Number((last.cupPct + pct - sum).toFixed(2)) } as Operation;
  }
  return scaled.filter((o) => (isCupPour(o) ? o.cupPct > 0 : isTopPour(o) ? o.keptBackPct > 0 : true));
}

/** Another family with what is left in each cup. */
export function inFamily(g: Ground, id: FamilyId, mould: Mould = byId(g.plan.moulds, g.rest.mouldId)): Way | Barred {
  const { plan } = g;
  // Nothing lies in another mould yet.
  const rest = mould.id === g.rest.mouldId ? g.rest : { ...g.rest, hasFloor: false };
  const own = familyOf(id);
  const knobs = { ...plan.design.knobs, ...(rest.hasFloor ? { floorPct: 0 } : {}) };
  const set = knobsOf(own, id === plan.design.family ? knobs : rest.hasFloor ? { floorPct: 0 } : {});
  const portions = plan.portions.flatMap((p) => {
    const pct = rest.cupPct.get(p.id);
    const keptBackPct = rest.topPct.has(p.id) ? p.keptBackPct : 0;
    return pct === undefined ? [] : [{ ...p, sharePct: (p.sharePct * pct) / 100, keptBackPct }];
  });
  const words = own.label;
  if (portions.length < LEAST_CUPS) return { words, reason: "one cup alone is left" };
  const laid = layOut({ moulds: plan.moulds, portions }, id, set, mould);
  if (rest.hasFloor && laid.some((o) => WANTS_EMPTY.has(o.kind))) return { words, reason: "wants an empty mould" };
  const next = ofWhatIsLeft(laid, rest).map((o) => ({ ...o, id: g.newId(), mouldId: mould.id }));
  const poured = new Set(next.filter(isCupPour).map((o) => o.portionId));
  if ([...rest.cupPct.keys()].some((cup) => !poured.has(cup))) return { words, reason: "does not use every cup" };
  return {
    id: `family:${id}`,
    words: rest.hasFloor ? `${words} on top of it` : words,
    cost: "",
    family: id,
    edit: goOn(g, next, { ...plan.design, family: id, knobs: set }),
    far: FAR.family,
  };
}

/** A mould that takes what is left must hold at least this part of it, as it is filled. */
const HOLDS = 0.98;

/**
 * What is left into another mould of the studio that holds it, lower than the one at hand: less to lay down before it sets. In place of that one where nothing lies in it yet.
 * @param leftMl what is left, mL
 */
export function inMould(g: Ground, moulds: readonly Row<LibraryMould>[], leftMl: number): Way[] {
  const { plan, rest } = g;
  const own = byId(plan.moulds, rest.mouldId);
  const isEmpty = !rest.hasFloor && !rest.done.some((o) => o.mouldId === own.id);
  const id = isEmpty ? own.id : g.newMouldId();
  const [mould] = moulds
    .map((row) => takeMould(row, id, own.fillPct))
    .filter((m) => m.dividers === null && m.heightMm < own.heightMm && volumeMl(m) * HOLDS >= leftMl)
    .sort((a, b) => volumeMl(a) - volumeMl(b));
  if (!mould) return [];
  const way = inFamily(g, plan.design.family, mould);
  if (!("edit" in way)) return [];
  const list = isEmpty ? plan.moulds.map((m) => (m.id === id ? mould : m)) : [...plan.moulds, mould];
  return [
    {
      id: "other-mould",
      words: isEmpty ? `all of it into ${mould.name}` : `what is left into ${mould.name}`,
      cost: `lower and wider bars; line ${mould.name} first`,
      edit: { kind: "all", edits: [{ kind: "set", path: ["moulds"], value: list }, ...parts(way.edit)] },
      mouldId: id,
      far: FAR.mould,
    },
  ];
}

const parts = (edit: Edit) => (edit.kind === "all" ? edit.edits : [edit]);
