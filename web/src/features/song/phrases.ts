// Editing the list of phrases. Pure; a change of nothing returns the same list.
import type { PhraseForm } from "../../api/client";

export type Phrases = PhraseForm[];

export const update = (phrases: Phrases, at: number, change: Partial<PhraseForm>): Phrases =>
  phrases.map((phrase, index) => (index === at ? { ...phrase, ...change } : phrase));

/** Moves the boundary behind a phrase by so many counts; its neighbour gives or takes them. */
export function moveBoundary(phrases: Phrases, at: number, by: number): Phrases {
  const [left, right] = [phrases[at], phrases[at + 1]];
  if (!left || !right) return phrases;
  const step = Math.max(1 - left.counts, Math.min(by, right.counts - 1));
  if (!step) return phrases;
  const longer = update(phrases, at, { counts: left.counts + step });
  return update(longer, at + 1, { counts: right.counts - step });
}

/** Types a length over: what is not yet marked behind it gives or takes, else the song does. */
export function setCounts(phrases: Phrases, at: number, counts: number): Phrases {
  const [phrase, next] = [phrases[at], phrases[at + 1]];
  const longer = update(phrases, at, { counts });
  if (!phrase || counts < 1 || next?.kind !== "unmarked" || phrase.kind === "unmarked")
    return longer;
  const left = next.counts - (counts - phrase.counts);
  return left > 0 ? update(longer, at + 1, { counts: left }) : remove(longer, at + 1);
}

const USUAL = 4;

/** Marks a phrase of four eights (or sixes) at the head of what is not yet marked. */
export function mark(phrases: Phrases, at: number, unit: number): Phrases {
  const rest = phrases[at];
  if (!rest) return phrases;
  const counts = Math.min(USUAL * unit, rest.counts);
  const phrase: PhraseForm = { kind: "verse", counts, name: "", cue: "" };
  const left = counts < rest.counts ? [{ ...rest, counts: rest.counts - counts }] : [];
  return [...phrases.slice(0, at), phrase, ...left, ...phrases.slice(at + 1)];
}

/** Splits a phrase in two, the first part a whole number of eights (or sixes) if it can be. */
export function split(phrases: Phrases, at: number, unit: number): Phrases {
  const phrase = phrases[at];
  if (!phrase || phrase.counts < 2) return phrases;
  const half = Math.floor(phrase.counts / 2);
  const counts = half >= unit ? half - (half % unit) : half;
  const rest = { ...phrase, counts: phrase.counts - counts, cue: "" };
  return [...phrases.slice(0, at), { ...phrase, counts }, rest, ...phrases.slice(at + 1)];
}

export function merge(phrases: Phrases, at: number): Phrases {
  const [left, right] = [phrases[at], phrases[at + 1]];
  if (!left || !right) return phrases;
  const joined = { ...left, counts: left.counts + right.counts };
  return [...phrases.slice(0, at), joined, ...phrases.slice(at + 2)];
}

export const remove = (phrases: Phrases, at: number): Phrases =>
  phrases.length > 1 ? phrases.filter((_, index) => index !== at) : phrases;

export const append = (phrases: Phrases, unit: number): Phrases => [
  ...phrases,
  { kind: "verse", counts: 4 * unit, name: "", cue: "" },
];

/** The intro is the first phrase; without one, asking for counts puts one in front. */
export function setIntro(phrases: Phrases, counts: number): Phrases {
  const first = phrases[0];
  if (first?.kind === "intro")
    return counts > 0 ? update(phrases, 0, { counts }) : remove(phrases, 0);
  return counts > 0 ? [{ kind: "intro", counts, name: "", cue: "" }, ...phrases] : phrases;
}
