import { describe, expect, it } from "vitest";

import type { SegmentView } from "../../shared/api/client";
import { rowsOf, sizeOf } from "../../drawing/wallStack";
import { moved } from "./cursor";

const segment = (kind: "wall" | "tag", wall: number, length: number) =>
  ({
    row: wall,
    kind,
    wall,
    length,
    full_length: kind === "wall" ? 32 : length,
    start: 0,
    first: 0,
    item: null,
  }) as SegmentView;
const rows = rowsOf([segment("wall", 1, 32), segment("tag", 1, 4), segment("wall", 2, 24)]);
const go = (wall: number, after: number, key: string, shiftKey = false, altKey = false) => {
  const to = moved({ row: wall, after }, { key, shiftKey, altKey }, rows, 8);
  return to && [to.row, to.after];
};

describe("the cursor", () => {
  it.each([
    ["a count on", [1, 8, "ArrowRight"], [1, 9]],
    ["a count back, not before the wall", [1, 1, "ArrowLeft"], [1, 1]],
    ["not past the wall", [1, 32, "ArrowRight"], [1, 32]],
    ["to the next eight", [1, 9, "ArrowRight", true], [1, 16]],
    ["to the eight before", [1, 9, "ArrowLeft", true], [1, 8]],
    ["a wall down", [1, 9, "ArrowDown"], [2, 9]],
    ["a wall down with Alt", [1, 9, "ArrowRight", false, true], [2, 9]],
    ["not below the last", [2, 9, "ArrowDown"], [2, 9]],
  ] as const)("moves %s", (_, from, to) => {
    const [wall, after, key, shift, alt] = from as readonly [
      number,
      number,
      string,
      boolean?,
      boolean?,
    ];
    expect(go(wall, after, key, shift, alt)).toEqual(to);
  });

  it("leaves other keys alone", () => expect(go(1, 8, "x")).toBeNull());
});

describe("the stack", () => {
  it("sews tags onto their wall", () =>
    expect(rows.map((row) => [row.wall, row.length, row.rest.length])).toEqual([
      [1, 36, 1],
      [2, 24, 0],
    ]));

  it("shows 24 walls of 64 counts in the room of a small window", () => {
    const many = rowsOf(
      Array.from({ length: 24 }, (_, n) => ({ ...segment("wall", n + 1, 64), full_length: 64 })),
    );
    const size = sizeOf(many, 770, 530);
    expect(size.row * 24).toBeLessThanOrEqual(530);
    expect(size.count * 64).toBeLessThanOrEqual(770);
  });
});
