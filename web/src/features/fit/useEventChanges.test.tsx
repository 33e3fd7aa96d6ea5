// @vitest-environment jsdom
// Presses come one after the other, each on what the one before has made.
import { act, cleanup, renderHook } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { api, type EventForm } from "../../shared/api/client";
import { adding, change, type Events } from "./events";
import { useEventChanges } from "./useEventChanges";

const event = (id: string) => ({ id, cue: "" }) as EventForm;
const post = vi.spyOn(api, "POST");
/** Answers still to come: each adds an event named after how many there were. */
let answers: (() => void)[];

const answering = () => {
  answers = [];
  post.mockImplementation(((_: string, { body }: { body: { events: Events } }) => {
    const made = [...body.events, event(`n${body.events.length}`)];
    const data = { data: { events: made }, response: new Response() };
    return new Promise((done) => answers.push(() => done(data)));
  }) as never);
};
beforeEach(answering);
afterEach(() => {
  cleanup();
  localStorage.clear();
});

function desk(refused = vi.fn()) {
  return renderHook(() => {
    const [events, setEvents] = useState<Events>([event("a")]);
    const [make, waiting] = useEventChanges("r", {
      events,
      edit: (to) => setEvents(to.events),
      refused,
    });
    return { events, setEvents, make, waiting };
  }).result;
}

const answer = () => act(async () => void answers.shift()?.());
const names = (events: Events) => events.map((each) => each.id + each.cue);

it("waits for the one before", async () => {
  const shown = desk();
  await act(async () => {
    shown.current.make(adding("restart", 2, 16));
    shown.current.make(adding("tag", 3, 16));
  });
  expect(answers).toHaveLength(1);
  await answer();
  await answer();
  expect(names(shown.current.events)).toEqual(["a", "n1", "n2"]);
});

it("asks again when a field was typed in meanwhile, and loses neither", async () => {
  const shown = desk();
  await act(async () => shown.current.make(adding("restart", 2, 16)));
  act(() => shown.current.setEvents(change(shown.current.events, "a", { cue: " drums" })));
  await answer();
  await answer();
  expect(names(shown.current.events)).toEqual(["a drums", "n1"]);
});

it("says what was refused, and goes on with the next", async () => {
  const refused = vi.fn();
  const shown = desk(refused);
  post.mockImplementationOnce((() =>
    Promise.resolve({
      error: { message: "The routine has no such event any more." },
      response: new Response(null, { status: 422 }),
    })) as never);
  await act(async () => {
    shown.current.make(adding("restart", 2, 16));
    shown.current.make(adding("tag", 3, 16));
  });
  await answer();
  expect(refused).toHaveBeenCalledOnce();
  expect(names(shown.current.events)).toEqual(["a", "n1"]);
});

it("waits for the connection, also over a reload of the page", async () => {
  post.mockImplementation((() => Promise.reject(new TypeError("offline"))) as never);
  const before = desk();
  await act(async () => before.current.make(adding("tag", 3, 16)));
  expect(before.current.waiting).toBe(true);
  expect(names(before.current.events)).toEqual(["a"]);
  cleanup();
  answering();
  const after = desk();
  await act(async () => void (await new Promise((done) => setTimeout(done))));
  await answer();
  expect(names(after.current.events)).toEqual(["a", "n1"]);
  cleanup();
  // It is made once.
  expect(names(desk().current.events)).toEqual(["a"]);
  expect(answers).toHaveLength(0);
});
