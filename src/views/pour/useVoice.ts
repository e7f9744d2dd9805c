import { useEffect, useRef, useState } from "react";

const KEPT_UNDER = "tundish:voice";
/** How long before a step leaves its window a tone says so, s. */
const WARNS_S = 15;
/** The tone: Hz, s, loudness. */
const TONE = { hz: 660, lastsS: 0.35, gain: 0.15 } as const;

const kept = (): boolean => {
  try {
    return localStorage.getItem(KEPT_UNDER) === "on";
  } catch {
    return false;
  }
};

function tone(): void {
  if (typeof AudioContext !== "function") return;
  const audio = new AudioContext();
  const sound = audio.createOscillator();
  const volume = audio.createGain();
  sound.frequency.value = TONE.hz;
  volume.gain.value = TONE.gain;
  sound.connect(volume).connect(audio.destination);
  sound.onended = () => void audio.close();
  sound.start();
  sound.stop(audio.currentTime + TONE.lastsS);
}

function speak(words: string): void {
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}

export interface Voice {
  /** Whether this browser can speak; known once the page is alive. */
  can: boolean;
  isOn: boolean;
  toggle(): void;
}

/**
 * Speaks the step at hand, and sounds a tone when it is about to leave its window: off until asked, kept for this device.
 * @param words what is spoken when it changes; null for nothing
 * @param leftS seconds until the step at hand leaves its window; null where that is not known
 */
export function useVoice(words: string | null, leftS: number | null): Voice {
  const [can, setCan] = useState(false);
  const [isOn, setOn] = useState(false);
  useEffect(() => {
    const able = typeof speechSynthesis !== "undefined";
    setCan(able);
    setOn(able && kept());
  }, []);
  useEffect(() => {
    if (isOn && words) speak(words);
  }, [isOn, words]);
  const isLate = leftS !== null && leftS <= WARNS_S;
  const sounded = useRef("");
  useEffect(() => {
    const of = words ?? "";
    if (!isOn || !isLate || sounded.current === of) return;
    sounded.current = of;
    tone();
  }, [isOn, isLate, words]);
  return {
    can,
    isOn,
    toggle() {
      if (!can) return;
      if (isOn) speechSynthesis.cancel();
      setOn(!isOn);
      try {
        localStorage.setItem(KEPT_UNDER, isOn ? "off" : "on");
      } catch {
        // Only this page remembers it then.
      }
    },
  };
}
