// What the editor offers while one types: figures with their counts and steps, and other words.
import {
  acceptCompletion,
  autocompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from "@codemirror/autocomplete";
import { keymap } from "@codemirror/view";

import type { Vocabulary } from "../../shared/api/client";

const WORD = /[\p{L}¼½¾⅛][\p{L}'-]*$/u;

/** The options once; figures before plain words. */
export function optionsOf(vocabulary: Vocabulary): Completion[] {
  const figures = vocabulary.figures.flatMap((figure) =>
    [figure.name, ...figure.also, ...figure.french].map((name, index) => ({
      label: name,
      detail: figure.counts,
      info: index ? `${figure.name}: ${figure.moves}` : figure.moves,
      boost: figure.own ? 3 : index ? 0 : 2,
    })),
  );
  const words = vocabulary.words.map((label) => ({ label, boost: -1 }));
  const seen = new Set<string>();
  return [...figures, ...words].filter(({ label }) => !seen.has(label) && seen.add(label));
}

/** Offers from two letters on, or when asked; never a word that is there already. */
export function source(options: () => Completion[]) {
  return (context: CompletionContext): CompletionResult | null => {
    const word = context.matchBefore(WORD);
    if (!word || (!context.explicit && word.to - word.from < 2)) return null;
    const typed = word.text.toLowerCase();
    if (!context.explicit && options().some(({ label }) => label === typed)) return null;
    return { from: word.from, options: options(), validFor: WORD };
  };
}

/** Tab takes the offer; Enter always begins a new line, as on a sheet it mostly should. */
export const completion = (options: () => Completion[]) => [
  autocompletion({
    override: [source(options)],
    defaultKeymap: true,
    icons: false,
    maxRenderedOptions: 12,
    interactionDelay: 0,
    selectOnOpen: false,
  }),
  keymap.of([{ key: "Tab", run: acceptCompletion }]),
];
