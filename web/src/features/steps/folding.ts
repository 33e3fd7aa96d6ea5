// Sections fold at their heading: up to the line before the next one.
import { codeFolding, foldGutter, foldKeymap, foldService } from "@codemirror/language";
import type { EditorState } from "@codemirror/state";
import { keymap } from "@codemirror/view";

export const HEADING =
  /^\s*[#*_\s]*((section|sec\.?|séquence|s)\s?\d|[[(]\d+\s*[-–]\s*\d+[\])]|(part|partie)\s+[a-z]\b|(tag|bridge|ending|pont|final)\b)/i;

/** From the end of a heading to the end of its last line that is not empty. */
export function foldOf(state: EditorState, from: number): { from: number; to: number } | null {
  const line = state.doc.lineAt(from);
  if (!HEADING.test(line.text)) return null;
  let to = line.to;
  for (let number = line.number + 1; number <= state.doc.lines; number++) {
    const next = state.doc.line(number);
    if (HEADING.test(next.text)) break;
    if (next.text.trim()) to = next.to;
  }
  return to > line.to ? { from: line.to, to } : null;
}

export const folding = (words: string) => [
  foldService.of((state, from) => foldOf(state, from)),
  codeFolding({ placeholderText: words }),
  foldGutter({ openText: "▾", closedText: "▸" }),
  keymap.of(foldKeymap),
];
