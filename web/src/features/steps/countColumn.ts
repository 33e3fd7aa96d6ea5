// Colours the count column and the headings; what they mean is the server's business.
import { RangeSetBuilder } from "@codemirror/state";
import { HEADING } from "./folding";
import { Decoration, ViewPlugin, type DecorationSet, type EditorView } from "@codemirror/view";

const COUNTS = /^\s*[&\d][\d&aeAE\-–—+, ]*(?=\s)(?!\s*-?(counts?|walls?)\b)/;
const counts = Decoration.mark({ class: "cm-counts" });
const heading = Decoration.line({ class: "cm-heading" });

function decorate(view: EditorView): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>();
  for (const { from, to } of view.visibleRanges) {
    for (let at = from; at <= to;) {
      const line = view.state.doc.lineAt(at);
      const match = COUNTS.exec(line.text);
      if (line.number === 1 || HEADING.test(line.text)) builder.add(line.from, line.from, heading);
      else if (match) builder.add(line.from, line.from + match[0].length, counts);
      at = line.to + 1;
    }
  }
  return builder.finish();
}

export const countColumn = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = decorate(view);
    }
    update(update: { docChanged: boolean; viewportChanged: boolean; view: EditorView }) {
      if (update.docChanged || update.viewportChanged) this.decorations = decorate(update.view);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);
