// What the editor offers and folds, without a screen.
import { CompletionContext } from "@codemirror/autocomplete";
import { EditorState } from "@codemirror/state";
import { describe, expect, it } from "vitest";

import type { Vocabulary } from "../../shared/api/client";
import { optionsOf, source } from "./completion";
import { foldOf } from "./folding";

const VOCABULARY: Vocabulary = {
  figures: [
    {
      name: "vine",
      also: ["grapevine"],
      french: ["vigne"],
      counts: "1-4",
      moves: "R side, L behind",
      own: false,
    },
    {
      name: "hen step",
      also: [],
      french: [],
      counts: "1&2",
      moves: "1&2 R side, L together",
      own: true,
    },
  ],
  words: ["forward", "vine"],
};

describe("what is offered", () => {
  const options = optionsOf(VOCABULARY);
  const offered = (text: string, explicit = false) => {
    const state = EditorState.create({ doc: text });
    return source(() => options)(new CompletionContext(state, text.length, explicit));
  };

  it("has every name once, with what it comes to", () => {
    expect(options.map(({ label }) => label)).toEqual([
      "vine",
      "grapevine",
      "vigne",
      "hen step",
      "forward",
    ]);
    expect(options[1]).toMatchObject({ detail: "1-4", info: "vine: R side, L behind" });
  });

  it.each([
    ["1-4 R vi", 6],
    ["1-2 Pied droit en diagonale, vig", 29],
    ["½ fo", 2],
  ])("begins with the word at the cursor: %s", (text, from) => {
    expect(offered(text)?.from).toBe(from);
  });

  it.each(["1-4 R v", "1-4 R vine", "1-4 ", "1-2"])("leaves one alone at %s", (text) => {
    expect(offered(text)).toBeNull();
  });

  it("offers even one letter when asked", () => {
    expect(offered("1-4 R v", true)?.from).toBe(6);
  });
});

describe("folding", () => {
  const text =
    "Title\n\nSection 1\n1-4 R vine\n5-8 L vine\n\n[9-16] Turn\n1-8 weave\n\nTag\n1-4 sway\n";
  const state = EditorState.create({ doc: text });
  const folded = (line: number) => {
    const range = foldOf(state, state.doc.line(line).from);
    return range && text.slice(range.from, range.to);
  };

  it("goes from a heading to its last line with words", () => {
    expect(folded(3)).toBe("\n1-4 R vine\n5-8 L vine");
    expect(folded(7)).toBe("\n1-8 weave");
    expect(folded(10)).toBe("\n1-4 sway");
  });

  it("does nothing anywhere else", () => {
    expect(folded(1)).toBeNull();
    expect(folded(4)).toBeNull();
  });
});
