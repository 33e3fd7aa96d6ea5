// Is the window as narrow as a telephone? The style sheets ask the same.
import { useSyncExternalStore } from "react";

const narrow = globalThis.matchMedia?.("(max-width: 600px)");

function listen(told: () => void) {
  narrow?.addEventListener?.("change", told);
  return () => narrow?.removeEventListener?.("change", told);
}

export const useNarrow = () => useSyncExternalStore(listen, () => narrow?.matches ?? false);
