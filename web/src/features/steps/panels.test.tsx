// @vitest-environment jsdom
// What stands beside the sheet: level, floor and findings, as they are given.
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";

import type { Finding, FloorView, LevelView } from "../../shared/api/client";
import { FloorPlan, Wandering } from "../../drawing/FloorPlan";
import "../../shared/i18n";
import { Findings } from "../../shared/findings/Findings";
import { LevelEvidence } from "./LevelEvidence";

afterEach(cleanup);

const level: LevelView = {
  claimed: "beginner",
  levels: ["absolute beginner", "beginner", "improver"],
  bpm: 110,
  evidence: [
    { key: "counts", value: 48, usual: [32, 32, 48], level: "improver", beyond: true },
    { key: "events", value: 0, usual: [0, 1, 3], level: "absolute beginner", beyond: false },
  ],
};

describe("the level", () => {
  it("puts every measure beside what the claimed level usually has", () => {
    render(<LevelEvidence level={level} bpm={110} />);
    const row = screen.getByRole("row", { name: /^Counts/ });
    expect(within(row).getByText("48")).toBeTruthy();
    expect(within(row).getByText("up to 32")).toBeTruthy();
    expect(within(row).getByText("improver")).toBeTruthy();
    expect(row.dataset.beyond).toBe("true");
    expect(screen.getByText(/from memory/)).toBeTruthy();
  });

  it("has no such column where no level is claimed, and a tempo where there is no song", () => {
    const changed = vi.fn();
    render(<LevelEvidence level={{ ...level, claimed: "" }} bpm={110} onBpm={changed} />);
    expect(screen.queryByText(/up to/)).toBeNull();
    fireEvent.change(screen.getByRole("spinbutton"), { target: { value: "96" } });
    expect(changed).toHaveBeenCalledWith(96);
  });

  it("says what to do when there is nothing to measure", () => {
    render(<LevelEvidence level={{ ...level, evidence: [] }} bpm={110} />);
    expect(screen.getByText("Write the steps first.")).toBeTruthy();
  });
});

const floor: FloorView = {
  stops: [
    { x: 0.4, y: 0, facing: "12:00", label: "1", section: 0, start: 10, end: 16 },
    { x: 0.4, y: 0.4, facing: "3:00", label: "2", section: 1, start: 18, end: 24 },
  ],
  left: 0,
  right: 0.4,
  back: 0,
  front: 0.4,
  drift: 0.57,
  walls: [
    { x: 0, y: 0 },
    { x: 0.4, y: 0.4 },
    { x: 0, y: 0 },
  ],
  far: 0.57,
};

describe("the floor", () => {
  it("leads from a stop to its words", () => {
    const picked = vi.fn();
    const { container } = render(<FloorPlan floor={floor} cursor={null} onPick={picked} />);
    const stops = container.querySelectorAll(".stop");
    expect(stops).toHaveLength(2);
    fireEvent.click(stops[1]!);
    expect(picked).toHaveBeenCalledWith(18, 24);
    expect(screen.getByText(/0.4 m wide, 0.4 m deep; ends 0.6 m/)).toBeTruthy();
  });

  it("marks the step the cursor is in and lets the other sections stand back", () => {
    const { container } = render(<FloorPlan floor={floor} cursor={20} onPick={() => undefined} />);
    const [first, second] = container.querySelectorAll(".stop");
    expect(first!.classList.contains("faint")).toBe(true);
    expect(second!.classList.contains("faint")).toBe(false);
    expect(second!.querySelector(".mark")).not.toBeNull();
  });

  it("draws walls that start at one place as one", () => {
    const { container } = render(
      <Wandering floor={{ ...floor, walls: [...floor.walls, { x: 0.4, y: 0.4 }] }} />,
    );
    // Walls 1 and 3 start together, wall 2 elsewhere; the last point is only an end.
    expect(container.querySelectorAll(".place")).toHaveLength(2);
    expect(container.querySelector("title")?.textContent).toBe("Walls 1, 3 start here");
  });
});

const finding = (facts: Partial<Finding>): Finding => ({
  code: "sheet.counts-missing",
  severity: "wrong",
  message: "Nothing on 4.",
  advice: "Write hold.",
  others: [],
  consequences: [],
  expected: "",
  found: "",
  start: 3,
  end: 5,
  line: 1,
  section: "",
  count: "",
  wall: null,
  event: "",
  phrase: null,
  at_seconds: null,
  fix: null,
  ...facts,
});

describe("findings", () => {
  const fix = { kind: "sheet" as const, label: "Write 4 hold", start: 5, end: 5, text: "4 hold" };

  it("apply their fix, lead to their place, and say so when there are none", () => {
    const fixed = vi.fn();
    const placed = vi.fn();
    const { rerender } = render(
      <Findings findings={[finding({ fix })]} fine="All agrees." onFix={fixed} onPlace={placed} />,
    );
    fireEvent.click(screen.getByRole("button", { name: "Write 4 hold" }));
    expect(fixed).toHaveBeenCalledWith(fix);
    fireEvent.click(screen.getByText("Nothing on 4."));
    expect(placed).toHaveBeenCalledOnce();
    rerender(<Findings findings={[]} fine="All agrees." />);
    expect(screen.getByText("All agrees.")).toBeTruthy();
  });

  it("of one kind are one card, which unfolds to each, in its place among the others", () => {
    const late = (wall: number) =>
      finding({ code: "fit.phrase-late", message: `Late on wall ${wall}.`, wall, start: wall });
    const placed = vi.fn();
    render(
      <Findings
        narrow
        findings={[late(3), finding({ code: "fit.end", message: "Ends aside." }), late(5), late(6)]}
        fine=""
        onPlace={placed}
      />,
    );
    const card = screen.getByRole("group");
    expect(card.querySelector("summary")?.textContent).toContain(
      "Late on wall 3. And 2 more like it. Walls 3, 5, 6.",
    );
    expect(card.querySelectorAll("li")).toHaveLength(3);
    fireEvent.click(screen.getByText("Late on wall 6."));
    expect(placed).toHaveBeenCalledWith(late(6));
    expect(screen.getByText("Ends aside.").closest("details")).toBeNull();
  });

  it("of a kind with a title say how many there are, and where", () => {
    const codes = ["fit.phrase-missed", "fit.phrase-missed", "fit.phrase-missed-last"];
    const missed = codes.map((code, index) => finding({ code, wall: 3 + index, start: index }));
    render(<Findings narrow findings={missed} fine="" />);
    const card = screen.getByRole("group");
    expect(card.querySelector("summary")?.textContent).toContain(
      "3 phrases begin inside a wall: walls 3, 4, 5.",
    );
  });

  it("of which there are two stand by themselves", () => {
    const two = [finding({ start: 1 }), finding({ start: 2, message: "Nothing on 5." })];
    render(<Findings narrow findings={two} fine="" />);
    expect(screen.queryByRole("group")).toBeNull();
    expect(screen.getAllByRole("listitem")).toHaveLength(2);
  });

  it("offer to define a figure that nobody knows", () => {
    const define = vi.fn();
    const unknown = finding({ code: "sheet.figure-unknown-alone", found: "hen step" });
    render(<Findings findings={[unknown, finding({})]} fine="" onDefine={define} />);
    const buttons = screen.getAllByRole("button", { name: "Define it" });
    expect(buttons).toHaveLength(1);
    fireEvent.click(buttons[0]!);
    expect(define).toHaveBeenCalledWith("hen step");
  });
});
