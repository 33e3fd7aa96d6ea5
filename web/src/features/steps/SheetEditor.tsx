// The sheet as text, with the findings underlined where they are.
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { linter, lintKeymap, setDiagnostics, type Diagnostic } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap, placeholder } from "@codemirror/view";
import { useEffect, useImperativeHandle, useRef, type Ref } from "react";

import type { Finding } from "../../api/client";
import { countColumn } from "./countColumn";

export interface EditorHandle {
  select: (start: number, end: number) => void;
  replace: (start: number, end: number, text: string) => void;
}

interface Props {
  text: string;
  label: string;
  example: string;
  findings: Finding[];
  onChange: (text: string) => void;
  onCursor: (at: number) => void;
  ref: Ref<EditorHandle>;
}

const LEVEL = { wrong: "error", doubtful: "warning", know: "info" } as const;

const look = EditorView.theme({
  "&": { fontSize: "15px", height: "100%", backgroundColor: "transparent" },
  "&.cm-focused": { outline: "none" },
  ".cm-content": { fontFamily: "var(--text)", padding: "12px 0", caretColor: "#a63822" },
  ".cm-line": { padding: "1px 16px" },
  ".cm-scroller": { fontFamily: "var(--text)", lineHeight: "1.55" },
  ".cm-counts": {
    color: "#84560a",
    fontWeight: "700",
    display: "inline-block",
    minWidth: "2.6em",
  },
  ".cm-heading": { fontFamily: "var(--heading)", fontWeight: "700" },
  ".cm-placeholder": { color: "#766a5e", whiteSpace: "pre-wrap" },
  ".cm-tooltip": { background: "#fffdf8", border: "1px solid #cfc2ae", borderRadius: "6px" },
  ".cm-diagnostic": { padding: "8px 12px", maxWidth: "420px", fontFamily: "var(--text)" },
  ".cm-diagnostic-error": { borderLeft: "5px solid #a63822" },
});

export function SheetEditor({ text, label, example, findings, onChange, onCursor, ref }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const calls = useRef({ onChange, onCursor });
  useEffect(() => {
    calls.current = { onChange, onCursor };
  });
  const first = useRef({ text, label, example });

  useEffect(() => {
    const nonce = document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "";
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: first.current.text,
        extensions: [
          EditorView.cspNonce.of(nonce),
          history(),
          linter(null),
          // Tab leaves the editor, so that the keyboard is never caught in it.
          keymap.of([...lintKeymap, ...historyKeymap, ...defaultKeymap]),
          placeholder(first.current.example),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            "aria-label": first.current.label,
            tabindex: "0",
            spellcheck: "false",
            autocapitalize: "off",
          }),
          countColumn,
          look,
          EditorView.updateListener.of((update) => {
            if (update.docChanged) calls.current.onChange(update.state.doc.toString());
            if (update.selectionSet || update.docChanged)
              calls.current.onCursor(update.state.selection.main.head);
          }),
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
  }, []);

  useEffect(() => {
    const editor = view.current;
    if (editor && editor.state.doc.toString() !== text)
      editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text } });
  }, [text]);

  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const length = editor.state.doc.length;
    const marks = findings
      .filter((finding) => finding.start !== null && finding.start <= length)
      .map((finding): Diagnostic => {
        const from = finding.start ?? 0;
        const to = Math.min(length, Math.max(finding.end ?? from, from));
        const message = `${finding.message} ${finding.advice}`;
        return { from, to, severity: LEVEL[finding.severity], message };
      });
    editor.dispatch(setDiagnostics(editor.state, marks));
  }, [findings]);

  useImperativeHandle(ref, () => ({
    select(start, end) {
      view.current?.dispatch({ selection: { anchor: start, head: end }, scrollIntoView: true });
      view.current?.focus();
    },
    replace(start, end, insert) {
      view.current?.dispatch({ changes: { from: start, to: end, insert } });
    },
  }));

  return <div ref={host} className="sheet-editor" />;
}
