// @vitest-environment jsdom
// A round of questions, and the way back for who is lost, as they are seen.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import createClient from "openapi-fetch";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { begin } from "../../shared/i18n";
import type { ScoreView } from "../../shared/api/client";
import { Lost } from "./Lost";
import { indexed } from "./moment";
import { Quiz } from "./Quiz";

vi.mock("../../shared/api/client", async (original) => ({
  ...(await original<object>()),
  api: createClient({
    baseUrl: "http://here.test",
    fetch: (request: Request) => globalThis.fetch(request),
  }),
}));

const question = (key: string, answer: number, hear = false) => ({
  key,
  words: `About ${key}?`,
  choices: ["front", "back"],
  answer,
  at_seconds: 12,
  hear,
});
const ROUND = { round: 3, known: 0.25, questions: [question("a", 0, true), question("b", 1)] };

let told: { method: string; body: unknown }[] = [];
let reached = true;

beforeEach(async () => {
  await begin();
  localStorage.clear();
  told = [];
  reached = true;
  vi.stubGlobal("fetch", async (request: Request) => {
    if (!reached) throw new TypeError("no network");
    const body: unknown = request.method === "POST" ? await request.json() : null;
    told.push({ method: request.method, body });
    const answer = request.method === "POST" ? { ...ROUND, round: 4, known: 0.5 } : ROUND;
    return new Response(JSON.stringify(answer), {
      headers: { "Content-Type": "application/json" },
    });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const within = (children: ReactNode) => (
  <QueryClientProvider client={new QueryClient({ defaultOptions: { mutations: { retry: 0 } } })}>
    {children}
  </QueryClientProvider>
);

async function played(onListen = vi.fn()) {
  render(within(<Quiz id="r" onListen={onListen} onLeave={vi.fn()} />));
  fireEvent.click(await screen.findByText("Listen"));
  fireEvent.click(screen.getByText("front"));
  expect(screen.getByRole("status").textContent).toBe("Right.");
  fireEvent.click(screen.getByText("Next"));
  fireEvent.click(screen.getByText("front"));
  expect(screen.getByRole("status").textContent).toBe("No: back.");
  // An answer stands: the right one cannot be pressed afterwards.
  fireEvent.click(screen.getByText("back"));
  fireEvent.click(screen.getByText("Next"));
  expect(screen.getByText("1 of 2 right")).toBeTruthy();
  expect(screen.getByText("25 % of this routine is known.")).toBeTruthy();
  return onListen;
}

it("tells the server what was right, and goes on with its next round", async () => {
  const onListen = await played();
  expect(onListen).toHaveBeenCalledWith(12);
  await act(async () => fireEvent.click(screen.getByText("Another round")));
  expect(told.at(-1)).toEqual({
    method: "POST",
    body: { round: 3, right: { a: true, b: false } },
  });
  expect(await screen.findByText("Question 1 of 2")).toBeTruthy();
});

it("keeps answers that could not be told, and tells them when it is opened again", async () => {
  await played();
  reached = false;
  vi.useFakeTimers();
  await act(async () => {
    fireEvent.click(screen.getByText("Another round"));
    await vi.advanceTimersByTimeAsync(20_000);
  });
  vi.useRealTimers();
  expect(JSON.parse(localStorage.getItem("quiz.r") ?? "null")).toEqual({
    round: 3,
    right: { a: true, b: false },
  });
  cleanup();
  reached = true;
  render(within(<Quiz id="r" onListen={vi.fn()} onLeave={vi.fn()} />));
  await vi.waitFor(() => expect(localStorage.getItem("quiz.r")).toBeNull());
  expect(told.at(-1)?.method).toBe("POST");
});

it("counts down to the place to step in, says when it is there, and goes away behind it", () => {
  const frames: FrameRequestCallback[] = [];
  vi.stubGlobal("requestAnimationFrame", (call: FrameRequestCallback) => frames.push(call));
  vi.stubGlobal("cancelAnimationFrame", vi.fn());
  // Half a second a count; wall 2 begins on count 8, at 4 s.
  const beats = Array.from({ length: 12 }, (_, n) => ({
    at_seconds: n / 2,
    count: n,
    label: String((n % 8) + 1),
    segment: 0,
  }));
  const empty = { figures: [], prints: [], floor: [], step_ins: [], sections: [], phrases: [] };
  const at = indexed({ ...empty, beats } as unknown as ScoreView);
  const way = {
    at_seconds: 4,
    until_seconds: 3,
    count: 8,
    wall: 2,
    facing: "6:00",
    words: "Wall 2",
  };
  let now = 2.6;
  const onClose = vi.fn();
  render(<Lost at={at} way={way} seconds={() => now} onClose={onClose} />);
  const draw = (seconds: number) => {
    now = seconds;
    act(() => frames.splice(0).forEach((call) => call(0)));
    return screen.getByRole("status").textContent;
  };
  expect(draw(2.6)).toContain("in 3");
  expect(draw(3.9)).toContain("in 1");
  expect(draw(4.1)).toContain("now");
  expect(onClose).not.toHaveBeenCalled();
  draw(6.2);
  expect(onClose).toHaveBeenCalled();
});
