// What can be rehearsed, as stretches of the song: all, a wall, a section, the joints.
import type { ScoreView } from "../../shared/api/client";
import type { Stretch } from "./sound/rounds";

export type RangeKind = "all" | "wall" | "section" | "joint" | "joints" | "marked";

export interface Range {
  kind: RangeKind;
  stretches: Stretch[];
  /** What it is called: "Wall 5", "Restart, wall 5, after 24". */
  words: string;
}

export const wholeSong = (score: ScoreView): Stretch => ({ from: 0, to: score.song_seconds });

export function wallAt(score: ScoreView, seconds: number): Range {
  const at = score.segments.findLastIndex((each) => each.start_seconds <= seconds + 0.01);
  const wall = score.segments[Math.max(0, at)]?.wall ?? 1;
  const pieces = score.segments.filter((each) => each.wall === wall);
  return {
    kind: "wall",
    words: pieces[0]?.words ?? "",
    stretches: [stretch(pieces[0]?.start_seconds, pieces.at(-1)?.end_seconds)],
  };
}

export function sectionAt(score: ScoreView, seconds: number): Range {
  const at = score.sections.findLastIndex((each) => each.start_seconds <= seconds + 0.01);
  const section = score.sections[Math.max(0, at)];
  const segment = score.segments[section?.segment ?? 0];
  return {
    kind: "section",
    words: [segment?.words, section?.title].filter(Boolean).join(" · "),
    stretches: [stretch(section?.start_seconds, section?.end_seconds)],
  };
}

export function jointRange(joint: ScoreView["joints"][number]): Range {
  return {
    kind: "joint",
    words: `${joint.words}, ${joint.place}`,
    stretches: [stretch(joint.start_seconds, joint.end_seconds)],
  };
}

export function allJoints(score: ScoreView, words: string): Range {
  const stretches = score.joints.map((each) => stretch(each.start_seconds, each.end_seconds));
  return { kind: "joints", words, stretches };
}

/** The next joint behind a moment, or the first one. */
export const jointAfter = (score: ScoreView, seconds: number) =>
  score.joints.find((each) => each.end_seconds > seconds + 0.01) ?? score.joints[0];

const stretch = (from = 0, to = 0): Stretch => ({ from, to });
