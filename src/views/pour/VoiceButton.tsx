import { Volume2, VolumeX } from "lucide-react";
import type { Voice } from "./useVoice";

/** Turns speech and tones on and off on this device. */
export const VoiceButton = ({ voice, label, className = "" }: { voice: Voice; label: string; className?: string }) => (
  <button
    type="button"
    className={`button !min-h-12 ${className}`}
    aria-pressed={voice.isOn}
    aria-label={label}
    title={label}
    onClick={voice.toggle}
  >
    {voice.isOn ? <Volume2 size={20} aria-hidden="true" /> : <VolumeX size={20} aria-hidden="true" />}
  </button>
);
