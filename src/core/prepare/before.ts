import type { Meeting } from "../clock/meeting";

/** One thing to begin before a pour, so that it can begin at the wanted hour. */
export interface Preparation {
  id: string;
  what: "colours" | "lye" | "oils" | "read";
  batterId: string | null;
  atMs: number;
  /** Minutes that it takes by itself, an estimate. */
  takesMin: number;
  /** True where it does not come down by itself: it is cooled. */
  isCooled: boolean;
}

/** Minutes: to dissolve the lye, to melt the fats until they are clear, for powders to sink into their oil; and how long before the pour both are read (Tundish estimates). */
const MIN = { dissolve: 5, melt: 15, colours: 30, read: 10 } as const;
/** Where lye or oils do not come down by themselves they stand in cold water for about so long, min. */
const BATH_MIN = 20;
const MS = 60_000;

/**
 * When to begin what, so that lye and oils of every batter stand at their temperature at a wanted hour; the first first.
 * @param wantedMs when the lye should meet the oils, ms since the epoch
 * @param hasColours whether anything is to be dispersed
 */
export function preparations(
  meetings: readonly ({ batterId: string } & Pick<Meeting, "lyeMin" | "oilsMin">)[],
  wantedMs: number,
  hasColours: boolean,
): Preparation[] {
  const at = (min: number) => wantedMs - min * MS;
  const list = meetings.flatMap(({ batterId, lyeMin, oilsMin }): Preparation[] =>
    (
      [
        ["lye", lyeMin, MIN.dissolve],
        ["oils", oilsMin, MIN.melt],
      ] as const
    ).map(([what, coolsMin, workMin]) => {
      const takesMin = workMin + (coolsMin ?? BATH_MIN);
      return { id: `${what}:${batterId}`, what, batterId, atMs: at(takesMin), takesMin, isCooled: coolsMin === null };
    }),
  );
  const one = (what: "colours" | "read", min: number): Preparation => ({
    ...{ id: what, what, batterId: null, isCooled: false },
    atMs: at(min),
    takesMin: what === "colours" ? min : 0,
  });
  if (hasColours) list.push(one("colours", MIN.colours));
  list.push(one("read", MIN.read));
  return list.sort((a, b) => a.atMs - b.atMs);
}

/** The next moment that a time of day ("15:00") comes, ms; null for what is none. @param nowMs in the local zone */
export function nextTime(text: string, nowMs: number): number | null {
  const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(text) ?? [];
  if (!hours || Number(hours) > 23 || Number(minutes) > 59) return null;
  const day = new Date(nowMs);
  day.setHours(Number(hours), Number(minutes), 0, 0);
  if (day.getTime() < nowMs - PAST_MS) day.setDate(day.getDate() + 1);
  return day.getTime();
}
/** A time that is past by less than this is today's: the pour is a little late. */
const PAST_MS = 2 * 3_600_000;
