// @vitest-environment jsdom
// The drawers of the Steps desk with a server that answers as told.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import createClient from "openapi-fetch";
import type { ReactElement } from "react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import "../../shared/i18n";
import FiguresDrawer from "./FiguresDrawer";
import HistoryDrawer from "./HistoryDrawer";
import PrintDrawer from "./PrintDrawer";

// The browser's own addresses are relative, which fetch knows only in a browser.
vi.mock("../../shared/api/client", async (original) => ({
  ...(await original<object>()),
  api: createClient({
    baseUrl: "http://here.test",
    fetch: (request: Request) => globalThis.fetch(request),
  }),
}));

type Reply = [status: number, body: unknown];
let asked: { method: string; path: string; body: unknown }[] = [];
let replies: Record<string, Reply> = {};

beforeEach(() => {
  asked = [];
  replies = {};
  vi.stubGlobal("matchMedia", () => ({ matches: false, addListener() {}, removeListener() {} }));
  vi.stubGlobal("fetch", async (request: Request) => {
    const { pathname } = new URL(request.url);
    const text = request.method === "GET" ? "" : await request.clone().text();
    const body: unknown = text ? JSON.parse(text) : null;
    asked.push({ method: request.method, path: pathname, body });
    const [status, answer] = replies[`${request.method} ${pathname}`] ?? [404, { message: "none" }];
    return new Response(status === 204 ? null : JSON.stringify(answer), {
      status,
      headers: { "Content-Type": "application/json" },
    });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const show = (what: ReactElement) =>
  render(
    <QueryClientProvider
      client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}
    >
      <MemoryRouter>{what}</MemoryRouter>
    </QueryClientProvider>,
  );

// Antd's drawers are slow to search by role, and the machine may be busy.
vi.setConfig({ testTimeout: 30_000 });

describe("own figures", () => {
  const path = "/api/dances/figures";

  it("begin with the name the sheet wants, and say why steps cannot be read", async () => {
    replies[`GET ${path}`] = [200, [{ name: "hen step", steps: "1 R side" }]];
    replies[`POST ${path}`] = [422, { message: "These steps cannot be read.", field: "steps" }];
    const changed = vi.fn();
    show(<FiguresDrawer wanted="wobble" onClose={() => undefined} onChanged={changed} />);
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("wobble");
    fireEvent.change(screen.getByLabelText("Counts and steps"), { target: { value: "R side" } });
    fireEvent.click(screen.getByText("Define").closest("button")!);
    expect((await screen.findByRole("alert")).textContent).toContain("cannot be read");
    expect(changed).not.toHaveBeenCalled();
    // What was typed is still there to be mended.
    expect(screen.getByLabelText<HTMLInputElement>("Counts and steps").value).toBe("R side");
    replies[`POST ${path}`] = [200, { name: "wobble", steps: "1 R side" }];
    fireEvent.click(screen.getByText("Define").closest("button")!);
    await waitFor(() => expect(changed).toHaveBeenCalledOnce());
    expect(asked.filter(({ method }) => method === "POST").at(-1)?.body).toEqual({
      name: "wobble",
      steps: "R side",
    });
  });

  it("are taken back", async () => {
    replies[`GET ${path}`] = [200, [{ name: "hen step", steps: "1 R side" }]];
    replies[`DELETE ${path}/hen%20step`] = [204, null];
    const changed = vi.fn();
    show(<FiguresDrawer wanted="" onClose={() => undefined} onChanged={changed} />);
    fireEvent.click(await screen.findByText("Remove"));
    await waitFor(() => expect(changed).toHaveBeenCalledOnce());
  });

  it("cannot be defined without a name or steps", () => {
    replies[`GET ${path}`] = [200, []];
    show(<FiguresDrawer wanted="" onClose={() => undefined} onChanged={() => undefined} />);
    expect(screen.getByText("Define").closest("button")!.disabled).toBe(true);
  });
});

describe("print or save", () => {
  const link = () => {
    const { pathname, searchParams } = new URL(
      screen.getByRole<HTMLAnchorElement>("link", { name: "Save" }).href,
    );
    return { path: pathname, asked: Object.fromEntries(searchParams) };
  };

  it("makes a PDF with cautions unless told otherwise", () => {
    show(<PrintDrawer id="7" onClose={() => undefined} />);
    expect(link()).toEqual({
      path: "/api/dances/7/sheet.pdf",
      asked: { language: "en", chart: "false", cautions: "true" },
    });
    fireEvent.click(screen.getByLabelText("with the foot chart"));
    fireEvent.click(screen.getByLabelText("with the cautions"));
    expect(link().asked).toMatchObject({ chart: "true", cautions: "false" });
  });

  it("asks nothing about words where there are none to choose", () => {
    show(<PrintDrawer id="7" onClose={() => undefined} />);
    fireEvent.click(screen.getByLabelText("Table, one move a row (CSV)"));
    expect(link()).toEqual({ path: "/api/dances/7/sheet.csv", asked: {} });
    expect(screen.queryByLabelText("Language")).toBeNull();
    fireEvent.click(screen.getByLabelText("Text"));
    expect(link().asked).toEqual({ language: "en", counts: "over" });
    fireEvent.click(screen.getByLabelText("exactly as written"));
    expect(link()).toEqual({ path: "/api/dances/7/sheet.txt", asked: {} });
  });
});

describe("history", () => {
  const base = "/api/dances/7/drafts";

  it("shows the draft before the last, and brings back the one chosen", async () => {
    replies[`GET ${base}`] = [
      200,
      [
        { id: 3, saved_at: "2030-05-04T19:00:00Z", counts: 32 },
        { id: 2, saved_at: "2030-05-04T18:00:00Z", counts: 24 },
        { id: 1, saved_at: "2030-05-04T17:00:00Z", counts: 16 },
      ],
    ];
    replies[`GET ${base}/2`] = [200, { sheet: "two" }];
    replies[`GET ${base}/1`] = [200, { sheet: "one" }];
    const restored = vi.fn();
    show(<HistoryDrawer id="7" now="three" onClose={() => undefined} onRestore={restored} />);
    await waitFor(() => expect(asked.some(({ path }) => path === `${base}/2`)).toBe(true));
    fireEvent.click(await screen.findByRole("button", { name: /16 counts/ }));
    await waitFor(() => expect(asked.some(({ path }) => path === `${base}/1`)).toBe(true));
    const take = screen.getByRole<HTMLButtonElement>("button", { name: "Restore this draft" });
    await waitFor(() => expect(take.disabled).toBe(false));
    fireEvent.click(take);
    expect(restored).toHaveBeenCalledWith("one");
  });

  it("says what is the matter when it cannot be loaded", async () => {
    replies[`GET ${base}`] = [500, { message: "Something went wrong on our side." }];
    show(<HistoryDrawer id="7" now="" onClose={() => undefined} onRestore={() => undefined} />);
    expect(await screen.findByRole("button", { name: "Try again" })).toBeTruthy();
  });
});
