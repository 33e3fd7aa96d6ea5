// What a routine stands at on the server: asked for again and again, and whenever the window is
// looked at, so that no desk draws an older song or sheet than another, whoever changed it.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { api, ask, type RoutineOut } from "../api/client";

const EVERY = 2000;

/** The routine's version on the server; its timeline is fetched anew when its song or sheet moved on. */
export function useRevision(id: string, drawn: RoutineOut | undefined): number | undefined {
  const queries = useQueryClient();
  const revision = useQuery({
    queryKey: ["revision", id],
    queryFn: () =>
      ask(api.GET("/api/routines/{pk}/revision", { params: { path: { pk: id } } }), true),
    refetchInterval: EVERY,
    refetchOnWindowFocus: "always",
    enabled: drawn !== undefined,
    retry: false,
  });
  const basis = revision.data?.basis;
  const old = drawn !== undefined && basis !== undefined && basis !== drawn.basis;
  useEffect(() => {
    if (old) void queries.invalidateQueries({ queryKey: ["routine", id] });
  }, [old, basis, queries, id]);
  return revision.data?.version;
}
