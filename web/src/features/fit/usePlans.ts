// The planner's answer for the routine as it is stored, and the limits it goes by.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, ask, type RoutineOut, type Schemas } from "../../shared/api/client";
import { useDebouncedValue } from "../../shared/ui/useDebouncedValue";

export type PlanRequest = Schemas["PlanRequestForm"];
export type Plan = Schemas["PlanView"];
export type Plans = Schemas["PlansOut"];

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

/** Plans need not be made between two presses. */
const DEBOUNCE = 250;

/** What an answer about a routine was made from: itself, its song, its sheet, the figures. */
export const madeFrom = ({ version, basis }: { version: number; basis: string }) =>
  `${version} ${basis}`;

/** Limits belong to a routine and stay in this browser. */
export function usePlans(routine: RoutineOut) {
  const { id } = routine;
  const version = useDebouncedValue(madeFrom(routine), DEBOUNCE);
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
  /** The plans shown are those of an older state, until the new ones are there. */
  const old =
    plans.isPlaceholderData || (!!plans.data && madeFrom(plans.data) !== madeFrom(routine));
  return { request, setRequest, plans, old, unlimited: () => setRequest(NO_REQUEST) };
}
