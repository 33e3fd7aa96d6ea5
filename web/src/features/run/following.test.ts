// Following another player by tapping, and looking things up in a score.
import { describe, expect, it } from "vitest";

import type { ScoreView } from "../../shared/api/client";
import { countsTo, indexed, momentAt, secondsBefore, stepInAfter } from "./moment";
import { Follower } from "./sound/transport";
import { secondsAt, shareOf } from "./useTransport";

function follower(from = 0) {
  let ms = 0;
  const made = new Follower({ from: 0, to: 100 }, from, () => ms);
  return { made, wait: (by: number) => (ms += by) };
}

describe("a player that is followed", () => {
  it("goes on from the moment that was tapped", () => {
    const { made, wait } = follower();
    expect(made.now()).toMatchObject({ seconds: 0, playing: false });
    made.tapAt(9.2);
    wait(1500);
    expect(made.now().seconds).toBeCloseTo(10.7, 6);
    expect(made.drift).toBeNull();
  });

  it("says how far it was off at the next tap", () => {
    const { made, wait } = follower();
    made.tapAt(10);
    wait(2000);
    // 12.0 is shown; what is heard is 11.6: the music is 0.4 s behind.
    made.tapAt(11.6);
    expect(made.drift).toBeCloseTo(-0.4, 6);
    expect(made.now().seconds).toBeCloseTo(11.6, 6);
  });

  it("learns its speed from four taps and more, and keeps its place", () => {
    const { made, wait } = follower();
    made.tapAt(10);
    // Beats of 0.5 s that are 0.625 s apart: the player runs at 0.8.
    for (let tap = 0; tap < 5; tap++) {
      made.tapBeat(0.5);
      if (tap < 4) wait(625);
    }
    expect(made.now().speed).toBeCloseTo(0.8, 6);
    const { seconds } = made.now();
    wait(1000);
    expect(made.now().seconds - seconds).toBeCloseTo(0.8, 6);
  });

  it("does not believe taps that are no beats, and stops with the song", () => {
    const { made, wait } = follower();
    made.tapAt(99);
    for (let tap = 0; tap < 5; tap++) {
      made.tapBeat(0.5);
      wait(100);
    }
    expect(made.now().speed).toBe(1);
    wait(10_000);
    expect(made.now().seconds).toBe(100);
    made.pause();
    expect(made.now().playing).toBe(false);
  });
});

const beat = (count: number, label: string, segment: number) => ({
  at_seconds: count / 2,
  count,
  label,
  segment,
});

// 120 bpm; wall 1 from count 4 (2 s), wall 2 from count 8 (4 s), the song ends at 6 s.
const SCORE = {
  count_seconds: 0.5,
  song_seconds: 6,
  beats: [
    ...[-4, -3, -2, -1, 0, 1, 2, 3].map((n) => beat(n, String(((n + 12) % 8) + 1), -1)),
    beat(4, "1", 0),
    beat(4.5, "&", 0),
    beat(5, "2", 0),
    beat(6, "3", 0),
    beat(7, "4", 0),
    ...[8, 9, 10, 11].map((n) => beat(n, String(n - 7), 1)),
  ],
  segments: [
    { wall: 1, words: "Wall 1", start_facing: "12:00", start_seconds: 2, end_seconds: 4 },
    { wall: 2, words: "Wall 2", start_facing: "3:00", start_seconds: 4, end_seconds: 6 },
  ],
  sections: [],
  figures: [
    { at_seconds: 2, segment: 0, words: "R vine" },
    { at_seconds: 4, segment: 1, words: "L vine" },
  ],
  prints: [{ at_seconds: 3, facing: "3:00" }],
  joints: [{ at_seconds: 4, counts: 8 }],
  step_ins: [
    { at_seconds: 2, until_seconds: 1, count: 4, wall: 1 },
    { at_seconds: 4, until_seconds: 3, count: 8, wall: 2 },
  ],
  floor: [],
  phrases: [
    { counts: 4, start_seconds: 0 },
    { counts: 8, start_seconds: 2 },
  ],
} as unknown as ScoreView;
const AT = indexed(SCORE);

describe("a moment of the score", () => {
  it.each([
    // Before wall 1 the lead-in counts: song count 3 says 8.
    [1.6, { label: "8", figure: "", next: "R vine", ahead: 5 }],
    [2.3, { label: "&", count: "1", figure: "R vine", ahead: 4 }],
    [3.6, { label: "4", count: "4", facing: "3:00", ahead: 1, next: "L vine" }],
    [4.1, { label: "1", figure: "L vine", joint: null, ahead: 0 }],
  ])("%s s", (seconds, expected) => {
    expect(momentAt(AT, seconds)).toMatchObject(expected);
  });

  it("finds where to step in with time to get ready", () => {
    expect(stepInAfter(AT, 0.5)?.wall).toBe(1);
    expect(stepInAfter(AT, 1.5)?.wall).toBe(2);
    expect(stepInAfter(AT, 3.5)).toBeNull();
  });

  it("knows how long the counts in front of a place take", () => {
    expect(secondsBefore(AT, 4, 4)).toBeCloseTo(2, 6);
    // In front of the first count they go at the song's tempo.
    expect(secondsBefore(AT, 0, 8)).toBeCloseTo(4, 6);
  });
});

it("counts down in counts of the song, to 0 where it begins", () => {
  // Count 8 falls at 4 s: from 2.3 s, behind count 4&, it is 8 - 4.5, so the fourth one from now.
  expect([2.3, 3.6, 4, 4.9].map((seconds) => countsTo(AT, 8, seconds))).toEqual([4, 1, 0, 0]);
});

it("the strip is as long as its counts, there and back", () => {
  // Count 4 of 12 at 2 s; the second phrase takes 4 s for its 8 counts.
  expect(shareOf(AT, 2)).toBeCloseTo(4 / 12, 6);
  expect(shareOf(AT, 4)).toBeCloseTo(8 / 12, 6);
  for (const seconds of [0, 0.7, 2, 3.3, 5.9])
    expect(secondsAt(AT, shareOf(AT, seconds))).toBeCloseTo(seconds, 6);
});
