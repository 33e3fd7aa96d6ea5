// What is kept on this device for where there is no network: a routine with its sound, its calls
// and the app itself.
import { patient } from "../api/patient";

const TAKEN = "taken";
const SHELL = "shell";
const ASSETS = "assets";
const LIST = "run.taken";

export interface Taken {
  id: string;
  title: string;
  bytes: number;
  /** When, in milliseconds since 1970. */
  since: number;
  urls: string[];
}

export const canTake = () => "caches" in globalThis && "serviceWorker" in navigator;

export function listTaken(): Taken[] {
  try {
    return JSON.parse(localStorage.getItem(LIST) ?? "[]") as Taken[];
  } catch {
    return [];
  }
}

const store = (list: Taken[]) => localStorage.setItem(LIST, JSON.stringify(list));

/** Keeps what these addresses answer now, and the app. Fails as a whole, or not at all. */
export async function take(id: string, title: string, urls: string[]): Promise<Taken[]> {
  // One after the other: the server computes them, and others wait.
  const answers: Response[] = [];
  for (const url of urls) answers.push(await patient(url));
  if (answers.some((answer) => !answer.ok)) throw new Error("not all of it could be fetched");
  const cache = await caches.open(TAKEN);
  let bytes = 0;
  for (const [index, answer] of answers.entries()) {
    bytes += (await answer.clone().blob()).size;
    await cache.put(new URL(urls[index]!, location.href).href, answer);
  }
  await keepApp();
  const others = listTaken().filter((each) => each.id !== id);
  const list = [...others, { id, title, bytes, since: Date.now(), urls }];
  store(list);
  return list;
}

/** Everything the page has loaded of itself so far. */
async function keepApp(): Promise<void> {
  const assets = await caches.open(ASSETS);
  const loaded = performance
    .getEntriesByType("resource")
    .map((entry) => entry.name)
    .filter((name) => new URL(name).pathname.startsWith("/static/"));
  const own = [
    ...document.querySelectorAll<HTMLScriptElement | HTMLLinkElement>(
      "script[src], link[rel=stylesheet], link[rel=modulepreload]",
    ),
  ]
    .map((element) => ("src" in element ? element.src : element.href))
    .filter((name) => new URL(name).pathname.startsWith("/static/"));
  for (const name of new Set([...loaded, ...own]))
    if (!(await assets.match(name))) await assets.add(name);
  const shell = await caches.open(SHELL);
  const page = await fetch("/", { headers: { Accept: "text/html" } });
  if (page.ok) await shell.put("/", page);
}

/** Removes a routine; what another one that was taken along needs stays. */
export async function leave(id: string): Promise<Taken[]> {
  const list = listTaken().filter((each) => each.id !== id);
  const needed = new Set(list.flatMap(({ urls }) => urls));
  const gone = listTaken().find((each) => each.id === id)?.urls ?? [];
  const cache = await caches.open(TAKEN);
  for (const url of gone)
    if (!needed.has(url))
      await cache.delete(new URL(url, location.href).href, { ignoreVary: true });
  store(list);
  return list;
}

/** Removes everything, as when one signs out. */
export async function leaveAll(): Promise<void> {
  if (!canTake()) return;
  await caches.delete(TAKEN);
  localStorage.removeItem(LIST);
}
