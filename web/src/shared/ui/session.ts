// Somebody signs in or out: nothing of the one before may stay in memory.
import type { QueryClient } from "@tanstack/react-query";

import type { Schemas } from "../api/client";

const ENTERED = "entered";

/** Whether somebody signed in here before: what they see first is fetched beforehand. */
export function enteredBefore(): boolean {
  try {
    return localStorage.getItem(ENTERED) !== null;
  } catch {
    return false;
  }
}

function remember(entered: boolean) {
  try {
    if (entered) localStorage.setItem(ENTERED, "1");
    else localStorage.removeItem(ENTERED);
  } catch {
    // A browser that keeps nothing fetches a little later.
  }
}

export function changeSession(queries: QueryClient, session: Schemas["SessionForm"]) {
  remember(session.name !== null);
  queries.setQueryData(["session"], session);
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "session" });
}
