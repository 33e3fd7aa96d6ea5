// @vitest-environment jsdom
// The reading shown is that of the newest text; an older answer never comes back over it.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { api, type SheetView } from "../../shared/api/client";
import { useReading } from "./useReading";

type Asked = { body: { sheet: string; bpm: number }; signal: AbortSignal };
type Answer = (status: number, body: unknown) => void;
let asked: { sheet: string; bpm: number; signal: AbortSignal; answer: Answer }[];

const reading = (title: string, parts: object[] = []) =>
  ({ title, parts, evidence: { bpm: 120 } }) as unknown as SheetView;

beforeEach(() => {
  asked = [];
  vi.useFakeTimers();
  vi.spyOn(api, "POST").mockImplementation(
    ((_: string, { body, signal }: Asked) =>
      new Promise((done) =>
        asked.push({
          ...body,
          signal,
          answer: (status, said) => {
            const response = new Response(null, { status });
            done(status < 400 ? { data: said, response } : { error: said, response });
          },
        }),
      )) as never,
  );
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.restoreAllMocks();
});

const first = { text: "a", figures: "", reading: reading("a") };

function desk() {
  const client = new QueryClient();
  return renderHook(({ text, bpm, figures }) => useReading(text, bpm, figures, first), {
    initialProps: { text: "a", bpm: 120, figures: "" },
    wrapper: ({ children }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    ),
  });
}

const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const answer = (index: number, status: number, body: unknown) =>
  act(async () => {
    asked[index]?.answer(status, body);
    await vi.advanceTimersByTimeAsync(0);
  });

/** A change that is not typed over within the pause before asking. */
const change = async (hook: ReturnType<typeof desk>, text: string, bpm = 120, figures = "") => {
  hook.rerender({ text, bpm, figures });
  await pass(8);
};

it("asks nothing for the text it came with, and once for a burst of typing", async () => {
  const hook = desk();
  await pass(50);
  expect(asked).toHaveLength(0);
  for (const text of ["ab", "abc", "abcd"]) hook.rerender({ text, bpm: 120, figures: "" });
  await pass(8);
  expect(asked.map(({ sheet }) => sheet)).toEqual(["abcd"]);
  expect(hook.result.current).toMatchObject({ of: "a", problem: "" });
  await answer(0, 200, reading("abcd"));
  expect(hook.result.current).toMatchObject({ of: "abcd", reading: { title: "abcd" } });
});

it("drops the answer to an older text", async () => {
  const hook = desk();
  await change(hook, "b");
  await change(hook, "c");
  expect(asked[0]?.signal.aborted).toBe(true);
  await answer(1, 200, reading("c"));
  await answer(0, 200, reading("b"));
  expect(hook.result.current).toMatchObject({ of: "c", reading: { title: "c" } });
});

it("reads again at another tempo and with other figures", async () => {
  const hook = desk();
  await change(hook, "a", 96);
  await change(hook, "a", 96, "f1");
  expect(asked.map(({ sheet, bpm }) => [sheet, bpm])).toEqual([
    ["a", 96],
    ["a", 96],
  ]);
});

it("says what was refused, and keeps the last reading beside it", async () => {
  const hook = desk();
  hook.rerender({ text: "too long", bpm: 120, figures: "" });
  await pass(8);
  await answer(0, 422, { message: "This text has 2,001 lines." });
  expect(hook.result.current).toMatchObject({
    of: "too long",
    problem: "This text has 2,001 lines.",
    reading: { title: "a" },
  });
});

it("leaves to saving what a lost session says", async () => {
  const hook = desk();
  await change(hook, "b");
  await answer(0, 401, { message: "Sign in." });
  expect(hook.result.current).toMatchObject({ of: "a", problem: "" });
});

it("keeps the parts that have not changed, so that their charts are not drawn again", async () => {
  const hook = desk();
  const parts = (last: number) => [
    { name: "A", moves: [1, 2] },
    { name: "B", moves: [last] },
  ];
  await change(hook, "b");
  await answer(0, 200, reading("b", parts(3)));
  const before = hook.result.current.reading.parts;
  await change(hook, "c");
  await answer(1, 200, reading("c", parts(4)));
  const after = hook.result.current.reading.parts;
  expect(after[0]).toBe(before[0]);
  expect(after[1]).not.toBe(before[1]);
});
