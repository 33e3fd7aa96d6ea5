// Changing the list of events. Pure; what a change means for the dance the server says.
import type { EventForm } from "../../api/client";

export type Events = EventForm[];

const TAG_COUNTS = 4;

function freshId(events: Events, stem: string): string {
  for (let number = 1; ; number++)
    if (!events.some((event) => event.id === `${stem}-${number}`)) return `${stem}-${number}`;
}

const blank = { tag: "", counts: null, cue: "", claims_facing: null, after: null };

/** A restart on a wall; an event that stops the wall already moves to the new count. */
export function addRestart(events: Events, wall: number, after: number): Events {
  const there = events.find((event) => event.kind !== "tag" && event.walls.includes(wall));
  if (there) return moveOnWall(events, there.id, wall, wall, String(after));
  const event: EventForm = {
    ...blank,
    id: freshId(events, "restart"),
    kind: "restart",
    walls: [wall],
    after: String(after),
  };
  return [...events, event];
}

/** A tag at the end of a wall: the sheet's first tag, or four counts without steps. */
export function addTag(events: Events, wall: number, tags: string[]): Events {
  const tag = tags[0] ?? "";
  const alike = events.find((e) => e.kind === "tag" && e.tag === tag && !e.walls.includes(wall));
  if (alike && tag)
    return events.map((e) =>
      e === alike ? { ...e, walls: [...e.walls, wall].sort((a, b) => a - b) } : e,
    );
  const steps = tag ? { tag } : { counts: TAG_COUNTS };
  return [
    ...events,
    { ...blank, id: freshId(events, "tag"), kind: "tag", walls: [wall], ...steps },
  ];
}

export const change = (events: Events, id: string, to: Partial<EventForm>): Events =>
  events.map((event) => (event.id === id ? { ...event, ...to } : event));

/** Takes an event off one wall; off its last wall, it is gone. */
export const takeOff = (events: Events, id: string, wall: number): Events =>
  events.flatMap((event) => {
    if (event.id !== id) return [event];
    const walls = event.walls.filter((number) => number !== wall);
    return walls.length ? [{ ...event, walls }] : [];
  });

/** Moves what an event does on one wall to another wall or count; other walls keep theirs. */
export function moveOnWall(
  events: Events,
  id: string,
  from: number,
  to: number,
  after: string | null,
): Events {
  const event = events.find((candidate) => candidate.id === id);
  if (!event || (from === to && event.after === after)) return events;
  // A claim belongs to the old place.
  const moved = { ...event, walls: [to], after, claims_facing: null };
  if (event.walls.length === 1) return events.map((e) => (e === event ? moved : e));
  if (event.after === after) {
    const walls = [...event.walls.filter((wall) => wall !== from && wall !== to), to];
    return change(events, id, { walls: walls.sort((a, b) => a - b) });
  }
  const stem = event.kind === "tag" ? "tag" : "restart";
  return [...takeOff(events, id, from), { ...moved, id: freshId(events, stem) }];
}

/** What a finding's fix asks for. */
export function applyFix(
  events: Events,
  fix: { event: string; walls: number[]; claims_facing: string | null },
): Events {
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
