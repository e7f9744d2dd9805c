import { traceAt } from "../../core/clock/curves";
import type { Pad } from "./NotePad";
import type { Open } from "./PourPads";
import type { Pour } from "./usePour";
import type { Voice } from "./useVoice";

/** A dollop of a cup, with what the clock expects of it. */
function dollopOf({ derived, nowS }: Pour, portionId: string): Pad {
  const points = derived.timeline?.curves.find((c) => c.id === portionId)?.points ?? [];
  return { kind: "dollop", portionId, expected: points.length > 0 ? traceAt(points, nowS) : 0 };
}

/** What each key and button of pour mode does, while a step is at hand; what makes no sense now has none. */
export function actsOf({
  pour,
  voice,
  setOpen,
  toScale,
  onAsk,
}: {
  pour: Pour;
  voice: Voice;
  setOpen: (open: Open) => void;
  toScale: () => void;
  onAsk: () => void;
}) {
  const toPad = (pad: Pad) => setOpen({ kind: "pad", pad });
  const { current } = pour;
  return {
    done: pour.stepDone,
    check: () => toPad({ kind: "check", portionId: null }),
    note: () => toPad({ kind: "deviation", eventId: pour.deviate() }),
    see: () => toPad({ kind: "sign" }),
    add: () => setOpen({ kind: "added" }),
    words: () => setOpen({ kind: "words" }),
    voice: voice.can ? voice.toggle : undefined,
    measure: toScale,
    dollop: current?.kind === "pipe" ? () => toPad(dollopOf(pour, current.portionIds[0])) : undefined,
    beside: pour.beside ? pour.besideDone : undefined,
    undo: pour.undo,
    replan: onAsk,
  };
}
export type PourActs = ReturnType<typeof actsOf>;
