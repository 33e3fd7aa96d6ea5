// One catalogue: every language says the same things with the same facts, and nothing is said
// that no screen asks for.
import { describe, expect, test } from "vitest";

import { en } from "./en";
import { firstLanguage, languages } from "./index";

type Tree = { [key: string]: string | Tree };

function flat(tree: Tree, prefix = ""): [string, string][] {
  return Object.entries(tree).flatMap(([key, value]) =>
    typeof value === "string" ? [[prefix + key, value]] : flat(value, `${prefix}${key}.`),
  );
}

const english = new Map(flat(en));
const facts = (text: string) => [...text.matchAll(/{{(\w+)}}/g)].map((m) => m[1]).sort();

const files = import.meta.glob<string>(["../../**/*.{ts,tsx}", "!../../**/*.test.*", "!./*"], {
  query: "?raw",
  import: "default",
  eager: true,
});
const code = Object.values(files).join("\n");

describe.each(Object.entries(languages))("%s", (_, language) => {
  test("has a text with the same facts for every English one", async () => {
    const words = new Map(flat(await language.load()));
    expect([...words.keys()]).toEqual([...english.keys()]);
    for (const [key, text] of words) {
      expect(text.trim(), key).not.toBe("");
      // "one" and "some" may leave the number out.
      const either = key.replace(/_one$/, "_other");
      const told = new Set([...facts(english.get(key)!), ...facts(english.get(either)!)]);
      expect(
        facts(text).filter((fact) => !told.has(fact)),
        key,
      ).toEqual([]);
      if (!key.endsWith("_one")) expect(facts(text), key).toEqual(facts(english.get(key)!));
    }
  });
});

test("every text is asked for somewhere", () => {
  const said = new Set([...code.matchAll(/["'`]([a-z]\w*(?:\.[\w-]+)*)["'`]/gi)].map((m) => m[1]));
  const begun = [...code.matchAll(/`([a-z]\w*(?:\.[\w-]+)*\.)\$\{/gi)].map((m) => m[1]!);
  const unused = [...english.keys()].filter((key) => {
    const plain = key.replace(/_(one|other)$/, "");
    return !said.has(plain) && !begun.some((prefix) => plain.startsWith(prefix));
  });
  expect(unused).toEqual([]);
});

test("every text that is asked for is there", () => {
  const asked = [...code.matchAll(/\bt\(\s*"([\w.-]+)"/g)].map((m) => m[1]!);
  expect(asked.length).toBeGreaterThan(200);
  const missing = asked.filter((key) => !english.has(key) && !english.has(`${key}_other`));
  expect(missing).toEqual([]);
});

test.each([
  [["fr-CA", "en"], null, "fr"],
  [["de", "fr"], null, "fr"],
  [["de"], null, "en"],
  [[], null, "en"],
  [["fr"], "en", "en"],
  [["en"], "xx", "en"],
] as const)(
  "a browser that asks for %s, with %s chosen before, is spoken to in %s",
  (asked, chosen, code) => {
    expect(firstLanguage(asked, chosen)).toBe(code);
  },
);
