// The live reading of a sheet: the newest text wins, older answers are dropped.
import { keepPreviousData, replaceEqualDeep, useQuery } from "@tanstack/react-query";
import { useRef } from "react";

import { api, ApiError, ask, type SheetView } from "../../shared/api/client";
import { useDebouncedValue } from "../../shared/ui/useDebouncedValue";

const PAUSE = 8;

export interface Live {
  reading: SheetView;
  /** The text the reading belongs to; its places fit no other. */
  of: string;
  problem: string;
}

interface First {
  text: string;
  figures: string;
  reading: SheetView;
}

/** ``bpm`` is the tempo that the load is worked out for, ``figures`` the mark of the user's own. */
export function useReading(text: string, bpm: number, figures: string, first: First): Live {
  const asked = useDebouncedValue(text, PAUSE);
  const start: Live = { reading: first.reading, of: first.text, problem: "" };
  const last = useRef(start);
  const known =
    asked === first.text && bpm === first.reading.evidence.bpm && figures === first.figures;
  const { data } = useQuery({
    queryKey: ["reading", asked, bpm, figures],
    queryFn: async ({ signal }) => {
      try {
        const answer = api.POST("/api/dances/reading", { body: { sheet: asked, bpm }, signal });
        // What has not changed stays the same object, so that only changed charts are drawn.
        const reading = replaceEqualDeep(last.current.reading, await ask(answer, true));
        last.current = { reading, of: asked, problem: "" };
      } catch (error) {
        if (signal.aborted) throw error;
        // Signed out: saving asks to sign in again, once the typing rests.
        if (error instanceof ApiError && error.status > 0 && error.status !== 401)
          last.current = { ...last.current, of: asked, problem: error.message };
      }
      return last.current;
    },
    initialData: known ? start : undefined,
    placeholderData: keepPreviousData,
    structuralSharing: false,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  return data ?? start;
}
