// @vitest-environment jsdom
// The choice of language: the screens at once, the account when somebody is signed in.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import createClient from "openapi-fetch";
import { afterEach, beforeEach, expect, it, vi } from "vitest";

import { antdWords, speak } from "../i18n";
import { LanguageChoice } from "./LanguageChoice";

// The browser's own addresses are relative, which fetch knows only in a browser.
vi.mock("../api/client", async (original) => ({
  ...(await original<object>()),
  api: createClient({
    baseUrl: "http://here.test",
    fetch: (request: Request) => globalThis.fetch(request),
  }),
}));

let asked: [string, string, unknown][] = [];
let queries: QueryClient;

beforeEach(() => {
  asked = [];
  localStorage.clear();
  queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  vi.stubGlobal("fetch", async (request: Request) => {
    asked.push([request.method, new URL(request.url).pathname, await request.json()]);
    return new Response(JSON.stringify({ name: "ada", language: "fr" }), {
      headers: { "Content-Type": "application/json" },
    });
  });
});
afterEach(async () => {
  cleanup();
  vi.unstubAllGlobals();
  await speak("en");
});

const shown = (signedIn: boolean) =>
  render(
    <QueryClientProvider client={queries}>
      <LanguageChoice signedIn={signedIn} />
    </QueryClientProvider>,
  );

it("changes the screens, and is remembered by this browser alone before signing in", async () => {
  shown(false);
  fireEvent.change(screen.getByLabelText("Language"), { target: { value: "fr" } });
  expect(await screen.findByLabelText("Langue")).toBeTruthy();
  expect(document.documentElement.lang).toBe("fr");
  expect(antdWords("fr").locale).toBe("fr");
  await waitFor(() => expect(localStorage.getItem("language")).toBe("fr"));
  expect(asked).toEqual([]);
});

it("is kept with the account, and what the server said in words is asked for again", async () => {
  queries.setQueryData(["session"], { name: "ada", language: "" });
  queries.setQueryData(["shelf"], {});
  shown(true);
  fireEvent.change(screen.getByLabelText("Language"), { target: { value: "fr" } });
  await waitFor(() =>
    expect(asked).toEqual([["PUT", "/api/session/language", { language: "fr" }]]),
  );
  await waitFor(() => expect(queries.getQueryState(["shelf"])?.isInvalidated).toBe(true));
  expect(queries.getQueryState(["session"])?.isInvalidated).toBe(false);
  expect(queries.getQueryData(["session"])).toEqual({ name: "ada", language: "fr" });
});
