import { newPlan, plainPortion } from "../document/newPlan";
import type { Batter, Plan } from "../document/schema";
import type { FamilyId } from "../techniques/families/registry";
import type { Bench } from "./bench";
import { knowledgeNow } from "./knowledgeNow";
import { takeColourant, takeMould, takeScent } from "./use";

/** What is fixed of a batch before its design is chosen; any part may be empty. Ids are those of library rows. */
export interface Idea {
  scentId: string | null;
  /** One cup each, beside the base. */
  colourIds: readonly string[];
  mouldId: string | null;
  order: { bars: number; curedBarG: number; dueOn: string | null } | null;
  /** The technique that is wanted. */
  family: FamilyId | null;
}

export const NO_IDEA: Idea = { scentId: null, colourIds: [], mouldId: null, order: null, family: null };

/** Most colours that are taken at once: more cups than that are no idea but a plan. */
export const MOST_COLOURS = 6;
/** Share of a coloured cup where there are few, and of all of them together where there are many, %. */
const ACCENT_PCT = 20;
const ALL_ACCENTS_PCT = 60;
const USUAL_FILL_PCT = 95;

/** Two cups of one name would not be told apart. */
const told = (name: string, before: readonly string[]): string =>
  before.includes(name) ? told(`${name} 2`, before) : name;

/** What an idea is laid out with. */
export type IdeaBench = Pick<Bench, "settings" | "moulds" | "scents" | "colourants" | "told">;

/**
 * A batch that holds what is fixed and is usual in all else, in the studio's practice and with what its batches have taught. Rows that are no longer in the
 * libraries are passed over.
 */
export function planOfIdea(idea: Idea, bench: IdeaBench, seed: number): Plan {
  const usual = newPlan("New batch", seed, bench.settings);
  const find = <R extends { id: string }>(rows: readonly R[], id: string | null) => rows.find((r) => r.id === id);
  const mould = find(bench.moulds, idea.mouldId);
  const scent = find(bench.scents, idea.scentId);
  const colours = idea.colourIds.flatMap((id) => find(bench.colourants, id) ?? []).slice(0, MOST_COLOURS);
  const batter: Batter = {
    ...usual.batters[0],
    size: idea.order ? { basis: "order", ...idea.order } : usual.batters[0].size,
    scent: scent ? takeScent(scent, (id) => find(bench.scents, id)) : null,
  };
  const sharePct = Math.min(ACCENT_PCT, Math.floor(ALL_ACCENTS_PCT / Math.max(1, colours.length)));
  const names: string[] = [usual.portions[0].name];
  const accents = colours.map((row, i) => {
    const name = told(row.document.name, names);
    names.push(name);
    return {
      ...plainPortion(`p${i + 2}`, batter.id, name, sharePct),
      colourants: [takeColourant(row, `c${i + 1}`)],
    };
  });
  return {
    ...usual,
    knowledge: knowledgeNow([batter], bench.told),
    moulds: mould ? [takeMould(mould, "m1", USUAL_FILL_PCT)] : usual.moulds,
    batters: [batter],
    portions: accents.length > 0 ? [usual.portions[0], ...accents] : usual.portions,
    // Of a design nothing is known yet: what stands here is laid out anew with the choice.
    operations: [],
    schedule: { order: [], locked: [], thin: {} },
  };
}
