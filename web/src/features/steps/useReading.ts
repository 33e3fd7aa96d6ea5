// The live reading of a sheet: the newest text wins, older answers are dropped.
import { replaceEqualDeep } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";

import { api, ApiError, ask, type SheetView } from "../../shared/api/client";

const PAUSE = 8;

export interface Live {
  reading: SheetView;
  /** The text the reading belongs to; its places fit no other. */
  of: string;
  problem: string;
}

export interface Reading extends Live {
  /** Reads the same text once more, when the words that are known have changed. */
  again: () => void;
}

interface First {
  text: string;
  reading: SheetView;
}

/** ``bpm`` is the tempo that the load is worked out for. */
export function useReading(text: string, bpm: number, first: First): Reading {
  const asked = useRef(first.reading.evidence.bpm);
  const [turn, setTurn] = useState(0);
  const taken = useRef(0);
  const [live, setLive] = useState<Live>({ reading: first.reading, of: first.text, problem: "" });
  useEffect(() => {
    if (text === live.of && !live.problem && bpm === asked.current && turn === taken.current)
      return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      ask(
        api.POST("/api/dances/reading", { body: { sheet: text, bpm }, signal: abort.signal }),
        true,
      ).then(
        (reading) => {
          asked.current = bpm;
          taken.current = turn;
          // What has not changed stays the same object, so that only changed charts are drawn.
          setLive((before) => ({
            reading: replaceEqualDeep(before.reading, reading),
            of: text,
            problem: "",
          }));
        },
        (error: unknown) => {
          // Signed out: saving asks to sign in again, once the typing rests.
          if (error instanceof ApiError && error.status > 0 && error.status !== 401)
            setLive((before) => ({ ...before, of: text, problem: error.message }));
        },
      );
    }, PAUSE);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new text or tempo asks again
  }, [text, bpm, turn]);
  return { ...live, again: useCallback(() => setTurn((n) => n + 1), []) };
}
