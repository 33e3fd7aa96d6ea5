import { describe, expect, it } from "vitest";

import type { EventForm } from "../../shared/api/client";
import {
  addBridge,
  addChange,
  addEnding,
  addRestart,
  addTag,
  addWait,
  applyFix,
  moveOnWall,
  parseWalls,
  putIn,
  takeOff,
} from "./events";

const event = (facts: Partial<EventForm>): EventForm => ({
  id: "e",
  kind: "restart",
  walls: [5],
  after: "24",
  facings: [],
  facing_at: "there",
  phrase: null,
  tag: "",
  counts: null,
  steps: "",
  option: "",
  seconds: null,
  cue: "drums",
  claims_facing: "9:00",
  origin: "",
  ...facts,
});
const brief = (events: EventForm[]) =>
  events.map((e) => `${e.id} ${e.walls.join("+")} ${e.after ?? e.tag ?? ""}${e.counts ?? ""}`);

describe("events", () => {
  it("adds a restart, and moves the one that is there", () => {
    const added = addRestart([], 3, 16);
    expect(brief(added)).toEqual(["restart-1 3 16"]);
    expect(brief(addRestart(added, 3, 8))).toEqual(["restart-1 3 8"]);
    expect(brief(addRestart(added, 4, 8))).toEqual(["restart-1 3 16", "restart-2 4 8"]);
  });

  it("adds the sheet's tag to further walls, or counts without steps", () => {
    const first = addTag([], 8, ["Tag"]);
    expect(addTag(first, 3, ["Tag"])[0]?.walls).toEqual([3, 8]);
    expect(addTag([], 2, [])[0]).toMatchObject({ kind: "tag", counts: 4, walls: [2] });
  });

  it("moves an event on one wall and leaves its other walls alone", () => {
    const moved = moveOnWall([event({ walls: [2, 5] })], "e", 5, 6, "16");
    expect(brief(moved)).toEqual(["e 2 24", "restart-1 6 16"]);
    expect(moved[1]?.cue).toBe("drums");
    expect(moved[1]?.claims_facing).toBeNull();
    expect(brief(moveOnWall([event({ walls: [2, 5] })], "e", 5, 7, "24"))).toEqual(["e 2+7 24"]);
    const same = [event({})];
    expect(moveOnWall(same, "e", 5, 5, "24")).toBe(same);
  });

  it("takes an event off a wall, and away with its last", () => {
    expect(brief(takeOff([event({ walls: [2, 5] })], "e", 2))).toEqual(["e 5 24"]);
    expect(takeOff([event({})], "e", 5)).toEqual([]);
  });

  it("applies fixes", () => {
    const fix = {
      kind: "event" as const,
      label: "",
      event: "e",
      walls: [5],
      claims_facing: "6:00",
    };
    expect(applyFix([event({})], fix)[0]?.claims_facing).toBe("6:00");
    expect(applyFix([event({})], { ...fix, walls: [] })).toEqual([]);
    expect(applyFix([event({})], { ...fix, claims_facing: null })[0]?.claims_facing).toBe("9:00");
  });

  it("puts events in, each in place of the one of its name, and keeps one ending", () => {
    const old = [event({}), event({ id: "end", kind: "ending", walls: [9] })];
    const more = [event({ walls: [6] }), event({ id: "new", kind: "ending", walls: [8] })];
    expect(brief(putIn(old, more))).toEqual(["e 6 24", "new 8 24"]);
    const fix = { kind: "events" as const, label: "", events: [event({ id: "change-1" })] };
    expect(applyFix([event({})], fix).map((e) => e.id)).toEqual(["e", "change-1"]);
  });

  it("adds each kind with what it needs", () => {
    expect(addBridge([], 3, 16, [])[0]).toMatchObject({ kind: "bridge", after: "16", counts: 4 });
    expect(addBridge([], 3, 16, ["Bridge"])[0]).toMatchObject({ tag: "Bridge", counts: null });
    expect(addWait([], 3, 16)[0]).toMatchObject({ kind: "wait", after: "16", seconds: null });
    expect(addChange([], 3, 24, [])[0]).toMatchObject({ kind: "change", steps: "24 hold" });
    const ended = addEnding([], 9, 20, []);
    expect(addEnding(ended, 8, 4, []).map((e) => e.walls)).toEqual([[8]]);
  });

  it.each([
    ["3, 8", [3, 8]],
    ["8 3;3", [3, 8]],
    ["", null],
    ["0", null],
    ["two", null],
  ])("reads walls %j", (text, walls) => expect(parseWalls(text)).toEqual(walls));
});
