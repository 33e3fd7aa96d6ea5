// The planner's answer for the routine as it is stored, and the limits it goes by.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, ask, type Schemas } from "../../shared/api/client";

export type PlanRequest = Schemas["PlanRequestForm"];
export type Plan = Schemas["PlanView"];
export type Plans = Schemas["PlansView"];

const NO_REQUEST: PlanRequest = {
  cuts: null,
  tags: null,
  max_events: null,
  importance: {},
  no_side_events: false,
  keep: [],
  homes: null,
  top: 5,
};

const KEPT = "maplestep.limits.";

function recall(id: string): PlanRequest {
  try {
    return { ...NO_REQUEST, ...JSON.parse(localStorage.getItem(KEPT + id) ?? "{}") };
  } catch {
    return NO_REQUEST;
  }
}

const DEBOUNCE = 250;

/** A value once it has not changed for a moment: plans need not be made between two presses. */
function useDebouncedValue(value: string): string {
  const [debounced, setDebounced] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setDebounced(value), DEBOUNCE);
    return () => clearTimeout(timer);
  }, [value]);
  return debounced;
}

/** Limits belong to a routine and stay in this browser. */
export function usePlans(id: string, current: string) {
  const version = useDebouncedValue(current);
  const [request, setShown] = useState<PlanRequest>(() => recall(id));
  const setRequest = (changed: PlanRequest) => {
    setShown(changed);
    try {
      localStorage.setItem(KEPT + id, JSON.stringify(changed));
    } catch {
      // Private windows may refuse storage; the limits then last as long as the page.
    }
  };
  const plans = useQuery({
    queryKey: ["plans", id, version, request],
    queryFn: () =>
      ask(
        api.POST("/api/routines/{pk}/plans", { params: { path: { pk: id } }, body: request }),
        true,
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  return { request, setRequest, plans, unlimited: () => setRequest(NO_REQUEST) };
}
