// The planner's answer for the routine as it is stored, and the limits it goes by.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, ask, type Schemas } from "../../api/client";

export type Wish = Schemas["PlanRequestForm"];
export type Plan = Schemas["PlanView"];
export type Plans = Schemas["PlansView"];

const NO_WISH: Wish = {
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

function recall(id: string): Wish {
  try {
    return { ...NO_WISH, ...JSON.parse(localStorage.getItem(KEPT + id) ?? "{}") };
  } catch {
    return NO_WISH;
  }
}

const CALM = 250;

/** A value once it has not changed for a moment: plans need not be made between two presses. */
function useCalm(value: string): string {
  const [calm, setCalm] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setCalm(value), CALM);
    return () => clearTimeout(timer);
  }, [value]);
  return calm;
}

/** Limits belong to a routine and stay in this browser. */
export function usePlans(id: string, current: string) {
  const version = useCalm(current);
  const [wish, setShown] = useState<Wish>(() => recall(id));
  const setWish = (changed: Wish) => {
    setShown(changed);
    try {
      localStorage.setItem(KEPT + id, JSON.stringify(changed));
    } catch {
      // Private windows may refuse storage; the limits then last as long as the page.
    }
  };
  const plans = useQuery({
    queryKey: ["plans", id, version, wish],
    queryFn: () =>
      ask(api.POST("/api/routines/{pk}/plans", { params: { path: { pk: id } }, body: wish }), true),
    placeholderData: keepPreviousData,
    retry: false,
  });
  return { wish, setWish, plans, unlimited: () => setWish(NO_WISH) };
}
