// What is on screen against what is stored: edits, undo, and the four ways a save can end.
// Pure: the hook in useSaved.ts does the talking.

export type Problem =
  | { kind: "offline" }
  | { kind: "conflict"; version: number }
  | { kind: "refused"; message: string; field: string };

export interface SavedState<D> {
  past: D[];
  present: D;
  future: D[];
  /** The draft the server has, and the version it gave it. */
  stored: D;
  version: number;
  /** A write on its way. */
  sending: D | null;
  problem: Problem | null;
  /** Writes that failed so far; each one is a reason to try again. */
  failures: number;
  savedAt: Date | null;
  /** The field being typed in: its keystrokes are one step to undo. */
  field: string;
}

export type SavedAction<D> =
  | { type: "edit"; draft: D; field?: string }
  | { type: "undo" }
  | { type: "redo" }
  | { type: "send" }
  | { type: "stored"; draft: D; version: number; at: Date }
  | { type: "failed"; problem: Problem }
  | { type: "keepMine" }
  | { type: "takeTheirs"; draft: D; version: number };

const DEPTH = 200;

export function initial<D>(draft: D, version: number): SavedState<D> {
  return {
    past: [],
    present: draft,
    future: [],
    stored: draft,
    version,
    sending: null,
    problem: null,
    failures: 0,
    savedAt: null,
    field: "",
  };
}

export const isDirty = <D>(state: SavedState<D>) => state.present !== state.stored;

/** A refused draft is not sent again until it changes; a conflict waits for the user. */
export const maySend = <D>(state: SavedState<D>) =>
  isDirty(state) &&
  state.sending === null &&
  (state.problem === null || state.problem.kind === "offline");

export function reduce<D>(state: SavedState<D>, action: SavedAction<D>): SavedState<D> {
  switch (action.type) {
    case "edit": {
      const field = action.field ?? "";
      const goesOn = field !== "" && field === state.field;
      const past = goesOn ? state.past : [...state.past, state.present].slice(-DEPTH);
      return { ...change(state, action.draft), past, future: [], field };
    }
    case "undo": {
      const before = state.past.at(-1);
      if (before === undefined) return state;
      const future = [state.present, ...state.future];
      return { ...change(state, before), past: state.past.slice(0, -1), future };
    }
    case "redo": {
      const [next, ...future] = state.future;
      if (next === undefined) return state;
      return { ...change(state, next), past: [...state.past, state.present], future };
    }
    case "send":
      return { ...state, sending: state.present };
    case "stored":
      return {
        ...state,
        stored: action.draft,
        version: action.version,
        savedAt: action.at,
        sending: null,
        problem: null,
      };
    case "failed": {
      // What was refused may have been typed away while the refusal was on its way.
      const past = action.problem.kind === "refused" && state.sending !== state.present;
      return {
        ...state,
        sending: null,
        problem: past ? null : action.problem,
        failures: state.failures + 1,
      };
    }
    case "keepMine":
      return state.problem?.kind === "conflict"
        ? { ...state, version: state.problem.version, problem: null }
        : state;
    case "takeTheirs":
      return { ...initial(action.draft, action.version), past: [...state.past, state.present] };
  }
}

function change<D>(state: SavedState<D>, present: D): SavedState<D> {
  const problem = state.problem?.kind === "refused" ? null : state.problem;
  return { ...state, present, problem, field: "" };
}
