import type { AtHand, Lane } from "../../core/prepare/bench";
import { KeyHint } from "../keys/KeyHint";
import { POUR_KEYS } from "../keys/screens";
import { Choose } from "../parts/Choose";
import { clock } from "../parts/format";
import type { Pour } from "./usePour";

/** Which of the two this device shows. */
export const DEVICE_LANES = ["both", "pourer", "helper"] as const;
export type DeviceLane = (typeof DEVICE_LANES)[number];

const LANE_OPTIONS = [
  { value: "both", label: "both of us" },
  { value: "pourer", label: "who pours" },
  { value: "helper", label: "who helps" },
] as const;

export const LANE_WORDS: Record<Lane, string> = { pourer: "who pours", helper: "who helps" };

/** Says whom this device is for, where two work. */
export const LaneChoice = ({ lane, onLane }: { lane: DeviceLane; onLane: (lane: DeviceLane) => void }) => (
  <label className="inline-flex items-baseline gap-1 text-[16px] text-muted">
    here for
    <Choose value={lane} className="field !min-h-12 text-ink" options={LANE_OPTIONS} onChoose={onLane} />
  </label>
);

/** What the other of two does at the same time, with a key of its own. */
export function OtherHands({ pour, beside, lane }: { pour: Pour; beside: AtHand; lane: Lane }) {
  const { step } = beside;
  const instruction = pour.derived.instructions.get(step.id);
  if (!instruction) return null;
  const waitS = step.window ? Math.max(0, step.startS - pour.nowS) : 0;
  return (
    <section
      aria-label={`Meanwhile, ${LANE_WORDS[lane]}`}
      className="mb-2 flex items-center gap-4 border-t-2 border-ink pt-2"
    >
      <div className="min-w-0 flex-1">
        <p className="text-[16px] text-muted">meanwhile, {LANE_WORDS[lane]}</p>
        <p className="text-[26px] font-semibold leading-tight" data-testid="beside">
          {instruction.title}
        </p>
        <p className="text-[17px] leading-snug">
          {waitS > 2 ? `Not yet: about ${clock(waitS)} to wait. ` : ""}
          {instruction.own ? `“${instruction.own}” ` : ""}
          {instruction.detail}
        </p>
      </div>
      <button type="button" className="button !min-h-[64px] px-5 text-[19px]" onClick={pour.besideDone}>
        Done <KeyHint of={POUR_KEYS.beside} className="phone:hidden" />
      </button>
    </section>
  );
}
