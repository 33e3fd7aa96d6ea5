// @vitest-environment jsdom
// What the Song desk asks of the server: drags, taps, typed lengths, readings.
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import "../../shared/i18n";
import type { Listening, SongEdit, SongMap } from "../../shared/api/client";
import { Correct, SongLine } from "./Correct";
import { PhraseStrip } from "./PhraseStrip";
import { PhraseTable } from "./Phrases";
import { dragged } from "./Wave";
import { stubBrowser } from "./stubBrowser";
import { timeAt, xOf } from "./waveDrawing";
import type { Asked } from "./useEdits";
import { useTaps } from "./useTaps";

// 120 bpm from 1 s on: count n at 1 + n/2 seconds; 8 + 16 counts.
const MAP: SongMap = {
  song: {
    title: "Tin Kettle",
    performer: "",
    bpm: "120",
    first_beat_seconds: 1,
    beats_per_count: "1",
    count_unit: 8,
    phrases: [
      { kind: "intro", counts: 8, name: "", cue: "" },
      { kind: "verse", counts: 16, name: "", cue: "" },
    ],
    anchors: [],
    feel: "straight",
    cue_points: [],
  },
  marks: [
    { start_seconds: 1, start_count: 0, words: "8" },
    { start_seconds: 5, start_count: 8, words: "16" },
  ],
  length_counts: 24,
  length_seconds: 13,
  counts: Array.from({ length: 25 }, (_, n) => 1 + n / 2),
  numbers: Array.from({ length: 24 }, (_, n) => (n % 8) + 1),
  ones: [0, 8, 16],
  steady: true,
  line: "120 bpm: intro 8, verse 16",
};

beforeEach(() => {
  stubBrowser();
});
afterEach(cleanup);

describe("a drag on the waveform", () => {
  it("moves a phrase's post to the nearest count", () => {
    // 6.1 s is nearest to count 10 (6.0 s): the intro gets 10 counts.
    expect(dragged(MAP, { post: 1, at: 5 }, 6.1, false)).toEqual({
      op: "boundary",
      index: 0,
      counts: 10,
    });
    expect(dragged(MAP, { post: 1, at: 5 }, 5.1, false)).toBeNull();
  });

  it("with Alt puts the post's own beat where it is dropped", () => {
    expect(dragged(MAP, { post: 1, at: 5 }, 5.13, true)).toEqual({
      op: "move_beat",
      beat: 8,
      at: 5.13,
    });
  });

  it("moves count 1 by whole beats, also to before it", () => {
    expect(dragged(MAP, { post: 0, at: 1 }, 2.6, false)).toEqual({ op: "shift", beats: 3 });
    expect(dragged(MAP, { post: 0, at: 1 }, 0.1, false)).toEqual({ op: "shift", beats: -2 });
    expect(dragged(MAP, { post: 0, at: 1 }, 1.05, false)).toBeNull();
  });

  it("moves a beat", () => {
    expect(dragged(MAP, { beat: 3, at: 2.5 }, 2.44, false)).toEqual({
      op: "move_beat",
      beat: 3,
      at: 2.44,
    });
  });

  it("knows its place however far one has scrolled", () => {
    const view = { width: 800, perSecond: 50, scroll: 120 };
    expect(xOf(view, 10)).toBe(380);
    expect(timeAt(view, 380)).toBe(10);
  });
});

describe("tapping along", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  const tapping = (times: (number | null)[]) => {
    const send = vi.fn();
    let at = 0;
    const hook = renderHook(() => useTaps({ songTime: () => times[at++] ?? null, first: 2, send }));
    times.forEach(() => {
      act(() => hook.result.current.tap());
      act(() => void vi.advanceTimersByTime(500));
    });
    return { send, hook };
  };

  it("sends the song's own times once the tapping rests", () => {
    const { send, hook } = tapping([10, 10.5, 11, 11.5]);
    expect(hook.result.current.count).toBe(4);
    // Three spans of half a second.
    expect(hook.result.current.bpm).toBeCloseTo(120);
    expect(send).not.toHaveBeenCalled();
    act(() => void vi.advanceTimersByTime(2000));
    expect(send).toHaveBeenCalledExactlyOnceWith([10, 10.5, 11, 11.5], true);
  });

  it("in the hall begins at the song's count 1", () => {
    const { send } = tapping([null, null, null, null, null]);
    act(() => void vi.advanceTimersByTime(2000));
    const [taps, here] = send.mock.calls[0] as [number[], boolean];
    expect(here).toBe(false);
    [2, 2.5, 3, 3.5, 4].forEach((at, n) => expect(taps[n]).toBeCloseTo(at, 1));
  });

  it("of fewer than four beats says nothing", () => {
    const { send, hook } = tapping([1, 2, 3]);
    act(() => void vi.advanceTimersByTime(2000));
    expect(send).not.toHaveBeenCalled();
    expect(hook.result.current.count).toBe(0);
  });
});

const HEARD: Listening = {
  seconds: 60,
  readings: [
    { bpm: 118, words: "as heard", confidence: 0.9, count_unit: 8 },
    { bpm: 59.02, words: "half as many counts", confidence: 0.004, count_unit: 8 },
  ],
  unsure: [],
  irregular: [],
  level_confidence: 0.9,
  one_confidence: 0.9,
  unit_confidence: 0.9,
  phrase_confidence: [0.9, 0.3],
  said: [],
};

describe("corrections", () => {
  const edit = vi.fn<(edit: SongEdit) => Promise<boolean>>(() => Promise.resolve(true));
  beforeEach(() => void edit.mockClear());

  it("are one press each, at the playhead where they need a place", () => {
    const taps = { tap: vi.fn(), count: 0, bpm: null };
    render(<Correct here={() => 7.5} taps={taps} steady listening={HEARD} onEdit={edit} />);
    fireEvent.click(screen.getByText("×2"));
    fireEvent.click(screen.getByTitle(/½ beat earlier/));
    fireEvent.click(screen.getByText("half as many counts", { exact: false }));
    expect(edit.mock.calls.map(([call]) => call)).toEqual([
      { op: "level", ratio: "2" },
      { op: "shift", beats: -0.5 },
      { op: "reading", number: 1 },
    ]);
    expect(screen.getByText("<1 %", { exact: false })).toBeTruthy();
    expect(screen.getByText("59")).toBeTruthy();
  });

  it("keep a length that cannot be read in its field", async () => {
    edit.mockImplementation((call) => Promise.resolve(!("text" in call && call.text === "abc")));
    const words = vi.fn();
    render(
      <PhraseTable
        map={MAP}
        phrases={MAP.song.phrases}
        marked={1}
        unsure={(at) => at === 1}
        onMark={vi.fn()}
        onWords={words}
        onEdit={edit}
        onSeek={vi.fn()}
      />,
    );
    const field = screen.getAllByLabelText<HTMLInputElement>("Counts")[1]!;
    fireEvent.change(field, { target: { value: "abc" } });
    await act(async () => fireEvent.blur(field));
    expect(edit).toHaveBeenCalledWith({ op: "length", index: 1, text: "abc" });
    expect(field.value).toBe("abc");
    fireEvent.change(field, { target: { value: "16+4" } });
    await act(async () => fireEvent.blur(field));
    expect(field.value).toBe("16");
    expect(screen.getAllByText("check by ear")).toHaveLength(1);
    fireEvent.change(screen.getAllByLabelText("Cue")[0]!, { target: { value: "drums" } });
    expect(words).toHaveBeenCalledWith(0, { cue: "drums" }, "cue 0");
  });

  it("that sound alike are named with one press", async () => {
    const alike = ["A", "B", "A"].map((name) => ({
      ...MAP.song.phrases[1]!,
      kind: "section" as const,
      name,
    }));
    const table = (marked: number) => (
      <PhraseTable
        map={MAP}
        phrases={alike}
        marked={marked}
        unsure={() => false}
        onMark={vi.fn()}
        onWords={vi.fn()}
        onEdit={edit}
        onSeek={vi.fn()}
      />
    );
    const { rerender } = render(table(2));
    fireEvent.mouseDown(screen.getByRole("combobox", { name: "Call all 2 “A”…" }));
    await act(async () => fireEvent.click(screen.getAllByTitle("Chorus").at(-1)!));
    expect(edit).toHaveBeenCalledWith({ op: "call_alike", index: 2, kind: "chorus" });
    // There is but one B.
    rerender(table(1));
    expect(screen.queryByRole("combobox", { name: /Call all/ })).toBeNull();
  });

  it("move boundaries with the arrow keys, an eight with Shift, each from where the last left it", () => {
    const asked = vi.fn<(asked: Asked) => void>();
    render(
      <PhraseStrip
        phrases={MAP.song.phrases}
        names={["Intro", "Verse"]}
        unit={8}
        marked={0}
        onMark={vi.fn()}
        onEdit={asked}
      />,
    );
    const edge = screen.getByRole("slider");
    fireEvent.keyDown(edge, { key: "ArrowRight" });
    fireEvent.keyDown(edge, { key: "ArrowLeft", shiftKey: true });
    const phrases = [{ ...MAP.song.phrases[0]!, counts: 20 }, MAP.song.phrases[1]!];
    const song = { ...MAP.song, phrases };
    expect(
      asked.mock.calls.map(([call]) => (typeof call === "function" ? call(song) : call)),
    ).toEqual([
      { op: "boundary", index: 0, counts: 21 },
      { op: "boundary", index: 0, counts: 12 },
    ]);
  });

  it("take the whole song from one line", () => {
    const line = vi.fn();
    render(<SongLine line={MAP.line} onLine={line} />);
    const field = screen.getByLabelText("All in one line");
    fireEvent.blur(field);
    expect(line).not.toHaveBeenCalled();
    fireEvent.change(field, { target: { value: "verse 32" } });
    fireEvent.keyDown(field, { key: "Enter" });
    expect(line).toHaveBeenCalledWith("verse 32");
  });
});
