// Keys work everywhere except where one types.
import { useEffect, useRef } from "react";

export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** A dialog or an open list keeps the keys for itself. */
const isElsewhere = () =>
  document.querySelector(".ant-modal-wrap:not([style*='display: none'])") !== null;

export function useKeys(handle: (event: KeyboardEvent) => boolean | void) {
  const latest = useRef(handle);
  useEffect(() => {
    latest.current = handle;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isTyping(event.target) || isElsewhere()) return;
      if (latest.current(event)) event.preventDefault();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}

/** Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y), also with the command key. */
export function undoKey(event: KeyboardEvent): "undo" | "redo" | null {
  if (!(event.ctrlKey || event.metaKey) || event.altKey) return null;
  const key = event.key.toLowerCase();
  if (key === "z") return event.shiftKey ? "redo" : "undo";
  return key === "y" ? "redo" : null;
}
