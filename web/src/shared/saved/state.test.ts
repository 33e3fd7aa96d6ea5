import { describe, expect, it } from "vitest";

import { initial, isDirty, maySend, reduce, type SavedAction, type SavedState } from "./state";

const play = (actions: SavedAction<string>[], from: SavedState<string> = initial("a", 1)) =>
  actions.reduce((state, action) => reduce(state, action), from);
const at = new Date(0);

describe("saving", () => {
  it("sends an edit once and rests when it is stored", () => {
    const edited = play([{ type: "edit", draft: "b" }]);
    expect(maySend(edited)).toBe(true);
    const sent = reduce(edited, { type: "send" });
    expect(maySend(sent)).toBe(false);
    const stored = reduce(sent, { type: "stored", draft: "b", version: 2, at });
    expect([isDirty(stored), stored.version]).toEqual([false, 2]);
  });

  it("sends again what was typed while a write was on its way", () => {
    const state = play([
      { type: "edit", draft: "b" },
      { type: "send" },
      { type: "edit", draft: "c" },
      { type: "stored", draft: "b", version: 2, at },
    ]);
    expect([state.present, maySend(state), state.version]).toEqual(["c", true, 2]);
  });

  it("tries again when the server was not reached, not when it refused", () => {
    const edited = play([{ type: "edit", draft: "b" }, { type: "send" }]);
    const offline = reduce(edited, { type: "failed", problem: { kind: "offline" } });
    expect([maySend(offline), offline.present]).toEqual([true, "b"]);
    const refusal = { kind: "refused", message: "no", field: "" } as const;
    const refused = reduce(edited, { type: "failed", problem: refusal });
    expect(maySend(refused)).toBe(false);
    expect(maySend(reduce(refused, { type: "edit", draft: "c" }))).toBe(true);
  });

  it("forgets a refusal of what was taken back in the meantime", () => {
    const refusal = { kind: "refused", message: "too long", field: "sheet" } as const;
    const state = play([
      { type: "edit", draft: "far too long" },
      { type: "send" },
      { type: "undo" },
      { type: "failed", problem: refusal },
    ]);
    expect([state.problem, state.present, isDirty(state)]).toEqual([null, "a", false]);
  });

  it("keeps both sides of a conflict within reach", () => {
    const clash = play([
      { type: "edit", draft: "mine" },
      { type: "send" },
      { type: "failed", problem: { kind: "conflict", version: 7 } },
    ]);
    expect(maySend(clash)).toBe(false);
    const mine = reduce(clash, { type: "keepMine" });
    expect([mine.version, mine.present, maySend(mine)]).toEqual([7, "mine", true]);
    const theirs = reduce(clash, { type: "takeTheirs", draft: "theirs", version: 7 });
    expect([theirs.present, isDirty(theirs)]).toEqual(["theirs", false]);
    expect(reduce(theirs, { type: "undo" }).present).toBe("mine");
  });
});

describe("undo", () => {
  it("goes back and forth, and a new edit ends the way forward", () => {
    const edits = play([
      { type: "edit", draft: "b" },
      { type: "edit", draft: "c" },
      { type: "undo" },
    ]);
    expect(edits.present).toBe("b");
    expect(play([{ type: "redo" }], edits).present).toBe("c");
    expect(play([{ type: "edit", draft: "d" }, { type: "redo" }], edits).present).toBe("d");
    expect(play([{ type: "undo" }, { type: "undo" }, { type: "undo" }], edits).present).toBe("a");
  });

  it("takes back all keystrokes in one field at once", () => {
    const typed = play([
      { type: "edit", draft: "b", field: "cue" },
      { type: "edit", draft: "bc", field: "cue" },
      { type: "edit", draft: "bcd", field: "name" },
    ]);
    expect(reduce(typed, { type: "undo" }).present).toBe("bc");
    expect(play([{ type: "undo" }, { type: "undo" }], typed).present).toBe("a");
  });
});
