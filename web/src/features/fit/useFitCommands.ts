// What the panels beside the stack do. They are drawn a moment after it and may hold an older
// draft, so that everything goes by the newest one: functions that stay, facts that change.
import { useEffect, useRef, useState } from "react";

import type { EventForm } from "../../shared/api/client";
import type { StackRow } from "../../drawing/wallStack";
import type { FitCommands, Opened } from "./SidePanel";
import { place, type Cursor } from "./cursor";
import { mended, putting, type EventChange } from "./events";
import type { Plan } from "./usePlans";

interface Facts {
  events: EventForm[];
  rows: StackRow[];
  cursor: Cursor;
  make: (change: EventChange) => void;
  edit: (to: { start?: number; events?: EventForm[]; sequence?: string }, field?: string) => void;
  taken: () => void;
  setShown: (plan: Plan | null) => void;
  setOpened: (what: Opened) => void;
  setAt: (cursor: Cursor) => void;
  steps: () => void;
}

export function useFitCommands(facts: Facts): FitCommands {
  const now = useRef(facts);
  useEffect(() => {
    now.current = facts;
  });
  // The ref is read when something is pressed, never while drawing.
  // eslint-disable-next-line react-hooks/refs
  const [commands] = useState(() => commandsOn(() => now.current));
  return commands;
}

function commandsOn(now: () => Facts): FitCommands {
  return {
    events: (events, field) => {
      if (events !== now().events) now().edit({ events }, field);
    },
    start: (start) => now().edit({ start }, "start"),
    make: (change) => now().make(change),
    add: (more) => now().make(putting(more)),
    fix: (fix) => {
      if (fix.kind === "events") now().make(putting(fix.events));
      else if (fix.kind === "event") now().edit({ events: mended(now().events, fix) });
    },
    remove: (name) => now().edit({ events: now().events.filter((event) => event.id !== name) }),
    take: (plan) => {
      now().setShown(null);
      now().edit({ events: plan.events, sequence: plan.sequence });
      now().taken();
    },
    show: (plan) => now().setShown(plan),
    open: (what) => now().setOpened(what),
    go: (number, after) => {
      const { rows, cursor } = now();
      const row = rows.find((each) => each.wall === number && each.main.kind === "wall");
      now().setAt(place(rows, row?.row ?? number, after ?? cursor.after));
    },
    steps: () => now().steps(),
  };
}
