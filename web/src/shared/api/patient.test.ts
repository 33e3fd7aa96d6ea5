import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { patient } from "./patient";

const busy = (seconds: string) =>
  new Response("", { status: 429, headers: seconds ? { "Retry-After": seconds } : {} });

describe("a busy server", () => {
  const answers: Response[] = [];
  const asked = vi.fn(() => Promise.resolve(answers.shift() ?? new Response("ok")));
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal("fetch", asked);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    asked.mockClear();
    answers.length = 0;
  });

  const after = async (given: Response[]) => {
    answers.push(...given);
    const found = patient("http://here/api/x");
    await vi.runAllTimersAsync();
    return (await found).status;
  };

  it("is asked again when it says so", async () => {
    expect(await after([busy("1"), busy("1")])).toBe(200);
    expect(asked).toHaveBeenCalledTimes(3);
  });

  it("is left alone when it wants long, says nothing, or stays busy", async () => {
    expect(await after([busy("30")])).toBe(429);
    expect(await after([busy("")])).toBe(429);
    expect(asked).toHaveBeenCalledTimes(2);
    expect(await after([busy("1"), busy("1"), busy("1"), busy("1")])).toBe(429);
    expect(asked).toHaveBeenCalledTimes(6);
  });
});
