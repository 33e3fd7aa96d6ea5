// What is heard, frame by frame: loops, speeds, clicks. Expectations are worked out beside them.
import { describe, expect, it } from "vitest";

import { tick } from "../../../shared/sound/tick";
import { Marks } from "./mixing";
import { Renderer } from "./renderer";
import { pieces, rampSpeed, type Piece, type Request } from "./rounds";
import { SEARCH } from "./stretch";

const RATE = 44_100;
const NONE = new Marks([], RATE);
const REQUEST: Request = {
  stretches: [{ from: 0, to: 1 }],
  loop: true,
  speed: 1,
  ramp: null,
  countIn: 0,
  pause: 0,
  at: null,
};
const before = (_: number, counts: number) => counts * 0.5;

/** Noise that is the same every time (a linear congruential generator, Numerical Recipes). */
function noise(seconds: number): Float32Array {
  let state = 1;
  return Float32Array.from({ length: Math.round(seconds * RATE) }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32 - 0.5;
  });
}

const player = (music: Float32Array, request: Partial<Request>, marks = NONE, lead = NONE) =>
  new Renderer(
    { channels: [music], rate: RATE },
    RATE,
    marks,
    lead,
    pieces({ ...REQUEST, ...request }, before),
    1,
  );

describe("a loop", () => {
  it("sounds the same sample for sample in every round", () => {
    const sound = player(noise(3), { stretches: [{ from: 0.5, to: 1.5 }] });
    const first = sound.next(RATE)[0]!;
    for (let round = 2; round <= 5; round++) expect(sound.next(RATE)[0]).toEqual(first);
  });

  it("does not drift in 200 rounds, whatever its length", () => {
    // 0.777777 s are 34,299.97 frames: rounded each time 200 rounds would lose 6 of them and
    // more; the beginning of round 200 may be off by half a frame, 0.01 ms.
    const length = 0.777777;
    const sound = player(noise(1), { stretches: [{ from: 0, to: length }] });
    sound.pieceAt(length * 205 * RATE);
    for (const round of [2, 50, 200])
      expect(sound.placed[round - 1]!.start).toBeCloseTo((round - 1) * length * RATE, -0.3);
  });

  it("plays pauses of so many counts between its rounds", () => {
    const list = [...take(pieces({ ...REQUEST, pause: 4 }, before), 5)];
    expect(list.map(({ music, round }) => [music, round])).toEqual([
      [true, 1],
      [false, 2],
      [true, 2],
      [false, 3],
      [true, 3],
    ]);
    // Four counts of half a second in front of second 0.
    expect([list[1]!.from, list[1]!.to]).toEqual([-2, 0]);
  });

  it("goes on from a place within it, then over all of it", () => {
    const stretches = [
      { from: 2, to: 4 },
      { from: 6, to: 8 },
    ];
    const list = [...take(pieces({ ...REQUEST, stretches, at: 7, countIn: 4 }, before), 4)];
    expect(list.map(({ from, to }) => [from, to])).toEqual([
      [5, 7],
      [7, 8],
      [2, 4],
      [6, 8],
    ]);
  });

  it("gets faster from 70 % by 5 % up to 100 % and stays there", () => {
    const ramp = { rounds: 2, first: 0.7, step: 0.05, last: 1 };
    const speeds = Array.from({ length: 16 }, (_, round) => rampSpeed(ramp, round));
    expect(speeds).toEqual([
      0.7, 0.7, 0.75, 0.75, 0.8, 0.8, 0.85, 0.85, 0.9, 0.9, 0.95, 0.95, 1, 1, 1, 1,
    ]);
  });
});

function* take(list: Generator<Piece>, count: number) {
  for (let n = 0; n < count; n++) yield list.next().value as Piece;
}

describe("clicks and words", () => {
  it.each([0.5, 0.85, 1, 1.1])("begin on their own sample at speed %s", (speed) => {
    const click = tick(1000, 0.5, RATE);
    const at = [0.25, 0.5, 0.9];
    const marks = new Marks(
      at.map((each) => ({ at: each, sound: click, gain: 1 })),
      RATE,
    );
    const silence = new Float32Array(2 * RATE);
    const out = player(silence, { speed, loop: false }, marks).next(3 * RATE)[0]!;
    // What is correlated with the click is largest where the click begins.
    for (const each of at) {
      const planned = (each / speed) * RATE;
      const found = best(out, click, Math.round(planned) - 500, Math.round(planned) + 500);
      // 10 ms are 441 frames; laid into the sound it is within one.
      expect(Math.abs(found - planned)).toBeLessThanOrEqual(1);
    }
  });

  it("sound whole when a chunk ends within them, and alone while only counting", () => {
    const click = tick(1000, 0.5, RATE);
    const lead = new Marks([{ at: -0.5, sound: click, gain: 1 }], RATE);
    const marks = new Marks([{ at: 0.1, sound: click, gain: 1 }], RATE);
    const request = { countIn: 2, loop: false };
    const whole = player(noise(1), request, marks, lead).next(2 * RATE)[0]!;
    const pieced = player(noise(1), request, marks, lead);
    const chunks: number[] = [];
    for (let n = 0; n < 20; n++) chunks.push(...pieced.next(RATE / 10)[0]!);
    expect(Float32Array.from(chunks)).toEqual(whole);
    // Two counts are a second; the count at -0.5 s is heard half a second in, without music.
    expect(whole[RATE / 2 + 10]).toBeCloseTo(click[10]!, 5);
    expect(whole.slice(0, RATE / 2).every((sample) => sample === 0)).toBe(true);
  });
});

function best(sound: Float32Array, like: Float32Array, low: number, high: number): number {
  let found = low;
  let most = -Infinity;
  for (let from = low; from <= high; from++) {
    let sum = 0;
    for (let n = 0; n < like.length; n++) sum += (sound[from + n] ?? 0) * like[n]!;
    if (sum > most) [most, found] = [sum, from];
  }
  return found;
}

describe("other speeds", () => {
  it.each([0.5, 0.7, 0.85, 1.1])("keep every knock in its place at %s", (speed) => {
    // Knocks every 0.4 s over a soft tone; each is heard where it belongs, within the reach of
    // the search and far below 10 ms.
    const music = new Float32Array(8 * RATE);
    for (let n = 0; n < music.length; n++)
      music[n] = 0.05 * Math.sin((2 * Math.PI * 220 * n) / RATE);
    const knock = tick(300, 0.9, RATE);
    const times = Array.from({ length: 18 }, (_, n) => 0.3 + n * 0.4);
    for (const time of times)
      knock.forEach((sample, n) => (music[Math.round(time * RATE) + n]! += sample));
    const out = player(music, { stretches: [{ from: 0, to: 8 }], speed, loop: false }).next(
      Math.ceil((8 / speed) * RATE),
    )[0]!;
    for (const time of times) {
      const planned = (time / speed) * RATE;
      const found = best(out, knock, Math.round(planned - 900), Math.round(planned + 900));
      expect(Math.abs(found - planned)).toBeLessThanOrEqual(SEARCH / speed + 20);
    }
  });

  it("say where in the song each frame lies", () => {
    const sound = player(noise(4), { stretches: [{ from: 1, to: 3 }], speed: 0.8, pause: 4 });
    // 2 s at 0.8 are 2.5 s; then 2 s of counts at 0.8 are 2.5 s.
    expect(sound.songAt(0)).toBeCloseTo(1, 9);
    expect(sound.songAt(2 * RATE)).toBeCloseTo(2.6, 9);
    expect(sound.songAt(2.5 * RATE)).toBeCloseTo(-1, 4);
    expect(sound.songAt(5 * RATE)).toBeCloseTo(1, 4);
  });
});
