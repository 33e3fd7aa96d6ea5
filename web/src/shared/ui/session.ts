// Somebody signs in or out: nothing of the one before may stay in memory.
import type { QueryClient } from "@tanstack/react-query";

import type { Schemas } from "../api/client";

export function changeSession(queries: QueryClient, session: Schemas["SessionForm"]) {
  queries.setQueryData(["session"], session);
  queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "session" });
}
