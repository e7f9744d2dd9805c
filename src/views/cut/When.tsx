import { type AfterPour, sayHours } from "../../core/cure/hours";
import { THUMB_WORDS } from "../../core/cut/cutDay";
import type { Cutter } from "../../core/mould/cutSchema";
import { atTime } from "../parts/care";
import { useAlive } from "../parts/Live";

const FIRMEST = 4;
const HOUR_MS = 3_600_000;
/** As long as a time gets: the same on the server and here, whose times of day differ. */
const LONG_TIME = "Wed 30 Nov, 23:59";

/** When it is cut: hours after the pour, or the times themselves once it is poured. */
export function When({
  after,
  finishedAt,
  cutter = null,
}: {
  after: AfterPour | null;
  finishedAt: string | null;
  /** What it is planned to be cut with. */
  cutter?: Cutter | null;
}) {
  // Times of day are those of this device: until it is alive the page says hours, with room for the times, which are longer: nothing below jumps.
  const isAlive = useAlive();
  if (!after) return null;
  const own = after.reasons.find((r) => r.startsWith("your own batches"));
  const { earliestH, bestH, latestH } = after.cut;
  const moments = [bestH, earliestH, latestH];
  const endMs = finishedAt === null || !isAlive ? null : Date.parse(finishedAt);
  const at = (h: number) => (endMs === null ? sayHours(h) : atTime(endMs + h * HOUR_MS, endMs));
  return (
    <p className="text-[15px]" data-testid="cut-when">
      Cut best {endMs === null ? "after" : "at"} <strong>{at(bestH)}</strong>{" "}
      <span className="text-muted">
        ({at(earliestH)} to {at(latestH)}); before, the wire drags, after, corners chip and wires break. An estimate: a
        thumb decides.
        {own && ` As ${own}.`}
        {cutter?.hardest != null &&
          cutter.hardest < FIRMEST &&
          ` ${cutter.name} cuts up to thumb ${cutter.hardest} (${THUMB_WORDS[cutter.hardest]}): no later than that.`}
        {endMs === null && finishedAt !== null && (
          <span aria-hidden="true" className="invisible">
            {` ${moments
              .map(() => LONG_TIME)
              .join(" ")
              .slice(moments.map(sayHours).join(" ").length)}`}
          </span>
        )}
      </span>
    </p>
  );
}
