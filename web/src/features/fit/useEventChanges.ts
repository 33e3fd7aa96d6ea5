// What a hand on the stack does to the events, asked of the server one after the other. What it
// could not be asked yet is kept in this browser.
import { useCallback, useEffect, useRef, useState } from "react";

import { api, ApiError, ask } from "../../shared/api/client";
import { recall, store } from "../../shared/saved/browser";
import type { EventChange, Events } from "./events";

interface Facts {
  events: Events;
  edit: (to: { events: Events }) => void;
  refused: (error: unknown) => void;
}

/** Tries of one change while the fields of an event are typed in beside it. */
const TRIES = 3;
const RETRY = 2000;

/** The way to make changes, and whether one is waiting for the connection. */
export function useEventChanges(
  id: string,
  facts: Facts,
): [make: (change: EventChange) => void, waiting: boolean] {
  const keep = `routine.${id}.changes`;
  const now = useRef(facts);
  // The newest events: an answer counts at once, before it is drawn.
  const newest = useRef(facts.events);
  const queue = useRef<EventChange[] | null>(null);
  const busy = useRef(false);
  const here = useRef(true);
  const [waiting, setWaiting] = useState(false);
  useEffect(() => {
    now.current = facts;
    newest.current = facts.events;
  });

  const work = useCallback(async () => {
    const left = (queue.current ??= recall<EventChange[]>(keep) ?? []);
    if (busy.current) return;
    busy.current = true;
    while (here.current && left[0]) {
      try {
        const events = await changed(id, left[0], () => newest.current);
        newest.current = events;
        now.current.edit({ events });
      } catch (error) {
        if (mayComeBack(error)) {
          setWaiting(true);
          await new Promise((done) => setTimeout(done, RETRY));
          continue;
        }
        now.current.refused(error);
      }
      left.shift();
      store(keep, left.length ? left : null);
      setWaiting(false);
    }
    busy.current = false;
  }, [id, keep]);

  useEffect(() => {
    here.current = true;
    // What was left the last time, once the desk is drawn.
    const left = setTimeout(() => void work());
    return () => {
      clearTimeout(left);
      here.current = false;
    };
  }, [work]);

  const make = useCallback(
    (change: EventChange) => {
      const left = (queue.current ??= []);
      left.push(change);
      store(keep, left);
      void work();
    },
    [keep, work],
  );
  return [make, waiting];
}

/** The events after a change of the newest; asked again when those have changed meanwhile. */
async function changed(id: string, change: EventChange, newest: () => Events): Promise<Events> {
  for (let tried = 1; ; tried++) {
    const events = newest();
    const answer = await ask(
      api.POST("/api/routines/{pk}/events", {
        params: { path: { pk: id } },
        body: { more: [], ...change, events },
      }),
    );
    if (newest() === events || tried === TRIES) return answer.events;
  }
}

/** Only what the server itself refuses is over. */
const mayComeBack = (error: unknown) =>
  !(error instanceof ApiError) || error.status < 400 || error.status >= 500;
