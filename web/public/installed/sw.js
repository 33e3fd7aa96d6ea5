// The service worker: what was taken along is at hand without network. Everything else goes to
// the server as always; nothing is answered from here while the server can be reached.
const SHELL = "shell";
const TAKEN = "taken";
const ASSETS = "assets";
const KEPT = [SHELL, TAKEN, ASSETS];
/** A server that has not answered by then counts as not reached. */
const PATIENCE_MS = 4000;

self.addEventListener("install", () => self.skipWaiting());

self.addEventListener("activate", (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => !KEPT.includes(n)).map((n) => caches.delete(n))))
      .then(() => self.clients.claim()),
  );
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  // A file to print or save is asked for like a page, but is none.
  if (url.pathname.startsWith("/api/")) event.respondWith(answer(request));
  else if (url.pathname.startsWith("/static/")) event.respondWith(asset(request));
  else if (request.mode === "navigate") event.respondWith(page(request));
});

/** The one page of the app; its scripts and its headers are kept with it. */
async function page(request) {
  const shell = await caches.open(SHELL);
  try {
    const fresh = await inTime(fetch(request));
    const html = (fresh.headers.get("Content-Type") ?? "").startsWith("text/html");
    if (fresh.ok && html) await shell.put("/", fresh.clone());
    return fresh;
  } catch {
    return (await shell.match("/")) ?? Response.error();
  }
}

/** Files whose names change with what is in them. */
async function asset(request) {
  const kept = await (await caches.open(ASSETS)).match(request);
  return kept ?? fetch(request);
}

/** What the server says; what was taken along where it cannot be reached. */
async function answer(request) {
  const taken = await caches.open(TAKEN);
  const known = await taken.match(request.url, { ignoreVary: true });
  if (!known) return fetch(request);
  try {
    const fresh = await inTime(fetch(request));
    if (fresh.status === 200) await taken.put(request.url, fresh.clone());
    return fresh;
  } catch {
    return known;
  }
}

function inTime(answering) {
  return new Promise((resolve, reject) => {
    const late = setTimeout(() => reject(new Error("late")), PATIENCE_MS);
    answering.then(resolve, reject).finally(() => clearTimeout(late));
  });
}
