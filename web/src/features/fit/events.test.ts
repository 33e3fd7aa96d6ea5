import { describe, expect, it } from "vitest";

import type { EventForm } from "../../shared/api/client";
import { change, mended, parseWalls } from "./events";

const event = (facts: Partial<EventForm>) =>
  ({ id: "e", walls: [5], after: "24", claims_facing: "9:00", ...facts }) as EventForm;

describe("events", () => {
  it("take the fields typed in, each its own", () => {
    const events = [event({}), event({ id: "f" })];
    expect(change(events, "f", { cue: "drums" })).toEqual([
      events[0],
      { ...events[1], cue: "drums" },
    ]);
  });

  it("take over the walls and the claim of a fix", () => {
    const fix = {
      kind: "event" as const,
      label: "",
      event: "e",
      walls: [5],
      claims_facing: "6:00",
    };
    expect(mended([event({})], fix)[0]?.claims_facing).toBe("6:00");
    expect(mended([event({})], { ...fix, walls: [] })).toEqual([]);
    expect(mended([event({})], { ...fix, claims_facing: null })[0]?.claims_facing).toBe("9:00");
  });

  it.each([
    ["3, 8", [3, 8]],
    ["8 3;3", [3, 8]],
    ["", null],
    ["0", null],
    ["two", null],
  ])("reads walls %j", (text, walls) => expect(parseWalls(text)).toEqual(walls));
});
