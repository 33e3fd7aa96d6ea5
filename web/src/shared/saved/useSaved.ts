// Autosave of one object: what is typed is kept in the browser at once and stored soon after.
import { useCallback, useEffect, useReducer, useRef } from "react";

import { ApiError } from "../api/client";
import { recall, store } from "./browser";
import { initial, isDirty, maySend, reduce, type SavedState } from "./state";

interface Stored {
  version: number;
}

interface Options<D, R extends Stored> {
  /** Where an unsaved draft is kept in this browser. */
  keep: string;
  first: R;
  draftOf: (stored: R) => D;
  put: (version: number, draft: D) => Promise<R>;
  get: () => Promise<R>;
  onStored: (stored: R) => void;
  delay: number;
  /** The version the server was last seen to have: a newer one is somebody else's. */
  seen?: number | undefined;
}

export interface Saved<D> {
  state: SavedState<D>;
  draft: D;
  edit: (draft: D, field?: string) => void;
  undo: () => void;
  redo: () => void;
  keepMine: () => void;
  takeTheirs: () => void;
}

const RETRY = 4000;

export function useSaved<D, R extends Stored>(options: Options<D, R>): Saved<D> {
  const { keep, delay, seen = 0 } = options;
  const calls = useRef(options);
  useEffect(() => {
    calls.current = options;
  });
  const [state, dispatch] = useReducer(reduce<D>, options, start);

  const waits = maySend(state);
  const offline = state.problem?.kind === "offline";
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(
      () => {
        const draft = state.present;
        dispatch({ type: "send" });
        calls.current.put(state.version, draft).then(
          (stored) => {
            dispatch({ type: "stored", draft, version: stored.version, at: new Date() });
            calls.current.onStored(stored);
          },
          (error: unknown) => dispatch({ type: "failed", problem: problemOf(error) }),
        );
      },
      offline ? RETRY : delay,
    );
    return () => clearTimeout(timer);
  }, [waits, offline, delay, state.present, state.version, state.failures]);

  const dirty = isDirty(state);
  useEffect(() => {
    if (dirty) store(keep, { version: state.version, draft: state.present });
    else store(keep, null);
  }, [keep, dirty, state.present, state.version]);

  const takeTheirs = useCallback(() => {
    calls.current.get().then(
      (stored) => {
        dispatch({
          type: "takeTheirs",
          draft: calls.current.draftOf(stored),
          version: stored.version,
        });
        calls.current.onStored(stored);
      },
      (error: unknown) => dispatch({ type: "failed", problem: problemOf(error) }),
    );
  }, []);

  // Somebody else has stored: what is typed here has to be decided about, else it is followed.
  const moved = seen > state.version && state.sending === null && state.problem === null;
  useEffect(() => {
    if (!moved) return;
    if (dirty) dispatch({ type: "failed", problem: { kind: "conflict", version: seen } });
    else takeTheirs();
  }, [moved, dirty, seen, takeTheirs]);

  // Leaving the desk must not wait for the timer: send what is left at once.
  const latest = useRef(state);
  useEffect(() => {
    latest.current = state;
  }, [state]);
  useEffect(
    () => () => {
      const last = latest.current;
      if (!maySend(last)) return;
      calls.current.put(last.version, last.present).then(
        (stored) => {
          store(keep, null);
          calls.current.onStored(stored);
        },
        () => undefined,
      );
    },
    [keep],
  );

  return {
    state,
    draft: state.present,
    edit: useCallback((draft: D, field = "") => dispatch({ type: "edit", draft, field }), []),
    undo: useCallback(() => dispatch({ type: "undo" }), []),
    redo: useCallback(() => dispatch({ type: "redo" }), []),
    keepMine: useCallback(() => dispatch({ type: "keepMine" }), []),
    takeTheirs,
  };
}

/** A draft kept from last time comes back; if the object has moved on, the user decides. */
function start<D, R extends Stored>(options: Options<D, R>): SavedState<D> {
  const fresh = initial(options.draftOf(options.first), options.first.version);
  const kept = recall<{ version: number; draft: D }>(options.keep);
  if (!kept || JSON.stringify(kept.draft) === JSON.stringify(fresh.present)) return fresh;
  const edited = reduce(fresh, { type: "edit", draft: kept.draft });
  if (kept.version === fresh.version) return edited;
  const problem = { kind: "conflict" as const, version: fresh.version };
  return reduce({ ...edited, version: kept.version }, { type: "failed", problem });
}

function problemOf(error: unknown) {
  if (error instanceof ApiError && error.status === 409 && error.version !== null)
    return { kind: "conflict" as const, version: error.version };
  if (error instanceof ApiError && error.status >= 400 && error.status < 500)
    return { kind: "refused" as const, message: error.message, field: error.field };
  return { kind: "offline" as const };
}
