// Every class a component asks for is in its CSS module, and none there is unused.
import { expect, it } from "vitest";

const sheets = import.meta.glob<string>("../../**/*.css", {
  query: "?raw",
  import: "default",
  eager: true,
});
const components = import.meta.glob<string>("../../**/*.tsx", {
  query: "?raw",
  import: "default",
  eager: true,
});
const modules = Object.keys(sheets).filter((name) => name.endsWith(".module.css"));

/** The classes of a module's own, without those it names as global ones. */
const defined = (module: string) => {
  const own = sheets[module]!.replace(/\/\*.*?\*\/|:global\([^)]*\)/gs, "");
  return new Set([...own.matchAll(/\.([a-z]\w*)/gi)].map((match) => match[1]!));
};

/** The path that an import names, from this folder as the paths above are. */
const resolved = (from: string, path: string) =>
  new URL(path, `file:///a/b/c/${from}`).pathname.replace("/a/b/c/", "");

/** For each module, the classes that components ask for. */
const asked = () => {
  const found = new Map(modules.map((module) => [resolved(module, ""), new Set<string>()]));
  for (const [file, text] of Object.entries(components))
    for (const [, name, path] of text.matchAll(/import (\w+) from "([^"]+\.module\.css)"/g)) {
      const uses = found.get(resolved(file, path!))!;
      for (const use of text.matchAll(new RegExp(`\\b${name}\\.(\\w+)`, "g"))) uses.add(use[1]!);
    }
  return found;
};

it.each(modules)("%s has what is asked for, and nothing else", (module) => {
  const uses = asked().get(resolved(module, ""))!;
  expect([...uses].sort()).toEqual([...defined(module)].sort());
});

it("has no two modules of one name, as their classes are called by it", () => {
  const names = modules.map((module) => module.split("/").at(-1));
  expect(new Set(names).size).toBe(names.length);
});

it("keeps everything else in the one file of common rules", () => {
  const others = Object.keys(sheets).filter((name) => !modules.includes(name));
  expect(others).toEqual(["./base.css"]);
});
