// @vitest-environment jsdom
// Plans belong to a state of the routine: those of an older one are shown, but not taken.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { api, type RoutineOut } from "../../shared/api/client";
import "../../shared/i18n";
import { Plans } from "./Plans";
import { usePlans, type Plans as Found } from "./usePlans";

const plan = { words: "Restart after 16, wall 3", cost: 5, hits: 7, phrases: 7, segments: [] };
const found = (version: number, basis = "1.1.") =>
  ({ version, basis, plans: [plan], own: { cost: 9, bill: [] }, verdict: "" }) as unknown as Found;

describe("the list", () => {
  const onTake = vi.fn();
  const onShow = vi.fn();
  const show = (old: boolean) =>
    render(
      <Plans
        plans={found(1)}
        old={old}
        error=""
        shown={null}
        onShow={onShow}
        onTake={onTake}
        onLimits={vi.fn()}
        onRank={vi.fn()}
      />,
    );
  const button = () => screen.getByRole<HTMLButtonElement>("button", { name: /Restart after 16/ });
  afterEach(() => {
    cleanup();
    onTake.mockClear();
    onShow.mockClear();
  });

  it("shows a plan to a mouse that moves over it, not to one it slides under", () => {
    show(false);
    const move = (movementX: number) => {
      const event = new MouseEvent("mousemove", { bubbles: true });
      Object.defineProperty(event, "movementX", { value: movementX });
      fireEvent(button(), event);
    };
    fireEvent.mouseEnter(button());
    move(0);
    expect(onShow).not.toHaveBeenCalled();
    move(2);
    expect(onShow).toHaveBeenCalledWith(plan);
  });

  it("takes a plan of what stands, and says what that costs", () => {
    show(false);
    fireEvent.click(button());
    expect(onTake).toHaveBeenCalledWith(plan);
    expect(screen.getByText("4 more than the best", { exact: false })).toBeTruthy();
    expect(screen.getByRole("region").getAttribute("aria-busy")).toBe("false");
  });

  it("takes none of an older state, and prices nothing “as it is now”", () => {
    show(true);
    fireEvent.click(button());
    expect(onTake).not.toHaveBeenCalled();
    expect(button().disabled).toBe(true);
    expect(screen.getByText("Working out new plans …")).toBeTruthy();
    expect(screen.getByText(/As it is now/).closest("details")?.hidden).toBe(true);
    expect(screen.getByRole("region").getAttribute("aria-busy")).toBe("true");
  });
});

describe("which state they are of", () => {
  let answers: ((plans: Found) => void)[];
  beforeEach(() => {
    answers = [];
    vi.useFakeTimers();
    vi.spyOn(api, "POST").mockImplementation(
      (() =>
        new Promise((done) =>
          answers.push((data) => done({ data, response: new Response() })),
        )) as never,
    );
  });
  afterEach(() => {
    cleanup();
    vi.useRealTimers();
    vi.restoreAllMocks();
  });
  const desk = () => {
    const client = new QueryClient();
    return renderHook(({ version, basis }) => usePlans({ id: "r", version, basis } as RoutineOut), {
      initialProps: { version: 1, basis: "1.1." },
      wrapper: ({ children }) => (
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      ),
    });
  };
  const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
  const answer = (plans: Found) =>
    act(async () => {
      answers.shift()?.(plans);
      await vi.advanceTimersByTimeAsync(0);
    });

  it("is said to be older from the change on until the new ones are there", async () => {
    const hook = desk();
    await pass(0);
    await answer(found(1));
    expect(hook.result.current.old).toBe(false);
    hook.rerender({ version: 2, basis: "1.1." });
    expect(hook.result.current.old).toBe(true);
    expect(answers).toHaveLength(0);
    await pass(250);
    expect(answers).toHaveLength(1);
    expect(hook.result.current.old).toBe(true);
    await answer(found(2));
    expect(hook.result.current.old).toBe(false);
  });

  it("is another one when the song was changed elsewhere meanwhile", async () => {
    const hook = desk();
    await pass(0);
    await answer(found(1, "2.1."));
    expect(hook.result.current.old).toBe(true);
    hook.rerender({ version: 1, basis: "2.1." });
    await pass(250);
    await answer(found(1, "2.1."));
    expect(hook.result.current.old).toBe(false);
  });
});
