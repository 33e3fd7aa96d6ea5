// Clicks and words laid into the sound itself, each on its own sample: whatever the speed, they
// cannot drift apart from what is shown.

import { firstAt } from "../../../shared/sound/counting";

export interface Mark {
  /** Seconds of the song. */
  at: number;
  /** Samples, at the rate of what is mixed. */
  sound: Float32Array;
  gain: number;
}

/** Marks in the order of time, of which those around a stretch are found quickly. */
export class Marks {
  private readonly sorted: Mark[];
  private readonly times: number[];
  private readonly longest: number;

  constructor(
    marks: Mark[],
    private readonly rate: number,
  ) {
    this.sorted = [...marks].sort((a, b) => a.at - b.at);
    this.times = this.sorted.map(({ at }) => at);
    this.longest = Math.max(0, ...marks.map(({ sound }) => sound.length));
  }

  /**
   * Adds what sounds in frames [first, first + length) of a piece that begins at `from` seconds
   * of the song and goes at `speed`; only marks of [from, to) belong to it.
   */
  into(
    out: readonly Float32Array[],
    piece: { from: number; to: number; speed: number },
    first: number,
    length: number,
  ): void {
    const { rate, sorted, longest } = this;
    const earliest = piece.from + ((first - longest) / rate) * piece.speed;
    for (
      let n = firstAt(this.times, Math.max(piece.from - 1e-9, earliest));
      n < sorted.length;
      n++
    ) {
      const mark = sorted[n]!;
      if (mark.at >= piece.to - 1e-9) break;
      const start = Math.round(((mark.at - piece.from) / piece.speed) * rate) - first;
      if (start >= length) break;
      const begin = Math.max(0, -start);
      const end = Math.min(mark.sound.length, length - start);
      for (const channel of out)
        for (let at = begin; at < end; at++) channel[start + at]! += mark.sound[at]! * mark.gain;
    }
  }
}
