import type { Meeting } from "../clock/meeting";
import type { Practice } from "../practice/practiceSchema";

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
/** Lye of the room's own temperature is made the evening before; melted fats then stand for so long. Hot lye is mixed right before it goes over the fats (Tundish estimates). */
const ROOM_LYE_MIN = 12 * 60;
const ROOM_OILS_MIN = 4 * 60;
const HOT_LYE_MIN = 3;
/** Where lye or oils do not come down by themselves they stand in cold water for about so long, min. */
const BATH_MIN = 20;
const MS = 60_000;

/**
 * When to begin what, so that lye and oils of every batter stand at their temperature at a wanted hour; the first first.
 * @param wantedMs when the lye should meet the oils, ms since the epoch
 * @param hasColours whether anything is to be dispersed
 * @param school lye at the room's own temperature stands overnight; hot lye melts the fats itself, and nothing is read beforehand
 */
export function preparations(
  meetings: readonly ({ batterId: string } & Pick<Meeting, "lyeMin" | "oilsMin">)[],
  wantedMs: number,
  hasColours: boolean,
  school: Practice["temperature"] = "middle",
): Preparation[] {
  const at = (min: number) => wantedMs - min * MS;
  const list = meetings.flatMap(({ batterId, lyeMin, oilsMin }): Preparation[] =>
    (
      [
        ["lye", lyeMin, MIN.dissolve],
        ["oils", oilsMin, MIN.melt],
      ] as const
    ).flatMap(([what, coolsMin, workMin]) => {
      if (school === "melt" && what === "oils") return [];
      const standsMin = standsFor(school, what);
      const takesMin = workMin + (standsMin ?? coolsMin ?? BATH_MIN);
      const isCooled = standsMin === null && coolsMin === null;
      return [{ id: `${what}:${batterId}`, what, batterId, atMs: at(takesMin), takesMin, isCooled }];
    }),
  );
  const one = (what: "colours" | "read", min: number): Preparation => ({
    ...{ id: what, what, batterId: null, isCooled: false },
    atMs: at(min),
    takesMin: what === "colours" ? min : 0,
  });
  if (hasColours) list.push(one("colours", MIN.colours));
  if (school !== "melt") list.push(one("read", MIN.read));
  return list.sort((a, b) => a.atMs - b.atMs);
}

/** How long lye or oils stand in a school that does not cool them to a target, min; null in the others. */
function standsFor(school: Practice["temperature"], what: "lye" | "oils"): number | null {
  if (school === "melt") return HOT_LYE_MIN;
  if (school !== "room") return null;
  return what === "lye" ? ROOM_LYE_MIN : ROOM_OILS_MIN;
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
