// The same music slower or faster at its own pitch: waveform-similarity overlap-add (WSOLA;
// Verhelst & Roelands, "An overlap-add technique based on waveform similarity", ICASSP 1993).
//
// Places are frames (samples of one channel). Frame n of what comes out is taken from around
// frame start + n * speed, never further from it than SEARCH: the beat stays where it belongs
// however long one plays.

export const FRAME = 2048;
const HOP = FRAME / 2;
/** 8 ms at 44,100 a second: an attack is never further off than this. */
export const SEARCH = 352;
const COARSE = 4;
const COMPARED = 1024;

/** Music as it is heard: one Float32Array a channel, all of one length. */
export type Channels = readonly Float32Array[];

/** A Hann window whose halves add up to one. */
const WINDOW = Float32Array.from(
  { length: FRAME },
  (_, n) => 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / FRAME),
);

/** What comes out from `start` on, asked for piece by piece. */
export class Stretcher {
  private tail: Float32Array[];
  private made: Float32Array[];
  private ready = 0;
  private hops = 0;
  private expected: number;

  constructor(
    private readonly music: Channels,
    private readonly mono: Float32Array,
    private readonly start: number,
    private readonly speed: number,
  ) {
    this.tail = music.map(() => new Float32Array(HOP));
    this.made = music.map(() => new Float32Array(HOP));
    this.expected = start;
    // The first half window fades in over the music itself, so that it begins at full strength.
    this.music.forEach((channel, c) => {
      for (let n = 0; n < HOP; n++)
        this.tail[c]![n] = sampleAt(channel, start + n) * WINDOW[HOP + n]!;
    });
  }

  /** The next `count` frames, added to each channel of `out` from `at` on. */
  into(out: Channels, at: number, count: number): void {
    let done = 0;
    while (done < count) {
      if (this.ready === 0) this.hop();
      const take = Math.min(this.ready, count - done);
      const from = HOP - this.ready;
      out.forEach((channel, c) => {
        const made = this.made[Math.min(c, this.made.length - 1)]!;
        for (let n = 0; n < take; n++) channel[at + done + n]! += made[from + n]!;
      });
      this.ready -= take;
      done += take;
    }
  }

  private hop(): void {
    // The middle of a window is where it counts: it lies a hop behind its beginning.
    const wanted = this.start + (this.hops + 1) * HOP * this.speed - HOP;
    const from = this.alike(Math.round(wanted));
    this.music.forEach((channel, c) => {
      const tail = this.tail[c]!;
      const made = this.made[c]!;
      for (let n = 0; n < HOP; n++) {
        made[n] = tail[n]! + sampleAt(channel, from + n) * WINDOW[n]!;
        tail[n] = sampleAt(channel, from + HOP + n) * WINDOW[HOP + n]!;
      }
    });
    this.expected = from + HOP;
    this.hops += 1;
    this.ready = HOP;
  }

  /** The place near `wanted` that goes on most like what was taken last. */
  private alike(wanted: number): number {
    let best = this.nearest(wanted - SEARCH, wanted + SEARCH, COARSE, COARSE);
    best = this.nearest(
      Math.max(best - COARSE, wanted - SEARCH),
      Math.min(best + COARSE, wanted + SEARCH),
      1,
      2,
    );
    return best;
  }

  private nearest(low: number, high: number, step: number, skip: number): number {
    const { mono, expected } = this;
    let best = low;
    let most = -Infinity;
    for (let from = low; from <= high; from += step) {
      let product = 0;
      let energy = 1e-9;
      for (let n = 0; n < COMPARED; n += skip) {
        const one = mono[from + n] ?? 0;
        product += one * (mono[expected + n] ?? 0);
        energy += one * one;
      }
      const alike = product / Math.sqrt(energy);
      if (alike > most) {
        most = alike;
        best = from;
      }
    }
    return best;
  }
}

const sampleAt = (channel: Float32Array, at: number) => channel[at] ?? 0;

/** All channels as one, for comparing. */
export function monoOf(music: Channels): Float32Array {
  if (music.length === 1) return music[0]!;
  const mono = new Float32Array(music[0]?.length ?? 0);
  for (const channel of music)
    for (let n = 0; n < mono.length; n++) mono[n]! += channel[n]! / music.length;
  return mono;
}
