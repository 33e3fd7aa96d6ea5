// Changing the list of events. Pure; what a change means for the dance the server says.
import type { EventForm, Schemas } from "../../shared/api/client";

type EventFix = Schemas["EventFixView"];
type EventsFix = Schemas["EventsFixView"];

export type Events = EventForm[];

const TAG_COUNTS = 4;
export type Kind = EventForm["kind"];

function freshId(events: Events, stem: string): string {
  for (let number = 1; ; number++)
    if (!events.some((event) => event.id === `${stem}-${number}`)) return `${stem}-${number}`;
}

/** An event of which nothing is said yet but its kind. */
const blank = (events: Events, kind: Kind): EventForm => ({
  id: freshId(events, kind),
  kind,
  walls: [],
  facings: [],
  facing_at: "there",
  phrase: null,
  after: null,
  tag: "",
  counts: null,
  steps: "",
  option: "",
  seconds: null,
  cue: "",
  claims_facing: null,
  origin: "",
});

export const stops = (event: EventForm) => event.kind === "restart" || event.kind === "tag-restart";

/** A restart on a wall; an event that stops the wall already moves to the new count. */
export function addRestart(events: Events, wall: number, after: number): Events {
  const there = events.find((event) => stops(event) && event.walls.includes(wall));
  if (there) return moveOnWall(events, there.id, wall, wall, String(after));
  return [...events, { ...blank(events, "restart"), walls: [wall], after: String(after) }];
}

/** Steps in mid-wall: the sheet's first bridge, or four counts without steps. */
export function addBridge(events: Events, wall: number, after: number, bridges: string[]): Events {
  const steps = bridges[0] ? { tag: bridges[0] } : { counts: TAG_COUNTS };
  return [...events, { ...blank(events, "bridge"), walls: [wall], after: String(after), ...steps }];
}

/** The band stops after so many counts. */
export const addWait = (events: Events, wall: number, after: number): Events => [
  ...events,
  { ...blank(events, "wait"), walls: [wall], after: String(after) },
];

/** Counts danced otherwise: the sheet's step change, or a hold to be written over. */
export function addChange(events: Events, wall: number, after: number, changes: string[]): Events {
  const steps = changes[0] ? { tag: changes[0] } : { steps: `${after} hold` };
  return [...events, { ...blank(events, "change"), walls: [wall], ...steps }];
}

/** The dance stops here: the sheet's ending, or nothing but the stop. */
export function addEnding(events: Events, wall: number, after: number, endings: string[]): Events {
  const steps = endings[0] ? { tag: endings[0] } : {};
  const rest = events.filter((event) => event.kind !== "ending");
  return [...rest, { ...blank(rest, "ending"), walls: [wall], after: String(after), ...steps }];
}

/** Events put in, each in place of the one of its name. */
export function putIn(events: Events, more: Events): Events {
  const names = new Set(more.map((event) => event.id));
  const kept = events.map((event) => more.find((each) => each.id === event.id) ?? event);
  return [...kept, ...more.filter((event) => !events.some((each) => each.id === event.id))].filter(
    // One dance has one ending.
    (event) =>
      event.kind !== "ending" ||
      names.has(event.id) ||
      !more.some((each) => each.kind === "ending"),
  );
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
  return [...events, { ...blank(events, "tag"), walls: [wall], ...steps }];
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
  return [...takeOff(events, id, from), { ...moved, id: freshId(events, event.kind) }];
}

/** What a finding's fix asks for. */
export function applyFix(events: Events, fix: EventFix | EventsFix): Events {
  if (fix.kind === "events") return putIn(events, fix.events);
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
