// What is told to the server while teaching. It waits on this device until it is stored there, also
// when the network or the tab is lost, and is sent again with the same ids.
import { useCallback, useEffect, useRef, useState } from "react";

import { api, ApiError, ask } from "../../shared/api/client";
import type { Entry } from "./entries";
import type { Evening } from "./useEvening";

interface Waiting {
  entries: Entry[];
  done: Record<string, number>;
}

const EVERY_MS = 5000;
const nothing: Waiting = { entries: [], done: {} };
const keyOf = (id: string) => `teach.told.${id}`;

export function useTold(id: string, keep: (stored: Evening) => void) {
  const [waiting, setWaiting] = useState<Waiting>(() => read(id));
  const latest = useRef(waiting);
  const sending = useRef(false);
  const [refused, setRefused] = useState("");
  const put = useCallback(
    (next: Waiting) => {
      latest.current = next;
      write(id, next);
      setWaiting(next);
    },
    [id],
  );
  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    const pk = { params: { path: { pk: id } } };
    try {
      for (let now = latest.current; isFull(now); now = latest.current) {
        if (now.entries.length) {
          const entries = now.entries.slice(0, 100);
          keep(await ask(api.POST("/api/evenings/{pk}/log", { ...pk, body: { entries } })));
          const sent = new Set(entries.map((each) => each.id));
          put({
            ...latest.current,
            entries: latest.current.entries.filter((each) => !sent.has(each.id)),
          });
        }
        if (Object.keys(now.done).length) {
          keep(await ask(api.POST("/api/evenings/{pk}/done", { ...pk, body: { done: now.done } })));
          const left = Object.entries(latest.current.done).filter(([key]) => !(key in now.done));
          put({ ...latest.current, done: Object.fromEntries(left) });
        }
      }
      setRefused("");
    } catch (error) {
      // Without network it is tried again; what is refused is said and kept.
      if (error instanceof ApiError && error.status >= 400) setRefused(error.message);
    } finally {
      sending.current = false;
    }
  }, [id, keep, put]);
  useEffect(() => {
    const timer = setInterval(() => void send(), EVERY_MS);
    void send();
    return () => clearInterval(timer);
  }, [send]);
  const note = (...entries: Entry[]) => {
    put({ ...latest.current, entries: [...latest.current.entries, ...entries] });
    void send();
  };
  const finish = (done: Record<string, number>, entries: Entry[] = []) => {
    put({
      entries: [...latest.current.entries, ...entries],
      done: { ...latest.current.done, ...done },
    });
    void send();
  };
  return { waiting, note, finish, refused };
}

const isFull = ({ entries, done }: Waiting) => entries.length > 0 || Object.keys(done).length > 0;

function read(id: string): Waiting {
  try {
    return { ...nothing, ...(JSON.parse(localStorage.getItem(keyOf(id)) ?? "{}") as Waiting) };
  } catch {
    return nothing;
  }
}

function write(id: string, waiting: Waiting): void {
  try {
    if (isFull(waiting)) localStorage.setItem(keyOf(id), JSON.stringify(waiting));
    else localStorage.removeItem(keyOf(id));
  } catch {
    // A browser that keeps nothing still sends.
  }
}
