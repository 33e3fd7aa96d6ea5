// @vitest-environment jsdom
// Autosave as a user meets it: the clock is the test's own, the server a function.
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { ApiError } from "../api/client";
import { useSaved } from "./useSaved";

interface Stored {
  version: number;
  text: string;
}

const DELAY = 500;
const store = (version: number, text: string): Stored => ({ version, text });

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

function open(put: (version: number, text: string) => Promise<Stored>, first = store(1, "a")) {
  const onStored = vi.fn();
  const hook = renderHook(
    ({ seen }: { seen?: number }) =>
      useSaved<string, Stored>({
        keep: "dance.1",
        first,
        draftOf: (stored) => stored.text,
        put,
        get: () => Promise.resolve(store(7, "theirs")),
        onStored,
        delay: DELAY,
        seen,
      }),
    { initialProps: {} },
  );
  return { hook, onStored };
}

const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
const accept = (version: number, text: string) => Promise.resolve(store(version + 1, text));

describe("autosave", () => {
  it("waits for a pause and sends what is there then", async () => {
    const put = vi.fn(accept);
    const { hook, onStored } = open(put);
    act(() => hook.result.current.edit("ab", "sheet"));
    await pass(DELAY - 100);
    act(() => hook.result.current.edit("abc", "sheet"));
    await pass(DELAY - 100);
    expect(put).not.toHaveBeenCalled();
    await pass(100);
    expect(put.mock.calls).toEqual([[1, "abc"]]);
    expect(onStored).toHaveBeenCalledWith(store(2, "abc"));
    expect(hook.result.current.state.version).toBe(2);
  });

  it("does not send the same twice, and sends what was typed meanwhile", async () => {
    let answer: (stored: Stored) => void = () => undefined;
    const put = vi.fn(
      (version: number, text: string) =>
        new Promise<Stored>((resolve) => {
          answer = () => resolve(store(version + 1, text));
        }),
    );
    const { hook } = open(put);
    act(() => hook.result.current.edit("b"));
    await pass(DELAY);
    act(() => hook.result.current.edit("bc"));
    await pass(DELAY * 3);
    expect(put).toHaveBeenCalledTimes(1);
    await act(async () => answer(store(2, "b")));
    await pass(DELAY);
    expect(put.mock.calls[1]).toEqual([2, "bc"]);
  });

  it("keeps an unsaved draft in the browser and forgets it once saved", async () => {
    const { hook } = open(vi.fn(accept));
    act(() => hook.result.current.edit("kept"));
    expect(localStorage.getItem("maplestep.kept.dance.1")).toContain("kept");
    await pass(DELAY);
    expect(localStorage.getItem("maplestep.kept.dance.1")).toBeNull();
  });

  it("comes back with a draft that was never saved, and saves it", async () => {
    localStorage.setItem(
      "maplestep.kept.dance.1",
      JSON.stringify({ version: 1, draft: "from last time" }),
    );
    const put = vi.fn(accept);
    const { hook } = open(put);
    expect(hook.result.current.draft).toBe("from last time");
    await pass(DELAY);
    expect(put.mock.calls).toEqual([[1, "from last time"]]);
    act(() => hook.result.current.undo());
    expect(hook.result.current.draft).toBe("a");
  });

  it("asks when the kept draft was made from an older version", async () => {
    localStorage.setItem("maplestep.kept.dance.1", JSON.stringify({ version: 3, draft: "mine" }));
    const put = vi.fn(accept);
    const { hook } = open(put, store(5, "newer"));
    expect(hook.result.current.state.problem).toEqual({ kind: "conflict", version: 5 });
    await pass(DELAY * 5);
    expect(put).not.toHaveBeenCalled();
    act(() => hook.result.current.keepMine());
    await pass(DELAY);
    expect(put.mock.calls).toEqual([[5, "mine"]]);
  });

  it("hears of a version that somebody else wrote, before it writes itself", () => {
    const { hook } = open(vi.fn(accept));
    act(() => hook.result.current.edit("mine"));
    hook.rerender({ seen: 1 });
    expect(hook.result.current.state.problem).toBeNull();
    hook.rerender({ seen: 4 });
    expect(hook.result.current.state.problem).toEqual({ kind: "conflict", version: 4 });
  });

  it("follows what somebody else wrote while there is nothing of its own", async () => {
    const put = vi.fn(accept);
    const { hook, onStored } = open(put);
    hook.rerender({ seen: 7 });
    await pass(0);
    expect(hook.result.current.draft).toBe("theirs");
    expect(hook.result.current.state).toMatchObject({ version: 7, problem: null });
    expect(onStored).toHaveBeenCalledWith(store(7, "theirs"));
    await pass(DELAY * 5);
    expect(put).not.toHaveBeenCalled();
  });

  it("is not told of its own write, seen on its way or afterwards", async () => {
    let answer: () => void = () => undefined;
    const put = vi.fn(
      (version: number, text: string) =>
        new Promise<Stored>((resolve) => {
          answer = () => resolve(store(version + 1, text));
        }),
    );
    const { hook } = open(put);
    act(() => hook.result.current.edit("b"));
    await pass(DELAY);
    // The server has it already, its answer is still on the way.
    hook.rerender({ seen: 2 });
    expect(hook.result.current.state.problem).toBeNull();
    await act(async () => answer());
    hook.rerender({ seen: 2 });
    expect(hook.result.current.state.problem).toBeNull();
    expect(hook.result.current.state.version).toBe(2);
  });

  it("takes the other version and can undo that", async () => {
    const put = vi.fn(() => Promise.reject(new ApiError(409, "", "", null, null, 7)));
    const { hook } = open(put);
    act(() => hook.result.current.edit("mine"));
    await pass(DELAY);
    await act(async () => hook.result.current.takeTheirs());
    expect(hook.result.current.draft).toBe("theirs");
    expect(hook.result.current.state.version).toBe(7);
    act(() => hook.result.current.undo());
    expect(hook.result.current.draft).toBe("mine");
  });

  it("tries again while the server is not reached", async () => {
    const put = vi
      .fn(accept)
      .mockRejectedValueOnce(new ApiError(0, ""))
      .mockRejectedValueOnce(new ApiError(0, ""));
    const { hook } = open(put);
    act(() => hook.result.current.edit("b"));
    await pass(DELAY);
    expect(hook.result.current.state.problem).toEqual({ kind: "offline" });
    await pass(4000);
    await pass(4000);
    expect(put).toHaveBeenCalledTimes(3);
    expect(hook.result.current.state.problem).toBeNull();
  });

  it("does not repeat what was refused until it is changed", async () => {
    const put = vi.fn(accept).mockRejectedValueOnce(new ApiError(422, "No such count.", "after"));
    const { hook } = open(put);
    act(() => hook.result.current.edit("bad"));
    await pass(DELAY * 20);
    expect(put).toHaveBeenCalledTimes(1);
    expect(hook.result.current.state.problem).toMatchObject({ message: "No such count." });
    act(() => hook.result.current.edit("good"));
    await pass(DELAY);
    expect(put.mock.calls[1]).toEqual([1, "good"]);
  });

  it("sends what is left when the desk is closed", async () => {
    const put = vi.fn(accept);
    const { hook } = open(put);
    act(() => hook.result.current.edit("last words"));
    hook.unmount();
    expect(put.mock.calls).toEqual([[1, "last words"]]);
    await pass(0);
    expect(localStorage.getItem("maplestep.kept.dance.1")).toBeNull();
  });

  it("takes a word typed in one field as one step to undo", () => {
    const { hook } = open(vi.fn(accept));
    for (const text of ["b", "bc", "bcd"]) act(() => hook.result.current.edit(text, "title"));
    act(() => hook.result.current.undo());
    expect(hook.result.current.draft).toBe("a");
    act(() => hook.result.current.redo());
    expect(hook.result.current.draft).toBe("bcd");
  });
});
