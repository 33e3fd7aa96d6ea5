// What things stand at on the server: asked for again and again, and whenever the window is looked
// at, so that no desk draws an older song or sheet than another, whoever changed it.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { api, ask, type RoutineOut, type Schemas } from "../api/client";

type Revision = Schemas["Revision"];
type Kind = "routines" | "songs" | "dances";

const EVERY = 2000;

/** The version of one object on the server, and the mark of what it is made from. */
export function useRevision(kind: Kind, id: string, enabled = true): Revision | undefined {
  const pk = { params: { path: { pk: id } } };
  return useQuery({
    queryKey: ["revision", kind, id],
    queryFn: () =>
      ask(
        kind === "routines"
          ? api.GET("/api/routines/{pk}/revision", pk)
          : kind === "songs"
            ? api.GET("/api/songs/{pk}/revision", pk)
            : api.GET("/api/dances/{pk}/revision", pk),
        true,
      ),
    refetchInterval: EVERY,
    refetchOnWindowFocus: "always",
    enabled,
    // What was seen the last time one stood here may be older than what has been stored since.
    gcTime: 0,
    retry: false,
  }).data;
}

/** The routine's version on the server; its timeline is fetched anew when its song or sheet moved on. */
export function useRoutineVersion(id: string, drawn: RoutineOut | undefined): number | undefined {
  const queries = useQueryClient();
  const revision = useRevision("routines", id, drawn !== undefined);
  const basis = revision?.basis;
  const old = drawn !== undefined && basis !== undefined && basis !== drawn.basis;
  useEffect(() => {
    if (old) void queries.invalidateQueries({ queryKey: ["routine", id] });
  }, [old, basis, queries, id]);
  return revision?.version;
}
