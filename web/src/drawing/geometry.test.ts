// Where things lie on the wall stack and the foot chart. Numbers worked out beside each case.
import { describe, expect, it } from "vitest";

import type { FloorView } from "../shared/api/client";
import { frameOf, SIZE, standing } from "./floor";

import type { SegmentView, SectionView } from "../shared/api/client";
import * as chart from "./footChart";
import { afterAt, handlesOf, numberEvery, offsetOf, rowsOf, sizeOf, tornEdge } from "./wallStack";

const segment = (facts: Partial<SegmentView>) =>
  ({
    row: facts.wall ?? 1,
    kind: "wall",
    wall: 1,
    start: 0,
    length: 32,
    full_length: 32,
    ended: "whole",
    event: "",
    event_words: "",
    first: 0,
    item: null,
    goes_on: false,
    ...facts,
  }) as SegmentView;

describe("rows of the stack", () => {
  const rows = rowsOf([
    segment({ wall: 1 }),
    segment({ wall: 1, kind: "tag", start: 32, length: 4, event: "a", event_words: "Tag +4" }),
    segment({ wall: 1, kind: "tag", start: 36, length: 2, event: "b", event_words: "Tag +2" }),
    segment({ wall: 2, start: 38, length: 16, ended: "restart", event: "r" }),
    segment({ wall: 2, kind: "tag", start: 54, length: 4, event: "r" }),
    segment({ wall: 3, start: 58 }),
  ]);

  it("are one a wall, with the tags sewn on", () => {
    expect(rows.map((row) => [row.wall, row.rest.length, row.length])).toEqual([
      [1, 2, 38],
      [2, 1, 20],
      [3, 0, 32],
    ]);
    expect(rowsOf([])).toEqual([]);
  });

  it("can be taken hold of at each event once", () => {
    // Tags lie where they are danced; a restart at its torn edge, its tag goes along.
    expect(handlesOf(rows[0]!).map((h) => [h.event, h.start, h.length])).toEqual([
      ["a", 32, 4],
      ["b", 36, 2],
    ]);
    expect(handlesOf(rows[1]!).map((h) => [h.event, h.start, h.length])).toEqual([["r", 16, 0]]);
    expect(handlesOf(rows[2]!)).toEqual([]);
  });

  it("keep a wall's own counts apart from a bridge within it", () => {
    // Wall 1: 16 counts, a bridge of 4, then counts 17 to 32 from offset 20 on.
    const [row] = rowsOf([
      segment({ length: 16, ended: "break", event: "b" }),
      segment({ kind: "bridge", start: 16, length: 4, event: "b" }),
      segment({ start: 20, first: 16, length: 16, goes_on: true }),
    ]);
    expect(row!.length).toBe(36);
    expect([8, 16, 24, 32].map((after) => offsetOf(row!, after))).toEqual([8, 16, 28, 36]);
    expect([8, 16, 18, 28, 36].map((offset) => afterAt(row!, offset))).toEqual([8, 16, 16, 24, 32]);
    expect(handlesOf(row!).map((h) => [h.event, h.start, h.length])).toEqual([["b", 16, 4]]);
  });

  it("are those of the server, and a cut part keeps its own counts", () => {
    const rows = rowsOf([
      segment({ item: 0, first: 16, length: 16 }),
      segment({ kind: "tag", item: 1, start: 16, length: 4 }),
      segment({ row: 2, kind: "bridge", item: 2, start: 20, length: 16 }),
      segment({ row: 3, wall: 2, item: 3, start: 36 }),
    ]);
    expect(rows.map((row) => [row.row, row.wall, row.main.kind])).toEqual([
      [1, 1, "wall"],
      [2, 1, "bridge"],
      [3, 2, "wall"],
    ]);
    // Eight counts into a wall that begins on count 17 are eight counts of the row.
    expect(offsetOf(rows[0]!, 8)).toBe(8);
  });

  it("fit the room: as large as it allows, within bounds", () => {
    // 900 px less 236 for the end's text, over 38 counts: 17.47 px a count.
    expect(sizeOf(rows, 900, 300).count).toBeCloseTo(664 / 38);
    expect(sizeOf(rows, 900, 120).row).toBe(40);
    expect(sizeOf(rows, 900, 9999).row).toBe(52);
    expect(sizeOf(rows, 9999, 300).count).toBe(26);
    expect(sizeOf([], 900, 300).row).toBe(52);
  });

  it("show 24 walls in 560 px without scrolling", () => {
    const many = rowsOf(Array.from({ length: 24 }, (_, at) => segment({ wall: at + 1 })));
    expect(sizeOf(many, 900, 560).row * 24).toBeLessThanOrEqual(560);
  });

  it("never lose a long dance sideways: it scrolls", () => {
    const long = rowsOf([segment({ length: 512, full_length: 512 })]);
    const size = sizeOf(long, 390, 300);
    expect(size.count).toBe(2.6);
    expect(size.width).toBeCloseTo(512 * 2.6 + 146);
  });

  it.each([
    [20, 1],
    [10, 2],
    [6, 4],
    [2.6, 8],
  ])("number counts of %d px every %d", (count, every) => expect(numberEvery(count)).toBe(every));

  it("tear off in four teeth between top and bottom", () => {
    // 40 px high: a tooth is 10 high and its tip 5 to the right.
    expect(tornEdge(100, 0, 40)).toBe(
      "M100 0 L105 5 L100 10 L105 15 L100 20 L105 25 L100 30 L105 35 L100 40",
    );
  });
});

describe("rows of the foot chart", () => {
  const section = (length: number) => ({ length }) as SectionView;

  it.each([
    [8, [8]],
    [6, [6]],
    [10, [10]],
    [7, [7]],
    [16, [8, 8]],
    [26, [8, 8, 8, 2]],
    [1, [1]],
  ])("of a section of %d counts", (length, counts) => {
    expect(chart.rowsOf(section(length)).map((row) => row.counts)).toEqual(counts);
  });

  it.each([
    [3, [3]],
    [4, [4]],
    [6, [3, 3]],
    [8, [4, 4]],
    [9, [5, 4]],
    [12, [4, 4, 4]],
    [16, [4, 4, 4, 4]],
  ])("puts %i counts on a narrow screen in halves of a row", (length, counts) => {
    expect(chart.rowsOf(section(length), true).map((row) => row.counts)).toEqual(counts);
  });

  it("give every half count a column of its own", () => {
    const [row] = chart.rowsOf(section(8));
    const places = [0, 0.5, 1, 1.5].map((at) => chart.middle(row!, at));
    const steps = places.slice(1).map((place, at) => place - places[at]!);
    expect(steps).toEqual([chart.COUNT / 2, chart.COUNT / 2, chart.COUNT / 2]);
  });

  it("put a lead-in before count 1, and each move in one row", () => {
    const [first, second] = chart.rowsOf(section(16));
    expect(chart.inRow(first!, -0.5)).toBe(true);
    expect(chart.middle(first!, -0.5)).toBeGreaterThan(0);
    for (const at of [-0.5, 0, 7.5, 8, 15.5])
      expect([first!, second!].filter((row) => chart.inRow(row, at))).toHaveLength(1);
  });
});

describe("the floor", () => {
  const stop = (x: number, y: number, facing = "12:00") =>
    ({ x, y, facing, label: "1", section: 0, start: 0, end: 1 }) as const;

  it("puts everything in view, the front above", () => {
    const points: [number, number][] = [
      [0, 0],
      [3, 0],
      [0, 4],
    ];
    const frame = frameOf(points);
    for (const [x, y] of points) {
      expect(frame.x(x)).toBeGreaterThanOrEqual(0);
      expect(frame.x(x)).toBeLessThanOrEqual(SIZE);
      expect(frame.y(y)).toBeGreaterThanOrEqual(0);
      expect(frame.y(y)).toBeLessThanOrEqual(SIZE);
    }
    expect(frame.y(4)).toBeLessThan(frame.y(0));
    expect(frame.x(3)).toBeGreaterThan(frame.x(0));
    // A metre is as long one way as the other.
    expect(frame.x(1) - frame.x(0)).toBeCloseTo(frame.y(0) - frame.y(1));
  });

  it("does not blow up a dance on the spot", () => {
    const frame = frameOf([[0, 0]]);
    expect(frame.scale).toBeLessThan(SIZE / 2);
    expect(frame.x(0)).toBe(SIZE / 2);
  });

  it("draws steps on one place as one", () => {
    const floor = { stops: [stop(0, 0), stop(0, 0), stop(0, 0, "3:00"), stop(1, 0)] };
    const places = standing(floor as unknown as FloorView);
    expect(places.map(({ x, facing }) => [x, facing])).toEqual([
      [0, "12:00"],
      [0, "3:00"],
      [1, "12:00"],
    ]);
  });
});
