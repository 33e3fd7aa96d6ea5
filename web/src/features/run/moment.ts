// What is danced at a moment of the song, looked up in the score. Nothing is worked out here.
import type { ScoreView } from "../../shared/api/client";
import { countAt } from "../../shared/sound/counting";

export type Joint = ScoreView["joints"][number];
export type Beat = ScoreView["beats"][number];

export interface Moment {
  /** Index of the count or landing, -1 before the first. */
  beat: number;
  label: string;
  /** The count said last: "5" also while "&" is danced. */
  count: string;
  segment: ScoreView["segments"][number] | null;
  section: ScoreView["sections"][number] | null;
  figure: string;
  next: string;
  facing: string;
  joint: Joint | null;
  /** Counts to the next event. */
  ahead: number;
  phrase: number;
}

const timesOf = (things: readonly { at_seconds: number }[]) =>
  things.map((each) => each.at_seconds);

/** The score with its times laid out for looking up. */
export function indexed(score: ScoreView) {
  return {
    score,
    beats: timesOf(score.beats),
    figures: timesOf(score.figures),
    prints: timesOf(score.prints),
    floor: timesOf(score.floor),
    steps: timesOf(score.step_ins),
    sections: score.sections.map((each) => each.start_seconds),
    phrases: score.phrases.map((each) => each.start_seconds),
  };
}

export type Indexed = ReturnType<typeof indexed>;

/** Shown a little before it sounds: half a frame. */
const EARLY = 0.008;

export function momentAt(at: Indexed, seconds: number): Moment {
  const { score } = at;
  const now = seconds + EARLY;
  const beat = countAt(at.beats, now);
  const here = score.beats[beat];
  const segment = here ? (score.segments[here.segment] ?? null) : null;
  const figure = countAt(at.figures, now);
  const danced = here && here.segment >= 0 && here.segment < score.segments.length;
  const joint = score.joints.find((each) => each.at_seconds > now) ?? null;
  const print = countAt(at.prints, now);
  const section = score.sections[countAt(at.sections, now)];
  return {
    beat,
    label: here?.label ?? "",
    count: wholeBefore(score.beats, beat),
    segment,
    section: danced && section && section.segment === here.segment ? section : null,
    figure: danced ? (score.figures[figure]?.words ?? "") : "",
    next: (danced ? score.figures[figure + 1] : score.figures[0])?.words ?? "",
    facing: (danced && score.prints[print]?.facing) || segment?.start_facing || firstFacing(score),
    joint,
    ahead: joint ? countsTo(at, joint.counts, now) : 0,
    phrase: countAt(at.phrases, now),
  };
}

const firstFacing = (score: ScoreView) => score.segments[0]?.start_facing ?? "12:00";

function wholeBefore(beats: readonly Beat[], from: number): string {
  for (let n = from; n >= 0; n--) if (/^\d/.test(beats[n]!.label)) return beats[n]!.label;
  return "";
}

/** The next place to step in that one can still get ready for. */
export const stepInAfter = (at: Indexed, seconds: number) =>
  at.score.step_ins.find((each) => each.until_seconds >= seconds) ?? null;

/** How many counts it is to a count of the song. */
export function countsTo(at: Indexed, count: number, seconds: number): number {
  const here = at.score.beats[countAt(at.beats, seconds)];
  return here ? Math.max(0, Math.ceil(count - here.count)) : 0;
}

/** The seconds that so many counts in front of a place take up. */
export function secondsBefore(at: Indexed, place: number, counts: number): number {
  const whole = at.score.beats.filter((beat) => /^\d/.test(beat.label));
  const times = whole.map((beat) => beat.at_seconds);
  const index = times.findIndex((each) => each >= place - 1e-3);
  const first = times[Math.max(0, index - counts)];
  const here = times[index];
  if (index >= counts && first !== undefined && here !== undefined) return here - first;
  return counts * at.score.count_seconds;
}
