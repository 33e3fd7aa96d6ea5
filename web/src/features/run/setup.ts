// How one rehearses, kept in this browser from one time to the next.
import { useCallback, useState } from "react";

import { KINDS, type VoiceSetup } from "./sound/useSounding";
import type { Manner } from "./sound/transport";

export const SPEEDS = Array.from({ length: 13 }, (_, n) => (50 + 5 * n) / 100);

export interface Setup extends VoiceSetup {
  speed: number;
  countIn: boolean;
  loop: boolean;
  pause: 0 | 4 | 8;
  ramp: boolean;
  /** Rounds at each speed of the ramp. */
  rounds: number;
  view: "stage" | "feet" | "floor" | "quiz";
  /** One faces the class: feet and sides are exchanged, the room is seen the other way. */
  mirrored: boolean;
}

const KEY = "run.setup";
const LED_IN = 4;
export const RAMP = { first: 0.7, step: 0.05, last: 1 };

const usual = (language: string): Setup => ({
  speed: 1,
  countIn: true,
  clicks: false,
  kinds: ["event", "wall"],
  language: language === "fr" ? "fr" : "en",
  voice: 1,
  loop: true,
  pause: 4,
  ramp: false,
  rounds: 2,
  view: "stage",
  mirrored: false,
});

export function useSetup(language: string) {
  const [setup, setWishes] = useState(() => stored(usual(language)));
  const set = useCallback((change: Partial<Setup>) => {
    setWishes((before) => {
      const after = { ...before, ...change };
      try {
        localStorage.setItem(KEY, JSON.stringify(after));
      } catch {
        // A browser that keeps nothing still rehearses.
      }
      return after;
    });
  }, []);
  return [setup, set] as const;
}

function stored(fallback: Setup): Setup {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Setup>;
    const after = { ...fallback, ...kept };
    const known = after.kinds.filter((kind) => KINDS.includes(kind));
    return SPEEDS.includes(after.speed) ? { ...after, kinds: known } : fallback;
  } catch {
    return fallback;
  }
}

/** All of it is played once; a part of it again and again, if wanted. */
export function mannerOf(setup: Setup, whole: boolean): Manner {
  const { speed, loop, pause, ramp, rounds, countIn } = setup;
  return {
    speed,
    loop: loop && !whole,
    pause: whole ? 0 : pause,
    ramp: ramp && !whole ? { ...RAMP, rounds } : null,
    countIn: countIn ? LED_IN : 0,
  };
}
