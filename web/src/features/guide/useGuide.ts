// How far the guided first routine is; kept on the server, so that every device knows.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { api, ask, type Schemas } from "../../shared/api/client";

export type Guide = Schemas["GuideOut"];
/** The desks in the order in which they are shown. */
export const TOUR = ["steps", "song", "fit", "run"] as const;
export const OVER = TOUR.length + 1;

export function useGuide() {
  const queries = useQueryClient();
  const guide = useQuery({
    queryKey: ["guide"],
    queryFn: () => ask(api.GET("/api/guide")),
    staleTime: Infinity,
  });
  const known = (now: Guide) => queries.setQueryData(["guide"], now);
  const begin = useMutation({
    mutationFn: () => ask(api.POST("/api/guide")),
    onSuccess: (now) => {
      known(now);
      void queries.invalidateQueries({ queryKey: ["shelf"] });
    },
  });
  const go = useMutation({
    mutationFn: (step: number) => ask(api.PUT("/api/guide", { body: { step } })),
    onMutate: (step) => queries.setQueryData<Guide>(["guide"], (old) => old && { ...old, step }),
    onSuccess: known,
  });
  return { guide: guide.data, begin, go };
}
