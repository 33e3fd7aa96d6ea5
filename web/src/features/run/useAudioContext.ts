// The audio clock of a desk.
import { useEffect, useState } from "react";

export function useAudioContext(): AudioContext | null {
  const [context] = useState(() =>
    typeof AudioContext === "undefined" ? null : new AudioContext({ latencyHint: "interactive" }),
  );
  useEffect(() => {
    // Leaving the desk for another and coming back makes a new one.
    return () => void context?.suspend();
  }, [context]);
  return context;
}
