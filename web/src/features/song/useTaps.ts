// Tapping along with T: the beats are sent once the tapping rests.
import { useCallback, useEffect, useRef, useState } from "react";

const FEWEST = 4;
const REST_MS = 1600;

interface Options {
  /** The song's own time while it plays; null while nothing plays. */
  songTime: () => number | null;
  /** Where the first tap lies when the song plays somewhere else: its count 1. */
  first: number;
  send: (taps: number[], here: boolean) => void;
}

export interface Taps {
  tap: () => void;
  count: number;
  bpm: number | null;
}

export function useTaps({ songTime, first, send }: Options): Taps {
  const [taps, setTaps] = useState<number[]>([]);
  const here = useRef(false);
  const latest = useRef({ first, send });
  useEffect(() => {
    latest.current = { first, send };
  });
  useEffect(() => {
    if (!taps.length) return;
    const timer = setTimeout(() => {
      const start = taps[0] ?? 0;
      const times = here.current ? taps : taps.map((at) => at - start + latest.current.first);
      if (taps.length >= FEWEST) latest.current.send(times, here.current);
      setTaps([]);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [taps]);
  const tap = useCallback(() => {
    const at = songTime();
    setTaps((before) => {
      if (!before.length) here.current = at !== null;
      return [...before, here.current && at !== null ? at : performance.now() / 1000];
    });
  }, [songTime]);
  const span = (taps.at(-1) ?? 0) - (taps[0] ?? 0);
  return { tap, count: taps.length, bpm: taps.length > 2 ? (60 * (taps.length - 1)) / span : null };
}
