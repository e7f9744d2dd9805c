import { type Change, changesFor, doesRun } from "../advise/changes";
import { applyEdit, type Edit } from "../document/edits/edit";
import type { Plan, Portion } from "../document/schema";
import { isPercent } from "../scent/effect";
import type { Scent } from "../scent/scentSchema";
import type { FamilyId } from "../techniques/families/registry";
import type { Sayer } from "../units/sayer";
import { choiceOf, DOUBTFUL_BELOW, OUT_BELOW } from "./choices";

/** Changes of the batter itself, which every design feels: the rest belong to one design. */
const OF_THE_BATTER = /^(cooler|weaker|emulsion|less-scent|no-scent|two):/;
/** Load that one cup is given at the most, % of its oils: more than that a certificate seldom allows (Tundish estimate). */
const MOST_LOAD_PCT = 8;

/** The one change of a batter that opens most designs. */
export interface Opening {
  change: Change;
  /** Designs that become likely or possible by it. */
  opened: FamilyId[];
  /** The one that gains most, with its chance before and after. */
  example: { family: FamilyId; before: number; after: number };
}

const shareOf = (plan: Plan, portion: Portion): number => {
  const others = plan.portions.filter((p) => p.batterId === portion.batterId && !p.takesRest);
  return portion.takesRest ? 100 - others.reduce((sum, p) => sum + p.sharePct, 0) : portion.sharePct;
};

/** The same grams of scent into one cup alone: only that one runs. */
function intoOneCup(plan: Plan): Change[] {
  const largest = [...plan.portions].sort((a, b) => shareOf(plan, b) - shareOf(plan, a))[0];
  if (!largest || plan.portions.length < 2) return [];
  const move = (scent: Scent, fromPct: number, leaving: Edit, from: { id: string; name: string }): Change[] => {
    const pct = Number(((scent.load.amount * fromPct) / shareOf(plan, largest)).toFixed(2));
    if (!doesRun(scent) || !isPercent(scent) || largest.scent || !(pct <= MOST_LOAD_PCT)) return [];
    const moved: Scent = { ...scent, load: { ...scent.load, amount: pct } };
    return [
      {
        id: `into:${largest.id}:${from.id}`,
        words: `${scent.name} into ${largest.name} alone, not into ${from.name}`,
        cost: `${pct} % of that cup's ${scent.load.base}: check it against the certificate`,
        edit: {
          kind: "all",
          edits: [leaving, { kind: "set", path: ["portions", `#${largest.id}`, "scent"], value: moved }],
        },
      },
    ];
  };
  return [
    ...plan.batters.flatMap((b) =>
      b.scent && largest.batterId === b.id
        ? move(
            b.scent,
            100,
            { kind: "set", path: ["batters", `#${b.id}`, "scent"], value: null },
            { id: b.id, name: "all cups" },
          )
        : [],
    ),
    ...plan.portions.flatMap((p) =>
      p.scent && p.id !== largest.id
        ? move(p.scent, shareOf(plan, p), { kind: "set", path: ["portions", `#${p.id}`, "scent"], value: null }, p)
        : [],
    ),
  ];
}

/** Less of a scent that goes into the whole batter. */
const lessOfAll = (plan: Plan): Change[] =>
  plan.batters.flatMap((b): Change[] => {
    if (!b.scent || !isPercent(b.scent) || !doesRun(b.scent)) return [];
    const less = Number((b.scent.load.amount * 0.6).toFixed(2));
    return [
      {
        id: `less-scent:${b.id}`,
        words: `${less} % of ${b.scent.name} instead of ${b.scent.load.amount} %`,
        cost: "a fainter bar",
        edit: { kind: "set", path: ["batters", `#${b.id}`, "scent", "load", "amount"], value: less },
      },
    ];
  });

/** Changes of a batter that any design may feel. Every one can be applied to the plan as it is. */
export const openingChanges = (plan: Plan, say?: Sayer): Change[] =>
  [...intoOneCup(plan), ...lessOfAll(plan), ...changesFor(plan, say)].filter(
    (c, i, all) =>
      (c.id.startsWith("into:") || OF_THE_BATTER.test(`${c.id}:`)) &&
      all.findIndex((x) => x.id === c.id) === i &&
      applyEdit(plan, c.edit).ok,
  );

/**
 * The one change that opens most: each is played for every design that is out or doubtful by its chance, on the same draws as before. Null where none opens any.
 * @param before chances of the designs as the batter is; those that want a tool or a mould that is not there left out
 * @param onProgress called before each design that is tried; resolves to true to stop
 */
export async function openingOf(
  plan: Plan,
  before: readonly { family: FamilyId; chance: number }[],
  options: { seed: number; draws: number; say?: Sayer; onProgress?: () => Promise<boolean> },
): Promise<Opening | null> {
  const closed = before.filter((b) => b.chance < DOUBTFUL_BELOW);
  let best: { opening: Opening; worth: number } | null = null;
  for (const change of openingChanges(plan, options.say)) {
    const tried = applyEdit(plan, change.edit);
    if (!tried.ok) continue;
    const after: Opening["example"][] = [];
    for (const { family, chance } of closed) {
      if (await options.onProgress?.()) return null;
      const choice = choiceOf(tried.document, family, [], { seed: options.seed, draws: options.draws });
      if (choice) after.push({ family, before: chance, after: choice.chance });
    }
    const opened = after.filter(
      (a) => (a.before < OUT_BELOW && a.after >= OUT_BELOW) || (a.before < DOUBTFUL_BELOW && a.after >= DOUBTFUL_BELOW),
    );
    if (opened.length === 0) continue;
    // Between changes that open as many the one that keeps the scent is offered.
    const kept = change.id.startsWith("no-scent:") ? -0.5 : 0;
    const worth =
      kept + opened.length + after.reduce((sum, a) => sum + a.after - a.before, 0) / Math.max(1, after.length);
    if (best && best.worth >= worth) continue;
    const example = opened.reduce((most, a) => (a.after - a.before > most.after - most.before ? a : most));
    best = { opening: { change, opened: opened.map((o) => o.family), example }, worth };
  }
  return best?.opening ?? null;
}
