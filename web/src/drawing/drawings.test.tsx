// @vitest-environment jsdom
// What the drawings say to those who cannot see them, and that nothing is left out.
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import type { SegmentView, SectionView } from "../shared/api/client";
import "../shared/i18n";
import { CLOCKS, facingColours } from "../shared/theme/facing";
import { COUNT } from "./footChart";
import { FootChart } from "./FootChart";
import { RoomGlyph } from "./RoomGlyph";
import { SongStrip } from "./SongStrip";
import { rowsOf } from "./wallStack";
import { WallStackBar } from "./WallStackBar";

afterEach(cleanup);

type Box = Record<"x" | "y" | "width" | "height", number>;
const boxOf = (rect: Element) =>
  Object.fromEntries(
    ["x", "y", "width", "height"].map((name) => [name, Number(rect.getAttribute(name))]),
  ) as Box;

describe("the room glyph", () => {
  // Middle of the coloured walls, seen from above: 12:00 is up (y small), 3:00 right (x large).
  const PLACE: Record<string, [number, number]> = {
    "12:00": [10, 2],
    "3:00": [18, 10],
    "6:00": [10, 18],
    "9:00": [2, 10],
  };

  it.each(Object.entries(PLACE))("colours the wall at %s", (clock, [x, y]) => {
    const { container } = render(<RoomGlyph clock={clock} />);
    expect(screen.getByRole("img", { name: clock })).toBeTruthy();
    const wall = container.querySelector(`rect[fill="${facingColours(clock)[0]}"]`)!;
    const box = boxOf(wall);
    expect([box.x + box.width / 2, box.y + box.height / 2]).toEqual([x, y]);
  });

  // A corner colours the two half walls that meet in it.
  it.each([
    ["1:30", 20, 0],
    ["4:30", 20, 20],
    ["7:30", 0, 20],
    ["10:30", 0, 0],
  ] as const)("colours the corner at %s", (clock, x, y) => {
    const { container } = render(<RoomGlyph clock={clock} />);
    const halves = [...container.querySelectorAll("rect")].slice(1).map(boxOf);
    expect(halves).toHaveLength(2);
    for (const half of halves) {
      expect([half.x, half.x + half.width]).toContain(x);
      expect([half.y, half.y + half.height]).toContain(y);
      expect(Math.max(half.width, half.height)).toBe(10);
    }
  });

  it("moves the dancer toward the faced wall", () => {
    const dot = (clock: string) => {
      const { container } = render(<RoomGlyph clock={clock} />);
      const circle = container.querySelector("circle")!;
      return [Number(circle.getAttribute("cx")), Number(circle.getAttribute("cy"))] as const;
    };
    expect(dot("12:00")[1]).toBeLessThan(10);
    expect(dot("3:00")[0]).toBeGreaterThan(10);
    expect(dot("6:00")[1]).toBeGreaterThan(10);
    expect(dot("9:00")[0]).toBeLessThan(10);
    for (const clock of CLOCKS) {
      const [x, y] = dot(clock);
      expect(Math.hypot(x - 10, y - 10)).toBeCloseTo(2.6);
    }
  });

  it("is silent where the clock stands beside it", () => {
    render(<RoomGlyph clock="3:00" silent />);
    expect(screen.queryByRole("img")).toBeNull();
  });
});

describe("the song strip", () => {
  const phrases = [
    { index: 0, kind: "intro", name: "Intro", counts: 16, start_seconds: 0 },
    { index: 1, kind: "chorus", name: "Chorus", counts: 32, start_seconds: 8 },
  ];

  it("gives each phrase room for its counts and says when it starts", () => {
    render(<SongStrip label="Phrases" phrases={phrases} />);
    const items = screen.getAllByRole("listitem");
    expect(items.map((item) => (item as HTMLElement).style.flexGrow)).toEqual(["16", "32"]);
    expect(items[1]!.title).toBe("Chorus, 32, 0:08.0");
  });

  it("goes to the phrase that is pressed", () => {
    const pick = vi.fn();
    render(<SongStrip label="Phrases" phrases={phrases} marked={0} onPick={pick} />);
    const [intro, chorus] = screen.getAllByRole("button");
    expect(intro!.getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(chorus!);
    expect(pick).toHaveBeenCalledWith(1);
  });
});

const move = (facts: Partial<SectionView["moves"][number]>) => ({
  at: 0,
  label: "1",
  foot: "R" as const,
  word: "fwd",
  figure: "walk",
  weight: true,
  turn: 0,
  turn_words: "",
  facing: "12:00",
  start: 0,
  end: 5,
  ...facts,
});
const SECTION: SectionView = {
  title: "Section 1",
  first: 1,
  last: 8,
  length: 8,
  start_facing: "12:00",
  end_facing: "6:00",
  free: "right",
  moves: [
    move({}),
    move({ at: 0.5, label: "1&", foot: "L", word: "touch", weight: false, start: 7, end: 14 }),
    move({ at: 1, label: "2", foot: "both", word: "unwind", turn: -4, turn_words: "½" }),
    move({ at: 2, label: "3", foot: null, word: "hold", weight: false }),
  ],
  facings: [
    { facing: "12:00", start: 0, end: 1 },
    { facing: "6:00", start: 1, end: 8 },
  ],
};

describe("the foot chart", () => {
  const STRAIGHT = [{ at: 0.5, label: "&" }];
  const draw = (cursor: number | null = null, pick = vi.fn(), between = STRAIGHT) =>
    render(
      <FootChart
        section={SECTION}
        part=""
        labels={["1", "2", "3", "4", "5", "6", "7", "8"]}
        between={between}
        cursor={cursor}
        onPick={pick}
      />,
    );

  it("writes what is said between the counts where the server says it lands", () => {
    const rolling = [
      { at: 1 / 3, label: "&" },
      { at: 2 / 3, label: "a" },
    ];
    const { container } = draw(null, vi.fn(), rolling);
    const written = [...container.querySelectorAll("text.and")].slice(0, 2);
    expect(written.map((text) => text.textContent)).toEqual(["&", "a"]);
    const [first, second] = written.map((text) => Number(text.getAttribute("x")));
    // A count is as wide as from "&" to "a" three times.
    expect((second! - first!) * 3).toBeCloseTo(COUNT);
  });

  it("says what the section does", () => {
    draw();
    const name = "Section 1: counts 1 to 8, from 12:00 to 6:00, right foot free";
    expect(screen.getByRole("region", { name })).toBeTruthy();
    const moves = screen.getAllByRole("img").map((image) => image.getAttribute("aria-label"));
    expect(moves).toEqual(["1 R fwd", "1& L touch", "2 both unwind ½", "3  hold"]);
  });

  it("fills the print that takes weight, and prints both feet for a move of both", () => {
    const { container } = draw();
    const prints = (index: number) => container.querySelectorAll(".move")[index]!;
    expect(prints(0).querySelectorAll(".right .filled")).toHaveLength(1);
    expect(prints(1).querySelectorAll(".left .print:not(.filled)")).toHaveLength(1);
    expect(prints(2).querySelectorAll(".print")).toHaveLength(2);
    expect(prints(3).querySelectorAll(".print")).toHaveLength(0);
  });

  it("draws the facing strip without a gap", () => {
    const { container } = draw();
    const strip = [...container.querySelectorAll("svg.prints > g")].filter(
      (group) => group.querySelector("title") !== null,
    );
    const boxes = strip.map((group) => boxOf(group.querySelector("rect")!));
    expect(boxes[1]!.x).toBeCloseTo(boxes[0]!.x + boxes[0]!.width);
  });

  it("marks the print under the cursor and leads back from a print to its words", () => {
    const pick = vi.fn();
    const { container } = draw(8, pick);
    expect(container.querySelectorAll(".move[data-marked=true]")).toHaveLength(1);
    fireEvent.click(container.querySelector(".move[data-marked=true]")!);
    expect(pick).toHaveBeenCalledWith(7, 14);
  });
});

describe("a row of the wall stack", () => {
  const wall = {
    kind: "wall",
    wall: 1,
    name: "A",
    part: "A",
    row: 1,
    first: 0,
    item: null,
    goes_on: false,
    changed: "",
    start: 16,
    length: 8,
    full_length: 8,
    ended: "whole",
    phrases: [
      { index: 1, kind: "verse", name: "Verse", start: 0, end: 6, starts: true },
      { index: 2, kind: "chorus", name: "Chorus", start: 6, end: 8, starts: true },
    ],
    facings: [{ facing: "12:00", start: 0, end: 8 }],
  } as unknown as SegmentView;
  const size = { count: 20, row: 52, width: 400 };

  it("stands a post at each phrase's start, astray unless on count 1", () => {
    const [row] = rowsOf([wall]);
    const { container } = render(<WallStackBar row={row!} size={size} labels={{}} cursor={null} />);
    const posts = [...container.querySelectorAll(".post")];
    expect(posts.map((post) => post.classList.contains("astray"))).toEqual([false, true]);
    // The chorus begins on count 7: six counts of 20 px, and the post's own half width.
    expect(posts[1]!.querySelector("path")!.getAttribute("d")).toMatch(/^M121 /);
  });

  it("numbers the counts as the sheet says them", () => {
    const [row] = rowsOf([wall]);
    const labels = ["1", "2", "3", "4", "5", "6", "1", "2"];
    const { container } = render(
      <WallStackBar row={row!} size={size} labels={{ A: labels }} cursor={null} />,
    );
    const numbers = [...container.querySelectorAll(".number")].map((text) => text.textContent);
    expect(numbers).toEqual(labels);
    expect(container.querySelectorAll(".number.one")).toHaveLength(2);
  });

  it("tears where a restart ends it", () => {
    const [row] = rowsOf([{ ...wall, length: 4, ended: "restart" }]);
    const { container } = render(<WallStackBar row={row!} size={size} labels={{}} cursor={null} />);
    expect(container.querySelector(".torn")!.getAttribute("d")).toMatch(/^M80 /);
  });
});
