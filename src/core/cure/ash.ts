import type { Practice } from "../practice/practiceSchema";
import type { Told } from "../practice/told";
import type { Care } from "./careSchema";

/** What ash hangs on, of how a batch is worked. */
export type AgainstAsh = Pick<Practice, "ash" | "cover" | "gel">;

const ASH = "ash:";
/** What is kept of a batch: how it was worked against ash. */
export const ashUnknown = ({ ash, cover, gel }: AgainstAsh): string => `${ASH}${ash}.${cover}.${gel}`;

/** Whether ash was seen on a batch: at the uncovering or on its bars; null where nobody has looked. */
export function ashSeen(record: {
  care: readonly Pick<Care, "task" | "answer">[];
  cutDay: { bars: readonly { findings: readonly { what: string }[] }[] };
}): boolean | null {
  const { bars } = record.cutDay;
  if (record.care.some((c) => c.task === "uncover" && c.answer === "ash")) return true;
  if (bars.some((b) => b.findings.some((f) => f.what === "ash"))) return true;
  const isLookedAt = bars.length > 0 || record.care.some((c) => c.task === "uncover" && c.answer === "done");
  return isLookedAt ? false : null;
}

/** Batches worked alike, and those of them that showed ash. */
export interface AshCount {
  of: number;
  seen: number;
}

/** Own batches by how they were worked against ash, by the key of `ashKey`. */
export function ashKnowledge(told: readonly Told[]): Record<string, AshCount> {
  return Object.fromEntries(
    told.flatMap(({ unknown, batches, mean }) =>
      // Each batch says one or nought with the same weight: their mean is the share that showed it.
      unknown.startsWith(ASH) ? [[unknown.slice(ASH.length), { of: batches, seen: Math.round(mean * batches) }]] : [],
    ),
  );
}

export const ashKey = (worked: AgainstAsh): string => ashUnknown(worked).slice(ASH.length);

/** Fewer batches than this tell no share. */
const TELLS_FROM = 3;

/** "Ash on 2 of 5 batches worked so": what own batches say, or null without any. */
export function ashWords(known: Readonly<Record<string, AshCount>>, worked: AgainstAsh): string | null {
  const own = Object.hasOwn(known, ashKey(worked)) ? known[ashKey(worked)] : null;
  const others = Object.entries(known).filter(([key, c]) => key !== ashKey(worked) && c.of >= TELLS_FROM);
  const [best] = others.sort(([, a], [, b]) => a.seen / a.of - b.seen / b.of);
  if (!own) return null;
  const said = `Ash on ${own.seen} of ${own.of} own ${own.of === 1 ? "batch" : "batches"} misted, covered and kept like this.`;
  if (own.of < TELLS_FROM || !best || best[1].seen / best[1].of >= own.seen / own.of) return said;
  return `${said} ${best[1].seen} of ${best[1].of} ${keyWords(best[0])}.`;
}

const MIST: Readonly<Record<Practice["ash"], string>> = { spritz: "misted", cover: "not misted", none: "not misted" };
const COVER: Readonly<Record<Practice["cover"], string>> = {
  once: "covered at once",
  shine: "covered when the shine had gone",
  long: "covered for 48 hours",
};
const GEL: Readonly<Record<Practice["gel"], string>> = {
  gel: "gelled",
  chance: "gel left to chance",
  none: "kept from gelling",
};
const keyWords = (key: string): string => {
  const [ash, cover, gel] = key.split(".") as [Practice["ash"], Practice["cover"], Practice["gel"]];
  return [MIST[ash], COVER[cover], GEL[gel]].filter(Boolean).join(", ");
};
