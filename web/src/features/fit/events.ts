// The events of a routine as forms. What a hand on the stack does to them the server says.
import type { EventForm, Schemas } from "../../shared/api/client";

export type Events = EventForm[];
export type Kind = EventForm["kind"];
/** What is done to the events: all but the list itself. */
export type EventChange = Omit<Schemas["EventsEdit"], "events" | "more"> & { more?: Events };

export const stops = (event: EventForm) => event.kind === "restart" || event.kind === "tag-restart";

/** One more on a wall, after so many counts of it. */
export const adding = (kind: Kind, to: number, after: number): EventChange => ({
  ...NOTHING,
  change: "add",
  kind,
  to,
  after: String(after),
});

export const takingOff = (event: string, wall: number): EventChange => ({
  ...NOTHING,
  change: "off",
  event,
  wall,
});

/** From one wall to another wall or count; its other walls keep theirs. */
export const moving = (event: string, wall: number, to: number, after: string | null) => ({
  ...NOTHING,
  change: "move" as const,
  event,
  wall,
  to,
  after,
});

export const putting = (more: Events): EventChange => ({ ...NOTHING, change: "put", more });

const NOTHING = { kind: null, event: "", wall: 1, to: 1, after: null };

/** Fields of one event as typed. */
export const change = (events: Events, id: string, to: Partial<EventForm>): Events =>
  events.map((event) => (event.id === id ? { ...event, ...to } : event));

/** The walls and the claim that a finding's fix asks for; none of the walls: it goes. */
export function mended(events: Events, fix: Schemas["EventFixView"]): Events {
  if (!fix.walls.length) return events.filter((event) => event.id !== fix.event);
  const claim = fix.claims_facing === null ? {} : { claims_facing: fix.claims_facing };
  return change(events, fix.event, { walls: fix.walls, ...claim });
}

/** "3, 8" as [3, 8]; null when it is no list of walls. */
export function parseWalls(text: string): number[] | null {
  const pieces = text.split(/[\s,;]+/).filter(Boolean);
  if (!pieces.length || pieces.some((piece) => !/^\d{1,3}$/.test(piece) || Number(piece) < 1))
    return null;
  return [...new Set(pieces.map(Number))].sort((a, b) => a - b);
}
