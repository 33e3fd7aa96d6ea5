// The transport of a desk: made once, told of every change, and looked at before every picture.
import { useEffect, useMemo, useRef, useState, type RefObject } from "react";

import { songClock } from "../../drawing/clock";
import { momentAt, secondsBefore, type Indexed, type Moment } from "./moment";
import { wholeSong } from "./ranges";
import type { Sounding } from "./sound/engine";
import { Transport, type Manner, type Place } from "./sound/transport";
import { useFrames } from "./useFrames";

export interface Shown {
  moment: Moment;
  place: Place;
}

export function useTransport(
  at: Indexed,
  context: AudioContext | null,
  sounding: Sounding,
  manner: Manner,
) {
  const [first] = useState(manner);
  // Drawn for who faces the class, the dance has the same times: no music stops for that.
  const [timed] = useState(at);
  const transport = useMemo(
    () =>
      new Transport(
        context,
        (place, counts) => secondsBefore(timed, place, counts),
        wholeSong(timed.score),
        first,
      ),
    [timed, context, first],
  );
  useEffect(() => transport.setSounding(sounding), [transport, sounding]);
  useEffect(() => transport.setManner(manner), [transport, manner]);
  useEffect(() => () => transport.pause(), [transport]);
  const clock = useRef<HTMLElement>(null);
  const needle = useRef<HTMLElement>(null);
  const [shown, setShown] = useState<Shown>(() => look(at, transport.now()));
  const latest = useRef(shown);
  useFrames(() => {
    const place = transport.now();
    if (clock.current) clock.current.textContent = songClock(Math.max(0, place.seconds));
    if (needle.current) needle.current.style.left = `${100 * shareOf(at, place.seconds)}%`;
    const next = look(at, place);
    if (isSame(latest.current, next)) return;
    latest.current = next;
    setShown(next);
  });
  return { transport, shown, clock, needle };
}

export type Refs = { clock: RefObject<HTMLElement | null>; needle: RefObject<HTMLElement | null> };

const look = (at: Indexed, place: Place): Shown => ({
  moment: momentAt(at, place.seconds),
  place,
});

const isSame = (one: Shown, other: Shown) =>
  one.moment.beat === other.moment.beat &&
  one.moment.figure === other.moment.figure &&
  one.moment.facing === other.moment.facing &&
  one.place.playing === other.place.playing &&
  one.place.counting === other.place.counting &&
  one.place.round === other.place.round &&
  one.place.held === other.place.held &&
  Math.abs(one.place.speed - other.place.speed) < 0.001;

/** Where on the song strip a moment lies, 0 to 1: the strip is as long as its counts. */
export function shareOf(at: Indexed, seconds: number): number {
  const { phrases, song_seconds } = at.score;
  const total = phrases.reduce((sum, each) => sum + each.counts, 0);
  let before = 0;
  for (const [index, phrase] of phrases.entries()) {
    const end = phrases[index + 1]?.start_seconds ?? song_seconds;
    if (seconds < end || index === phrases.length - 1) {
      const within = (seconds - phrase.start_seconds) / Math.max(0.001, end - phrase.start_seconds);
      return clamp((before + phrase.counts * within) / total);
    }
    before += phrase.counts;
  }
  return 0;
}

/** The moment that lies so far along the strip; the inverse of `shareOf`. */
export function secondsAt(at: Indexed, share: number): number {
  const { phrases, song_seconds } = at.score;
  const total = phrases.reduce((sum, each) => sum + each.counts, 0);
  let left = clamp(share) * total;
  for (const [index, phrase] of phrases.entries()) {
    const end = phrases[index + 1]?.start_seconds ?? song_seconds;
    if (left <= phrase.counts)
      return phrase.start_seconds + (left / phrase.counts) * (end - phrase.start_seconds);
    left -= phrase.counts;
  }
  return song_seconds;
}

const clamp = (share: number) => Math.max(0, Math.min(1, share));
