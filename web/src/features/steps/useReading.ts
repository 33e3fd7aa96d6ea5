// The live reading of a sheet: the newest text wins, older answers are dropped.
import { useEffect, useState } from "react";

import { api, ApiError, ask, type SheetView } from "../../api/client";

const PAUSE = 15;

export interface Live {
  reading: SheetView;
  /** The text the reading belongs to; its places fit no other. */
  of: string;
  problem: string;
}

export function useReading(text: string, first: { text: string; reading: SheetView }): Live {
  const [live, setLive] = useState<Live>({ reading: first.reading, of: first.text, problem: "" });
  useEffect(() => {
    if (text === live.of && !live.problem) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      ask(api.POST("/api/dances/reading", { body: { sheet: text }, signal: abort.signal })).then(
        (reading) => setLive({ reading, of: text, problem: "" }),
        (error: unknown) => {
          if (error instanceof ApiError && error.status > 0)
            setLive((before) => ({ ...before, of: text, problem: error.message }));
        },
      );
    }, PAUSE);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new text asks again
  }, [text]);
  return live;
}
