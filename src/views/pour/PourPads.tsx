import type { Plan } from "../../core/document/schema";
import { AddedPad } from "./AddedPad";
import { NotePad, type Pad } from "./NotePad";
import { type OnScale, ReadingPad } from "./ReadingPad";
import type { Pour } from "./usePour";

/** What is open over the step at hand: the scale, something added, or a few big choices; one at a time. */
export type Open =
  | { kind: "scale"; onScale: OnScale }
  | { kind: "added" }
  | { kind: "pad"; pad: Pad }
  | { kind: "words" }
  | null;

interface Props {
  open: Open;
  plan: Plan;
  pour: Pour;
  onOpen: (open: Open) => void;
}

/** Batters of which nothing was weighed out yet. */
const wholeBowls = (plan: Plan, { derived }: Pour): string[] =>
  plan.batters
    .filter((b) => !derived.timeline?.steps.some((s) => s.kind === "weigh" && s.batterId === b.id && s.done))
    .map((b) => b.id);

/** What needs the whole room beside the instruction: the scale, or what was put in. Null where neither is open. */
export function RoomyPad({ open, plan, pour, onOpen }: Props) {
  if (open?.kind === "added")
    return (
      <AddedPad
        plan={plan}
        into={pour.current!.portionIds[0] ?? pour.current!.batterId}
        onAdded={(added) => {
          pour.add(added);
          onOpen(null);
        }}
        onLeave={() => onOpen(null)}
      />
    );
  if (open?.kind !== "scale") return null;
  return (
    <ReadingPad
      key={open.onScale.of}
      plan={plan}
      derived={pour.derived}
      onScale={open.onScale}
      onScaleChange={(onScale) => onOpen({ kind: "scale", onScale })}
      onReading={(reading) => {
        pour.read(reading);
        onOpen(null);
      }}
      onLeave={() => onOpen(null)}
    />
  );
}

/** A question with its answers on keys, in place of the drawing. */
export function QuestionPad({ pad, plan, pour, onOpen }: Omit<Props, "open"> & { pad: Pad }) {
  const close = () => onOpen(null);
  return (
    <NotePad
      pad={pad}
      plan={plan}
      bowls={wholeBowls(plan, pour)}
      onAdded={(eventId) => {
        pour.takeBack(eventId);
        onOpen({ kind: "added" });
      }}
      onWords={(eventId) => {
        pour.takeBack(eventId);
        onOpen({ kind: "words" });
      }}
      palette={pour.derived.colours.map((c) => c.fresh)}
      onPad={(next) => onOpen(next && { kind: "pad", pad: next })}
      onCheck={(portionId, trace) => {
        pour.check(portionId, trace);
        close();
      }}
      onAnswer={(eventId, answer) => {
        pour.answer(eventId, answer);
        close();
      }}
      onSign={(sign) => {
        pour.see(sign);
        onOpen({ kind: "pad", pad: { kind: "advice", sign } });
      }}
      onDeviation={(eventId, what) => {
        pour.specify(eventId, what);
        close();
      }}
    />
  );
}
