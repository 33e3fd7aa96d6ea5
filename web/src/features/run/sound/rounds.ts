// What is played, round by round: where in the song each begins and ends, how fast, and what is
// counted in front of it. Seconds are those of the song. The next round is made when it is needed.

export interface Stretch {
  from: number;
  to: number;
}

/** One stretch of sound: music or, counted only, the seconds of the song before it. */
export interface Piece extends Stretch {
  speed: number;
  music: boolean;
  /** Its number among the rounds, from 1; the count before a round belongs to it. */
  round: number;
}

export interface Request {
  /** Stretches played one after the other. */
  stretches: Stretch[];
  /** Begin over when the last one is over. */
  loop: boolean;
  speed: number;
  /** So many rounds at each speed, from `first` by `step` up to `last`; then on at `last`. */
  ramp: { rounds: number; first: number; step: number; last: number } | null;
  /** Counts in front of the first round, and in front of every other. */
  countIn: number;
  pause: number;
  /** Where the first round begins; null at its beginning. */
  at: number | null;
}

/** The seconds in front of a place that so many counts take up. */
export type Before = (at: number, counts: number) => number;

/** How fast a round of a ramp goes; `round` from 0. */
export function rampSpeed(ramp: NonNullable<Request["ramp"]>, round: number): number {
  const steps = Math.floor(round / Math.max(1, ramp.rounds));
  // In hundredths, so that 70 + 5 + ... + 5 is 100 and not 99.99.
  const percent = Math.round(ramp.first * 100) + steps * Math.round(ramp.step * 100);
  return Math.min(ramp.last, percent / 100);
}

/** The pieces in order; without a loop they end. */
export function* pieces(request: Request, before: Before): Generator<Piece> {
  const { stretches, loop, ramp, at } = request;
  if (!stretches.some(({ from, to }) => to > from)) return;
  const first = Math.max(
    0,
    at === null ? 0 : stretches.findIndex((s) => at >= s.from && at < s.to),
  );
  for (let round = 0; ; round++) {
    const speed = ramp ? rampSpeed(ramp, Math.floor(round / stretches.length)) : request.speed;
    const whole = stretches[(first + round) % stretches.length]!;
    const stretch =
      round === 0 && at !== null ? { ...whole, from: Math.max(at, whole.from) } : whole;
    const counts = round === 0 ? request.countIn : request.pause;
    const lead = counts > 0 ? before(stretch.from, counts) : 0;
    const shared = { speed, round: round + 1 };
    if (lead > 0) yield { from: stretch.from - lead, to: stretch.from, music: false, ...shared };
    if (stretch.to > stretch.from) yield { ...stretch, music: true, ...shared };
    if (!loop && first + round + 1 === stretches.length) return;
  }
}
