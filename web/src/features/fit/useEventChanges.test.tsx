// @vitest-environment jsdom
// Presses come one after the other, each on what the one before has made.
import { act, renderHook } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { api, type EventForm } from "../../shared/api/client";
import { adding, change, type Events } from "./events";
import { useEventChanges } from "./useEventChanges";

const event = (id: string) => ({ id, cue: "" }) as EventForm;
const post = vi.spyOn(api, "POST");
/** Answers still to come: each adds an event named after how many there were. */
let answers: (() => void)[];

beforeEach(() => {
  answers = [];
  post.mockImplementation(
    ((_: string, { body }: { body: { events: Events } }) =>
      new Promise((done) =>
        answers.push(() =>
          done({
            data: { events: [...body.events, event(`n${body.events.length}`)] },
            response: new Response(),
          }),
        ),
      )) as never,
  );
});
afterEach(() => void post.mockReset());

function desk(refused = vi.fn()) {
  return renderHook(() => {
    const [events, setEvents] = useState<Events>([event("a")]);
    const make = useEventChanges("r", { events, edit: (to) => setEvents(to.events), refused });
    return { events, setEvents, make };
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
  post.mockImplementationOnce((() => Promise.reject(new TypeError("offline"))) as never);
  await act(async () => {
    shown.current.make(adding("restart", 2, 16));
    shown.current.make(adding("tag", 3, 16));
  });
  await answer();
  expect(refused).toHaveBeenCalledOnce();
  expect(names(shown.current.events)).toEqual(["a", "n1"]);
});
