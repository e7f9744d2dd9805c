import type { ComponentProps, ReactNode } from "react";
import type { LiveView } from "../../core/advise/live";
import { Desk } from "../keys/Desk";
import { clock } from "../parts/format";
import { SaveMark } from "../parts/SaveMark";
import { AbandonPour } from "./AbandonPour";
import { LiveBanner } from "./LiveBanner";
import type { Pour } from "./usePour";
import type { Voice } from "./useVoice";
import { VoiceButton } from "./VoiceButton";

interface Props {
  title: string;
  pour: Pour;
  commands: ComponentProps<typeof Desk>["commands"];
  live: LiveView | null;
  voice: Voice;
  saveState: ComponentProps<typeof SaveMark>["saveState"];
  /** Where two work: whom this device is for. */
  laneChoice: ReactNode;
  onOtherWays: () => void;
}

/** The head of pour mode: which step it is, what the readings changed, and the time since lye met oil. */
export function PourHead({ title, pour, commands, live, voice, saveState, laneChoice, onOtherWays }: Props) {
  return (
    <header className="flex items-center gap-6 border-b-2 border-ink px-6 py-2 max-lg:flex-wrap max-lg:gap-x-4 max-lg:gap-y-1">
      <h1 className="text-[24px]">{title}</h1>
      <span className="text-[17px]">
        {pour.current ? `step ${pour.currentIndex + 1} of ${pour.derived.timeline!.steps.length}` : "done here"}
      </span>
      {laneChoice}
      <AbandonPour onAbandon={pour.abandon} />
      <Desk screen="pour" commands={commands} isQuiet />
      <LiveBanner live={live} nowS={pour.nowS} onChange={onOtherWays} />
      {voice.can && <VoiceButton voice={voice} label="Speak the steps" />}
      <SaveMark saveState={saveState} />
      <output className="font-head ml-auto text-[38px] font-semibold" aria-label="Time since lye met oil">
        {clock(pour.nowS)}
      </output>
    </header>
  );
}
