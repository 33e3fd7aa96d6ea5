// What a hand on the stack does to the events, asked of the server one after the other.
import { useCallback, useEffect, useRef } from "react";

import { api, ask } from "../../shared/api/client";
import type { EventChange, Events } from "./events";

interface Facts {
  events: Events;
  edit: (to: { events: Events }) => void;
  refused: (error: unknown) => void;
}

/** Tries of one change while the fields of an event are typed in beside it. */
const TRIES = 3;

export function useEventChanges(id: string, facts: Facts): (change: EventChange) => void {
  const now = useRef(facts);
  // The newest events: an answer counts at once, before it is drawn.
  const newest = useRef(facts.events);
  const last = useRef(Promise.resolve());
  useEffect(() => {
    now.current = facts;
    newest.current = facts.events;
  });
  return useCallback(
    (change) => {
      const made = async () => {
        for (let tried = 1; tried <= TRIES; tried++) {
          const events = newest.current;
          const answer = await ask(
            api.POST("/api/routines/{pk}/events", {
              params: { path: { pk: id } },
              body: { more: [], ...change, events },
            }),
          );
          if (newest.current !== events && tried < TRIES) continue;
          newest.current = answer.events;
          now.current.edit({ events: answer.events });
          return;
        }
      };
      last.current = last.current.then(made).catch((error: unknown) => now.current.refused(error));
    },
    [id],
  );
}
