// The sound of the pieces of a request, as frames counted from where playing began. Pure: what
// is played, shown and tested comes from the same sums.
import { Marks } from "./mixing";
import type { Piece } from "./rounds";
import { monoOf, Stretcher, type Channels } from "./stretch";

export interface Music {
  channels: Channels;
  rate: number;
}

interface Placed extends Piece {
  /** Frames from where playing began. */
  start: number;
  frames: number;
}

/** A song is mixed down once, and not at every jump. */
const monos = new WeakMap<Music, Float32Array>();

function monoFor(music: Music): Float32Array {
  const known = monos.get(music) ?? monoOf(music.channels);
  monos.set(music, known);
  return known;
}

/** Fades at the joints of two pieces, so that nothing clicks: 3 ms at 44,100 a second. */
const FADE = 132;

export class Renderer {
  readonly placed: Placed[] = [];
  private stretcher: Stretcher | null = null;
  private stretched: Placed | null = null;
  private reached = 0;
  private ended = false;
  private exact = 0;
  private readonly mono: Float32Array;

  constructor(
    readonly music: Music | null,
    readonly rate: number,
    private readonly marks: Marks,
    private readonly leadMarks: Marks,
    private readonly source: Iterator<Piece>,
    private readonly musicGain: number,
  ) {
    this.mono = music ? monoFor(music) : new Float32Array(0);
  }

  /** The piece that a frame lies in; null behind the end. */
  pieceAt(frame: number): Placed | null {
    while (!this.ended && frame >= this.length) this.place();
    // The last ones are asked for nearly always.
    for (let n = this.placed.length - 1; n >= 0; n--) {
      const piece = this.placed[n]!;
      if (frame >= piece.start) return frame < piece.start + piece.frames ? piece : null;
    }
    return this.placed[0] ?? null;
  }

  /** The second of the song that is heard at a frame. */
  songAt(frame: number): number | null {
    const piece = this.pieceAt(Math.max(0, frame));
    return piece && piece.from + ((frame - piece.start) / this.rate) * piece.speed;
  }

  /** The next `count` frames, or fewer at the end. Frames come in order, each once. */
  next(count: number): Float32Array[] {
    const out = Array.from(
      { length: this.music?.channels.length ?? 1 },
      () => new Float32Array(count),
    );
    let done = 0;
    while (done < count) {
      const piece = this.pieceAt(this.reached);
      if (!piece) break;
      const first = this.reached - piece.start;
      const length = Math.min(piece.frames - first, count - done);
      this.render(out, done, piece, first, length);
      this.reached += length;
      done += length;
    }
    return done === count ? out : out.map((channel) => channel.slice(0, done));
  }

  private get length(): number {
    const last = this.placed.at(-1);
    return last ? last.start + last.frames : 0;
  }

  private place(): void {
    const { value, done } = this.source.next();
    if (done || !value) {
      this.ended = true;
      return;
    }
    // Rounded at the ends only: a loop of any length does not drift, however long it goes on.
    this.exact += ((value.to - value.from) / value.speed) * this.rate;
    const start = this.length;
    this.placed.push({ ...value, start, frames: Math.max(1, Math.round(this.exact) - start) });
  }

  private render(
    out: Float32Array[],
    at: number,
    piece: Placed,
    first: number,
    length: number,
  ): void {
    const into = out.map((channel) => channel.subarray(at, at + length));
    if (piece.music && this.music) {
      this.playInto(into, piece, first, length);
      for (const channel of into) shape(channel, first, length, piece.frames, this.musicGain);
    }
    (piece.music ? this.marks : this.leadMarks).into(into, piece, first, length);
    for (const channel of into)
      for (let n = 0; n < length; n++) channel[n] = Math.max(-1, Math.min(1, channel[n]!));
  }

  private playInto(into: Float32Array[], piece: Placed, first: number, length: number): void {
    const { channels } = this.music!;
    const begin = Math.round(piece.from * this.rate);
    if (piece.speed === 1) {
      into.forEach((out, c) => {
        const from = channels[c]!;
        for (let n = 0; n < length; n++) out[n] = from[begin + first + n] ?? 0;
      });
      return;
    }
    if (this.stretched !== piece) {
      this.stretcher = new Stretcher(channels, this.mono, begin, piece.speed);
      this.stretched = piece;
    }
    this.stretcher!.into(into, 0, length);
  }
}

/** The music's level, faded at the ends of its piece. */
function shape(
  channel: Float32Array,
  first: number,
  length: number,
  frames: number,
  gain: number,
): void {
  for (let n = 0; n < length; n++) {
    const at = first + n;
    const edge = Math.min(1, (at + 1) / FADE, (frames - at) / FADE);
    channel[n] = channel[n]! * gain * edge;
  }
}
