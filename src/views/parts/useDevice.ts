import { useEffect, useState } from "react";
import { type DeviceReading, readTold } from "../../core/practice/deviceReading";
import { follow } from "./follow";

/** A device that was not heard for so long is gone, ms: each says at least every second and a half that it is there. */
const GONE_MS = 5000;

const hearers = new Set<(reading: DeviceReading) => void>();
let isFollowing = false;

/** Tells the page what a device reads, however it came here. */
export function tellDevice(reading: DeviceReading): void {
  for (const hear of hearers) hear(reading);
}

function followDevices(): void {
  if (isFollowing) return;
  isFollowing = true;
  follow((heard) => {
    if (heard.kind !== "change" || heard.change.kind !== "reading") return;
    const reading = readTold(heard.change.id);
    if (reading) tellDevice(reading);
  });
}

/** What the scale or the thermometer that was heard last reads now; null where there is none, or it fell silent. */
export function useDevice(kind: DeviceReading["kind"]): DeviceReading | null {
  const [reading, setReading] = useState<DeviceReading | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hear = (heard: DeviceReading) => {
      if (heard.kind !== kind) return;
      clearTimeout(timer);
      timer = setTimeout(() => setReading(null), GONE_MS);
      setReading(heard);
    };
    hearers.add(hear);
    followDevices();
    return () => {
      hearers.delete(hear);
      clearTimeout(timer);
    };
  }, [kind]);
  return reading;
}
