// @vitest-environment jsdom
// What is kept on a device: all of a routine or nothing, and removed without taking from another.
import { beforeEach, describe, expect, it, vi } from "vitest";

import { leave, leaveAll, listTaken, take } from "./taken";

/** The part of the Cache API that is used (W3C, Service Workers, section 5). */
class FakeCaches {
  readonly all = new Map<string, Map<string, Response>>();
  async open(name: string) {
    const kept = this.all.get(name) ?? new Map<string, Response>();
    this.all.set(name, kept);
    const of = (key: string | Request) => (typeof key === "string" ? key : key.url);
    return {
      match: async (key: string | Request) => kept.get(of(key))?.clone(),
      put: async (key: string | Request, answer: Response) => void kept.set(of(key), answer),
      add: async (key: string) => void kept.set(key, await fetch(key)),
      delete: async (key: string) => kept.delete(of(key)),
    };
  }
  async keys() {
    return [...this.all.keys()];
  }
  async delete(name: string) {
    return this.all.delete(name);
  }
  kept(name: string) {
    return [...(this.all.get(name)?.keys() ?? [])].map((url) => url.replace(location.origin, ""));
  }
}

let caches: FakeCaches;
let answers: (url: string) => Response;

beforeEach(() => {
  caches = new FakeCaches();
  localStorage.clear();
  answers = (url) => new Response(`of ${url}`);
  vi.stubGlobal("caches", caches);
  vi.stubGlobal("navigator", { serviceWorker: {} });
  vi.stubGlobal("fetch", async (url: string) => answers(url));
});

describe("a routine that is taken along", () => {
  it("is listed with its size, and kept with the page of the app", async () => {
    const list = await take("r", "Kite Weather", ["/api/a", "/api/song"]);
    // "of /api/a" has 9 letters, "of /api/song" 12.
    expect(list).toMatchObject([{ id: "r", title: "Kite Weather", bytes: 21 }]);
    expect(listTaken()).toEqual(list);
    expect(caches.kept("taken")).toEqual(["/api/a", "/api/song"]);
    expect(caches.kept("shell")).toEqual(["/"]);
  });

  it("is not kept in part", async () => {
    answers = (url) => new Response("", { status: url === "/api/song" ? 404 : 200 });
    await expect(take("r", "Kite Weather", ["/api/a", "/api/song"])).rejects.toThrow();
    expect(listTaken()).toEqual([]);
    expect(caches.kept("taken")).toEqual([]);
  });

  it("leaves what another one needs", async () => {
    await take("r", "One", ["/api/session", "/api/r"]);
    await take("s", "Two", ["/api/session", "/api/s"]);
    expect((await leave("r")).map(({ id }) => id)).toEqual(["s"]);
    expect(caches.kept("taken")).toEqual(["/api/session", "/api/s"]);
    await leaveAll();
    expect(listTaken()).toEqual([]);
    expect(caches.kept("taken")).toEqual([]);
  });
});

const CODE = import.meta.glob<string>("../../../public/installed/sw.js", {
  query: "?raw",
  import: "default",
  eager: true,
});

/** The worker's own code, run with what a browser gives it. */
function worker() {
  const handlers: Record<string, (event: unknown) => void> = {};
  const self = {
    addEventListener: (name: string, handle: (event: unknown) => void) => (handlers[name] = handle),
    location: new URL("http://hall.test/"),
    skipWaiting: vi.fn(),
    clients: { claim: vi.fn() },
  };
  const fetched = (request: { url: string }) => fetch(request.url);
  new Function("self", "caches", "fetch", Object.values(CODE)[0]!)(self, caches, fetched);
  return async (path: string, more: { mode?: string; method?: string } = {}) => {
    let answer: Promise<Response> | undefined;
    const request = { url: `http://hall.test${path}`, method: "GET", mode: "cors", ...more };
    handlers["fetch"]!({ request, respondWith: (given: Promise<Response>) => (answer = given) });
    return (await answer)?.text();
  };
}

describe("the service worker", () => {
  const html = { headers: { "Content-Type": "text/html" } };
  const offline = () => {
    throw new TypeError("no network");
  };

  it("asks the server first, and answers from what was taken when it is not reached", async () => {
    const ask = worker();
    await (await caches.open("taken")).put("http://hall.test/api/r", new Response("kept"));
    answers = () => new Response("fresh");
    expect(await ask("/api/r")).toBe("fresh");
    answers = offline;
    // What the server said last is what was kept of it.
    expect(await ask("/api/r")).toBe("fresh");
    await expect(ask("/api/other")).rejects.toThrow();
  });

  it("gives the page of the app for every page of it", async () => {
    const ask = worker();
    answers = () => new Response("the app", html);
    expect(await ask("/routines/1/run", { mode: "navigate" })).toBe("the app");
    answers = offline;
    expect(await ask("/routines/2/fit", { mode: "navigate" })).toBe("the app");
  });

  it("takes no file to print for the page of the app", async () => {
    const ask = worker();
    answers = () => new Response("the app", html);
    await ask("/", { mode: "navigate" });
    answers = () => new Response("%PDF", { headers: { "Content-Type": "application/pdf" } });
    expect(await ask("/api/routines/1/files/cue-sheet.pdf", { mode: "navigate" })).toBe("%PDF");
    answers = offline;
    expect(await ask("/", { mode: "navigate" })).toBe("the app");
  });

  it("leaves alone what changes something", async () => {
    expect(await worker()("/api/r", { method: "PUT" })).toBeUndefined();
  });
});
