// Where in the song one is, whoever plays it: our own sound on the audio clock, or another player
// in the hall that is followed by tapping.
import { Engine, type Sounding } from "./engine";
import { Marks } from "./mixing";
import type { Before, Request, Stretch } from "./rounds";

export interface Place {
  seconds: number;
  speed: number;
  playing: boolean;
  /** Only counts are heard, of the seconds in front of where the music begins. */
  counting: boolean;
  round: number;
  /** The device holds the sound back, as after it slept: nothing goes on. */
  held?: boolean;
}

/** How it is played; what is played is a range of the song. */
export type Manner = Omit<Request, "stretches" | "at">;

export class Transport {
  private engine: Engine | null;
  private stretches: Stretch[];
  private place: Place;
  private sounding: Sounding = {
    music: null,
    marks: new Marks([], 1),
    leadMarks: new Marks([], 1),
    musicGain: 1,
  };
  private follower: Follower | null = null;

  constructor(
    context: AudioContext | null,
    before: Before,
    private readonly song: Stretch,
    private manner: Manner,
  ) {
    this.engine = context && new Engine(context, before);
    this.stretches = [song];
    this.place = { ...still, seconds: song.from, speed: manner.speed };
  }

  now(): Place {
    if (this.follower) return this.follower.now();
    const heard = this.engine?.heard();
    if (heard) this.place = { ...heard, playing: true, held: this.engine!.held };
    return this.place;
  }

  get range(): readonly Stretch[] {
    return this.stretches;
  }

  /** Sound or manner changed: what plays goes on from where it is. */
  setSounding(sounding: Sounding): void {
    this.sounding = sounding;
    this.goOn();
  }

  setManner(manner: Manner): void {
    this.manner = manner;
    this.place = { ...this.now(), speed: manner.speed };
    this.goOn();
  }

  /** Play these stretches from the beginning of the first. */
  rehearse(stretches: Stretch[], play: boolean): void {
    this.stretches = stretches;
    const seconds = stretches[0]?.from ?? this.song.from;
    this.stop();
    this.place = { ...this.place, seconds };
    if (play) this.play(true);
  }

  /** A stretch once, whatever else is rehearsed. */
  hear(stretch: Stretch): void {
    const { manner } = this;
    this.manner = { ...manner, loop: false, ramp: null, countIn: 0 };
    this.rehearse([stretch], true);
    this.manner = manner;
  }

  toggle(): void {
    if (this.now().playing) this.pause();
    else this.play(true);
  }

  pause(): void {
    this.follower?.pause();
    this.stop();
  }

  /** From a moment on; within the range where it lies there, else through the whole song. */
  seek(seconds: number): void {
    const at = Math.max(this.song.from, Math.min(seconds, this.song.to));
    if (this.follower) {
      this.follower.seek(at);
      return;
    }
    const { playing } = this.now();
    if (!this.stretches.some(({ from, to }) => at >= from - 0.01 && at < to))
      this.stretches = [this.song];
    this.stop();
    this.place = { ...this.place, seconds: at };
    if (playing) this.play(false);
  }

  /** Another player is followed from now on, or no longer. */
  follow(on: boolean): void {
    const { seconds } = this.now();
    this.stop();
    this.place = { ...this.place, seconds };
    this.follower = on ? new Follower(this.song, seconds) : null;
  }

  get followed(): Follower | null {
    return this.follower;
  }

  private play(counted: boolean): void {
    if (this.follower) {
      this.follower.start();
      return;
    }
    const { engine, manner, stretches } = this;
    if (!engine) return;
    const over = this.place.seconds >= (stretches.at(-1)?.to ?? 0) - 0.01;
    const at = over ? null : this.place.seconds;
    // The beginning of a song counts itself in.
    const begins = this.place.seconds <= this.song.from + 0.01;
    const countIn = counted && !begins ? manner.countIn : 0;
    const request = { ...manner, countIn, stretches, at };
    engine.play(request, this.sounding, () => {
      this.place = { ...this.place, playing: false, seconds: stretches.at(-1)?.to ?? 0 };
    });
  }

  private goOn(): void {
    if (this.follower || !this.engine?.playing) return;
    const place = this.now();
    this.stop();
    this.place = place;
    this.play(false);
  }

  private stop(): void {
    const place = this.now();
    this.engine?.stop();
    this.place = { ...place, playing: false, counting: false };
  }
}

const still = { playing: false, counting: false, round: 1 };

/** The least and most that another player's speed is believed to be. */
const SLOWEST = 0.4;
const FASTEST = 1.3;
const TAPS = 4;
const GAP_MS = 2500;

/** Follows music from elsewhere: a tap says which moment of the song it is. */
export class Follower {
  private speed = 1;
  private anchor: { seconds: number; ms: number } | null = null;
  private taps: number[] = [];
  /** How far the last tap was from what was shown, in seconds; above 0 the player is ahead. */
  drift: number | null = null;

  constructor(
    private readonly song: Stretch,
    private from: number,
    private readonly clock: () => number = () => performance.now(),
  ) {}

  now(): Place {
    const { anchor, speed } = this;
    const seconds = anchor
      ? anchor.seconds + ((this.clock() - anchor.ms) / 1000) * speed
      : this.from;
    return { ...still, seconds: Math.min(seconds, this.song.to), speed, playing: anchor !== null };
  }

  start(): void {
    this.anchor = { seconds: this.now().seconds, ms: this.clock() };
  }

  pause(): void {
    this.from = this.now().seconds;
    this.anchor = null;
  }

  seek(seconds: number): void {
    this.from = seconds;
    if (this.anchor) this.anchor = { seconds, ms: this.clock() };
  }

  /** This moment of the song is heard now. */
  tapAt(seconds: number): void {
    this.drift = this.anchor ? seconds - this.now().seconds : null;
    this.anchor = { seconds, ms: this.clock() };
  }

  /** A beat is heard now; after some of them their distance says how fast the player runs. */
  tapBeat(beatSeconds: number): void {
    const now = this.clock();
    if (now - (this.taps.at(-1) ?? now) > GAP_MS) this.taps = [];
    this.taps = [...this.taps, now].slice(-TAPS * 2);
    if (this.taps.length < TAPS) return;
    const every = (now - this.taps[0]!) / (this.taps.length - 1) / 1000;
    const speed = beatSeconds / every;
    if (speed < SLOWEST || speed > FASTEST) return;
    const { seconds } = this.now();
    this.speed = speed;
    if (this.anchor) this.anchor = { seconds, ms: now };
  }
}
