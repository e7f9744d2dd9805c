import { useEffect, useState } from "react";
import type { DeviceReading } from "../../core/practice/deviceReading";
import { useUnits } from "../parts/units";
import { canReadCable, readCable } from "./serialScale";

/** Less than this on either side of the target is on it: g, and share of it. */
const [ON_TARGET_G, ON_TARGET_SHARE] = [2.5, 0.01];

/** What the scale says now; for a cup first of all how much is still to pour. @param targetG null where there is none */
export function LiveScale({ heard, targetG }: { heard: DeviceReading; targetG: number | null }) {
  const { grams } = useUnits();
  const leftG = targetG === null ? null : targetG - heard.value;
  const nearG = Math.max(ON_TARGET_G, ON_TARGET_SHARE * (targetG ?? 0));
  const says = heard.isOverload ? "more than it can weigh" : grams(heard.value);
  const large =
    heard.isOverload || leftG === null
      ? says
      : Math.abs(leftG) < nearG
        ? "on the target: stop"
        : leftG > 0
          ? `${grams(leftG)} to pour`
          : `${grams(-leftG)} over`;
  return (
    <>
      <output
        className="mt-1 block font-head text-[64px] phone:text-[40px] font-semibold leading-none"
        data-testid="live-scale"
      >
        {large}
      </output>
      <p className="mt-2 text-[20px]">
        Scale: {says}, {heard.isStable ? <strong>still</strong> : <em>settling…</em>}{" "}
        <span className="text-[15px] text-muted">({heard.deviceId})</span>
      </p>
    </>
  );
}

/** Connects a scale on a cable, where this browser can. */
export function CableScale() {
  const [can, setCan] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  // What this browser can is known once the page is alive.
  useEffect(() => setCan(canReadCable()), []);
  if (!can) return null;
  return (
    <p className="mt-2 text-[15px]">
      <button
        type="button"
        className="button !min-h-12"
        onClick={() => {
          setTrouble(null);
          readCable().catch((error: Error) => setTrouble(error.message));
        }}
      >
        A scale on a cable
      </button>{" "}
      {trouble && (
        <span role="alert" className="text-cut">
          It cannot be read: {trouble}
        </span>
      )}
    </p>
  );
}
