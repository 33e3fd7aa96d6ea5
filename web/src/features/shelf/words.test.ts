import { describe, expect, it } from "vitest";

import { songClock } from "../../drawing/clock";
import { parseLength } from "./length";
import { matches } from "./search";

describe("small words", () => {
  it.each([
    ["3:24", 204],
    [" 0:05 ", 5],
    ["3.24", null],
    ["3:60", null],
  ])("reads the length %j", (text, seconds) => expect(parseLength(text)).toBe(seconds));

  it.each([
    [59.96, "1:00.0"],
    [84.6, "1:24.6"],
    [5, "0:05.0"],
  ])("writes %d seconds", (seconds, text) => expect(songClock(seconds)).toBe(text));

  it("finds words whatever their accents and order", () => {
    expect(matches("tide kite", "Kite Weather", "Lantern Tide")).toBe(true);
    expect(matches("ete", "Été")).toBe(true);
    expect(matches("x", "Kite")).toBe(false);
  });
});
