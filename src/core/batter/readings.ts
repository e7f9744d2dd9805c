import type { Reading } from "../document/logSchema";
import type { Batter, Plan } from "../document/schema";

/** What was read last of a bowl, a cup, the lye or the oils; null where nothing was. */
export function readingOf(plan: Plan, what: Reading["what"], of: string): Reading | null {
  const last = plan.record.events.findLast((e) => e.kind === "reading" && e.what === what && e.of === of);
  return last?.kind === "reading" ? last : null;
}

/** Batter in a bowl as it was weighed, g: at the bench, else as the sheet has it. Null while it was not, or the empty bowl is not known. */
export function weighedBowlG(plan: Plan, batter: Batter): number | null {
  const reading = readingOf(plan, "bowl", batter.id);
  const tareG = reading?.tareG ?? batter.bowl.tareG;
  const grossG = reading?.value ?? batter.bowl.grossG;
  return tareG !== null && grossG !== null && grossG > tareG ? grossG - tareG : null;
}

/** What was weighed out into a cup, g; null where it was not weighed. */
export function weighedCupG(plan: Plan, portionId: string): number | null {
  const reading = readingOf(plan, "cup", portionId);
  return reading ? Math.max(0, reading.value - (reading.tareG ?? 0)) : null;
}

/** Batter that a cup should get of what is in the bowl, g. */
export const shareG = (bowlG: number, sharePct: number): number => (bowlG * Math.max(0, sharePct)) / 100;

/** Batter of every cup, g: as weighed out, else its share of what was in the bowl; the one that takes the rest has what the others leave. */
export function basesOf(
  plan: Plan,
  shares: ReadonlyMap<string, number>,
  bowlG: (batterId: string) => number,
): Map<string, number> {
  const bases = new Map<string, number>();
  for (const p of plan.portions)
    bases.set(p.id, weighedCupG(plan, p.id) ?? shareG(bowlG(p.batterId), shares.get(p.id)!));
  for (const rest of plan.portions) {
    if (!rest.takesRest || weighedCupG(plan, rest.id) !== null) continue;
    const others = plan.portions.filter((p) => p.batterId === rest.batterId && p !== rest);
    if (others.some((p) => weighedCupG(plan, p.id) !== null))
      bases.set(rest.id, Math.max(0, bowlG(rest.batterId) - others.reduce((sum, p) => sum + bases.get(p.id)!, 0)));
  }
  return bases;
}

/** Cups that are off by less than this are left as they are: g, or share of the target. */
const [SMALL_G, SMALL_SHARE] = [5, 0.03];

/** Batter that should go back from one cup into another of its batter before they are coloured; null where all are near enough. */
export interface EvenOut {
  fromId: string;
  toId: string;
  massG: number;
}

/** From the fullest into the emptiest of the cups that were weighed. @param targetG what each should hold, g */
export function evenOutOf(plan: Plan, batterId: string, targetG: (portionId: string) => number): EvenOut | null {
  const off = plan.portions.flatMap((p) => {
    const weighed = p.batterId === batterId ? weighedCupG(plan, p.id) : null;
    return weighed === null
      ? []
      : [{ id: p.id, g: weighed - targetG(p.id), least: Math.max(SMALL_G, SMALL_SHARE * targetG(p.id)) }];
  });
  if (off.length < 2) return null;
  const full = off.reduce((a, b) => (b.g > a.g ? b : a));
  const empty = off.reduce((a, b) => (b.g < a.g ? b : a));
  return full.g >= full.least && -empty.g >= empty.least
    ? { fromId: full.id, toId: empty.id, massG: Math.min(full.g, -empty.g) }
    : null;
}

/** A reading this far off what is expected is asked about once before it is taken, share. */
const UNLIKELY = 0.3;

/** Whether a mass can hardly be true beside what is expected. */
export const isUnlikely = (massG: number, expectedG: number): boolean =>
  expectedG > 0 && Math.abs(massG / expectedG - 1) > UNLIKELY;
