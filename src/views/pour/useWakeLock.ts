import { useEffect } from "react";

/** Keeps the screen awake while `isOn`, where the browser can; asks again when the page comes back into view. */
export function useWakeLock(isOn: boolean): void {
  useEffect(() => {
    if (!isOn || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const request = () => {
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock.request("screen").then(
        (l) => {
          lock = l;
          if (isOver) void l.release();
        },
        () => {},
      );
    };
    request();
    document.addEventListener("visibilitychange", request);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", request);
      void lock?.release();
    };
  }, [isOn]);
}
