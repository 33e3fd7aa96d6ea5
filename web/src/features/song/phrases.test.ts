import { describe, expect, it } from "vitest";

import type { PhraseForm } from "../../api/client";
import { parseLength } from "../shelf/length";
import { matches } from "../shelf/search";
import { songClock } from "../../drawing/clock";
import { mark, merge, moveBoundary, remove, setCounts, setIntro, split } from "./phrases";

const song = (...counts: number[]): PhraseForm[] =>
  counts.map((n, index) => ({ kind: index ? "verse" : "intro", counts: n, name: "", cue: "" }));
const lengths = (phrases: PhraseForm[]) => phrases.map((phrase) => phrase.counts);

describe("phrases", () => {
  it("keep the song's length when a boundary moves, and never vanish", () => {
    expect(lengths(moveBoundary(song(16, 64, 32), 1, 4))).toEqual([16, 68, 28]);
    expect(lengths(moveBoundary(song(16, 64, 32), 1, 99))).toEqual([16, 95, 1]);
    expect(lengths(moveBoundary(song(16, 64), 0, -99))).toEqual([1, 79]);
    const last = song(16, 64);
    expect(moveBoundary(last, 1, 4)).toBe(last);
  });

  it("split at whole eights where they can", () => {
    expect(lengths(split(song(16, 56), 1, 8))).toEqual([16, 24, 32]);
    expect(lengths(split(song(16, 6), 1, 8))).toEqual([16, 3, 3]);
    expect(lengths(split(song(1), 0, 8))).toEqual([1]);
  });

  it("are marked off what is not yet marked, which gives and takes", () => {
    const fresh: PhraseForm[] = [
      { kind: "intro", counts: 16, name: "", cue: "" },
      { kind: "unmarked", counts: 100, name: "", cue: "" },
    ];
    // Four eights of 100, then typed over with 64: 116 counts stay 116.
    const marked = mark(fresh, 1, 8);
    expect(lengths(marked)).toEqual([16, 32, 68]);
    expect(lengths(setCounts(marked, 1, 64))).toEqual([16, 64, 36]);
    expect(lengths(setCounts(marked, 1, 100))).toEqual([16, 100]);
    expect(lengths(setCounts(song(16, 32, 32), 1, 40))).toEqual([16, 40, 32]);
    expect(mark(setCounts(marked, 1, 80), 2, 8).map((phrase) => phrase.kind)).toEqual([
      "intro",
      "verse",
      "verse",
    ]);
  });

  it("join and go", () => {
    expect(lengths(merge(song(16, 32, 24), 1))).toEqual([16, 56]);
    expect(lengths(remove(song(16, 32), 0))).toEqual([32]);
    expect(lengths(remove(song(16), 0))).toEqual([16]);
  });

  it("have an intro when counts are asked for", () => {
    expect(lengths(setIntro(song(16, 32), 8))).toEqual([8, 32]);
    expect(lengths(setIntro(song(16, 32), 0))).toEqual([32]);
    const bare = song(16, 32).slice(1);
    expect(setIntro(bare, 4).map((phrase) => phrase.kind)).toEqual(["intro", "verse"]);
  });
});

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
