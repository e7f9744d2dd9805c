import { type AfterPour, sayHours } from "../../core/cure/hours";
import { THUMB_WORDS, waitHours } from "../../core/cut/cutDay";
import { cuttersAtHand, takesThumb } from "../../core/cut/planned";
import type { Plan } from "../../core/document/schema";
import { useBench } from "../parts/bench";
import { atTime } from "../parts/care";
import { useAlive } from "../parts/Live";
import { useNow } from "../parts/useNow";
import { When } from "./When";

const HOUR_MS = 3_600_000;

/** Whether it is cut now: by the thumb where one was set, by the hours before. */
export function GoOrWait({ plan, after, planHref }: { plan: Plan; after: AfterPour | null; planHref: string }) {
  const { finishedAt, cutDay } = plan.record;
  const { tools } = useBench("tools");
  const isAlive = useAlive();
  const nowMs = useNow();
  const toPlan = (
    <a className="underline" href={planHref}>
      the cutting plan
    </a>
  );
  if (cutDay.thumb === null || finishedAt === null || !isAlive || nowMs === null)
    return (
      <div>
        <When after={after} finishedAt={finishedAt} />
        <p className="text-[15px]">Press a thumb on the loaf first, then cut by {toPlan}.</p>
      </div>
    );
  if (cutDay.bars.length > 0)
    return (
      <p className="notice-leaf" data-testid="go-or-wait">
        Thumb {cutDay.thumb} of 4, {THUMB_WORDS[cutDay.thumb]}: cut by {toPlan}.
      </p>
    );
  const { cutter } = plan.cutting;
  if (!takesThumb(cutter, cutDay.thumb)) {
    // The batch's own cutter may stand in the library with another number: it is not named as a way out of itself.
    const others = cuttersAtHand(plan, tools).filter(
      (c) => c.name !== cutter.name && c.hardest !== null && takesThumb(c, cutDay.thumb),
    );
    return (
      <p className="notice-amber" data-testid="go-or-wait">
        Thumb {cutDay.thumb} of 4, {THUMB_WORDS[cutDay.thumb]}: too firm for {cutter.name}, which cuts up to thumb{" "}
        {cutter.hardest}.{" "}
        {others.length > 0
          ? `${others.map((c) => c.name).join(" or ")} ${others.length > 1 ? "take" : "takes"} it: lay the cuts out for that in `
          : "None of your cutters is known to take it. Look at what else could cut it in "}
        {toPlan}.
      </p>
    );
  }
  const sinceH = (nowMs - Date.parse(finishedAt)) / HOUR_MS;
  const wait = waitHours(cutDay.thumb, sinceH);
  const said = `Thumb ${cutDay.thumb} of 4, ${THUMB_WORDS[cutDay.thumb]}, ${sayHours(sinceH)} after the pour`;
  if (wait === null)
    return (
      <p className="notice-leaf" data-testid="go-or-wait">
        {said}: go, by {toPlan}. {cutDay.thumb === 4 && "It is firm: a thin wire, slowly, corners last."}
      </p>
    );
  return (
    <p className="notice-amber" data-testid="go-or-wait">
      {said}: wait until about <strong>{atTime(nowMs + wait * HOUR_MS, nowMs)}</strong>, then press again. Cut now, the
      wire drags and the lines smear. An estimate.
    </p>
  );
}
