// An evening on the server: its plan is worked out there, whatever is typed in.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, ApiError, ask, type Schemas } from "../../shared/api/client";

export type Evening = Schemas["EveningOut"];
export type Wish = Schemas["WishForm"];
export type Item = Schemas["PlanItemView"];

export function useEvening(id: string) {
  const queries = useQueryClient();
  const pk = { params: { path: { pk: id } } };
  const query = useQuery({
    queryKey: ["evening", id],
    queryFn: () => ask(api.GET("/api/evenings/{pk}", pk)),
  });
  const keep = (stored: Evening) => {
    queries.setQueryData(["evening", id], stored);
    void queries.invalidateQueries({ queryKey: ["remembered"] });
    void queries.invalidateQueries({ queryKey: ["class"] });
  };
  const store = useMutation({
    mutationFn: ({ wish, version }: { wish: Wish; version: number }) =>
      ask(api.PUT("/api/evenings/{pk}/wish", { ...pk, body: { version, wish } })),
    onSuccess: keep,
    onError: (error) => {
      // Somebody else has changed it: what they made is shown, and one can go on from there.
      if (error instanceof ApiError && error.status === 409)
        void queries.invalidateQueries({ queryKey: ["evening", id] });
    },
  });
  return { query, keep, store };
}
