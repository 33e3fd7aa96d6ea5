// The screen stays on while something is followed on it.
import { useEffect } from "react";

export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !navigator.wakeLock) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const keep = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        const kept = await navigator.wakeLock.request("screen");
        if (over) await kept.release();
        else lock = kept;
      } catch {
        // Refused, as on low battery: the screen goes off as it always does.
      }
    };
    void keep();
    document.addEventListener("visibilitychange", keep);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", keep);
      void lock?.release();
    };
  }, [on]);
}
