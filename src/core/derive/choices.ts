import { costOf } from "../advise/advice";
import { coloursOf } from "../batter/colours";
import { computeMasses } from "../batter/masses";
import { chancesOf } from "../clock/chance";
import { barsOf } from "../cut/bars";
import { applyEdit, type Edit } from "../document/edits/edit";
import { familyEdit } from "../document/edits/family";
import type { Plan } from "../document/schema";
import type { ToolKind } from "../mould/toolSchema";
import { programOf } from "../prepare/compile";
import { type Need, needsOf } from "../prepare/needs";
import { computeTimeline, type ScheduledStep } from "../prepare/timeline";
import { pourName } from "../prepare/words";
import type { Design } from "../swirl/design";
import type { FamilyId } from "../techniques/families/registry";
import { designOf } from "./design";
import { shadesOf } from "./shades";

/** What a batter allows of one design family: the plan laid out in it, with its figures. */
export interface Choice {
  family: FamilyId;
  /** Lays it out; null where the plan is already in this family: it stays as it is. */
  edit: Edit | null;
  design: Design;
  palette: string[];
  /** Middle bar, mm along the loaf. */
  cutMm: number;
  /** Chance that every step that must meets its window, 0 to 1, of so many imagined pours, and the range that this number of them leaves open. */
  chance: number;
  low: number;
  high: number;
  draws: number;
  benchMin: number;
  washUpMin: number;
  lostG: number;
  /** To spare at the tightest step, s; null without one. */
  spareS: number | null;
  /** The step that most often misses its window, with its cup; null where none does. */
  riskiest: { words: string; portion: string; chance: number } | null;
  needs: Need[];
  /** When each cup reaches medium and thick trace in this design, and when it is needed last, s since first contact; null beyond what was played. */
  flows: { portionId: string; mediumS: number | null; thickS: number | null; lastS: number | null }[];
  /** End of what was played, s since first contact. */
  playedS: number;
  /** Why it is out, in words; null where it can be done. */
  out: string | null;
}

/** Chance under which a design is said to be out. */
export const OUT_BELOW = 0.3;
/** A chance under this is likely to disappoint: it is shown in amber. */
export const DOUBTFUL_BELOW = 0.6;
/** Half width of a range that holds four cases in five, in standard deviations. */
const FOUR_IN_FIVE = 1.2816;
/** A step that fails less often than this is not worth naming. */
const SURE = 0.95;

/** Four-in-five range of a share seen in so many draws (Wilson). */
export function shareRange(share: number, draws: number): { low: number; high: number } {
  const z2 = FOUR_IN_FIVE ** 2;
  const middle = (share + z2 / (2 * draws)) / (1 + z2 / draws);
  const half = (FOUR_IN_FIVE / (1 + z2 / draws)) * Math.sqrt((share * (1 - share)) / draws + z2 / (4 * draws * draws));
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

/** End of the last step of a cup that must meet a window, s; null without one. */
function lastUse(steps: readonly ScheduledStep[], portionId: string): number | null {
  const own = steps.filter((s) => s.window && s.operationId && s.portionIds.includes(portionId));
  return own.length > 0 ? Math.max(...own.map((s) => s.endS)) : null;
}

/** Whether it must have a tool or a mould that is not there. */
export const wantsTool = ({ needs }: Pick<Choice, "needs">): boolean =>
  needs.some((n) => n.isMust && n.isAtHand === false);

function outOf(needs: readonly Need[], chance: number, riskiest: Choice["riskiest"]): string | null {
  const missing = needs.filter((n) => n.isMust && n.isAtHand === false);
  if (missing.length > 0) {
    const where = missing.every((n) => n.kind === null) ? "and this mould has none" : "not among your tools";
    return `needs ${missing.map((n) => n.words).join(" and ")}, ${where}`;
  }
  if (chance >= OUT_BELOW) return null;
  const shown = Math.round(100 * chance);
  const percent = shown < 1 ? "under 1 %" : `only ${shown} %`;
  return riskiest
    ? `${percent}: ${riskiest.portion || "the batter"} is out of its window at ${riskiest.words}`
    : percent;
}

/**
 * One family for the batter of a plan, at the trace that each pour would have by then. Null where its formula cannot be computed, or the family cannot be laid out.
 * @param tools kinds of tools at hand; empty where that is not known
 */
export function choiceOf(
  plan: Plan,
  family: FamilyId,
  tools: readonly ToolKind[],
  options: { seed: number; draws: number },
): Choice | null {
  const isAsItIs = plan.design.family === family && plan.operations.length > 0;
  const edit = isAsItIs ? null : familyEdit(plan, family, {});
  const tried = edit ? applyEdit(plan, edit) : { ok: true as const, document: plan };
  if (!tried.ok) return null;
  const laid = tried.document;
  const masses = computeMasses(laid);
  if (!masses) return null;
  const timeline = computeTimeline(laid, masses);
  const { chance, steps, riskiestId } = chancesOf(programOf(laid, masses), { ...options, withBands: false })!;
  const risky = timeline.steps.find((s) => s.id === riskiestId);
  const riskyChance = steps.find((s) => s.stepId === riskiestId)?.chance ?? null;
  const portionName = (id: string | undefined) => laid.portions.find((p) => p.id === id)?.name ?? "";
  const riskiest =
    risky?.operationId && riskyChance !== null && riskyChance < SURE
      ? {
          words: pourName(laid, risky.operationId),
          portion: portionName(risky.portionIds[0]),
          chance: riskyChance,
        }
      : null;
  const needs = needsOf(laid, tools);
  const colours = coloursOf(laid, masses);
  const shades = shadesOf(laid, masses, colours);
  const [mould] = laid.moulds;
  const { middlesMm } = barsOf(mould.lengthMm, laid);
  return {
    family,
    edit,
    design: designOf(laid, masses, timeline, mould.id, shades),
    palette: [...colours, ...shades.list.map((s) => s.colours)].map((c) => c.cured),
    cutMm: middlesMm[Math.floor((middlesMm.length - 1) / 2)] ?? mould.lengthMm / 2,
    chance,
    ...shareRange(chance, options.draws),
    draws: options.draws,
    ...costOf(laid, timeline.endS),
    spareS: timeline.critical?.missed ? null : (timeline.critical?.slackS ?? null),
    riskiest,
    needs,
    flows: timeline.reaches.map((r) => ({ ...r, lastS: lastUse(timeline.steps, r.portionId) })),
    playedS: timeline.horizonS,
    out: outOf(needs, chance, riskiest),
  };
}

/** What the choices are sorted by; best first. Those that are out stand last, the more likely first. */
export const CHOICE_ORDERS = {
  chance: (a: Choice, b: Choice) => b.chance - a.chance,
  minutes: (a: Choice, b: Choice) => a.benchMin - b.benchMin,
  "washing-up": (a: Choice, b: Choice) => a.washUpMin - b.washUpMin,
} as const;
export type ChoiceOrder = keyof typeof CHOICE_ORDERS;

export function sortChoices(choices: readonly Choice[], order: ChoiceOrder): { can: Choice[]; out: Choice[] } {
  const by = CHOICE_ORDERS[order];
  return {
    can: choices.filter((c) => c.out === null).sort((a, b) => by(a, b) || CHOICE_ORDERS.chance(a, b)),
    out: choices.filter((c) => c.out !== null).sort(CHOICE_ORDERS.chance),
  };
}
