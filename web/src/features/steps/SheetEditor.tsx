// The sheet as text, with the findings underlined where they are.
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import type { Completion } from "@codemirror/autocomplete";
import { linter, lintKeymap, setDiagnostics, type Diagnostic } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap, placeholder } from "@codemirror/view";
import { useEffect, useImperativeHandle, useRef, type Ref } from "react";

import type { Finding, Vocabulary } from "../../shared/api/client";
import { isUnderstood } from "../../shared/findings/Findings";
import { completion, optionsOf } from "./completion";
import { countColumn } from "./countColumn";
import { folding } from "./folding";
import styles from "./SheetEditor.module.css";

export interface EditorHandle {
  select: (start: number, end: number) => void;
  replace: (start: number, end: number, text: string) => void;
  /** The same, but only while the text is still this one: its places fit no other. */
  replaceIn: (text: string, start: number, end: number, insert: string) => void;
}

interface Props {
  text: string;
  label: string;
  example: string;
  findings: Finding[];
  vocabulary: Vocabulary | undefined;
  /** What stands for a folded section. */
  folded: string;
  onChange: (text: string) => void;
  onCursor: (at: number) => void;
  /** Have the section at the cursor once more, on the other foot or as it is. */
  onCopy: (at: number, how: "mirror" | "duplicate") => void;
  ref: Ref<EditorHandle>;
}

const LEVEL = { wrong: "error", doubtful: "warning", know: "info" } as const;

const look = EditorView.theme({
  "&": { fontSize: "15px", height: "100%", backgroundColor: "transparent" },
  "&.cm-focused": { outline: "none" },
  ".cm-content": { fontFamily: "var(--text)", padding: "12px 0", caretColor: "var(--brick)" },
  ".cm-line": { padding: "1px 14px 1px 4px" },
  ".cm-scroller": { fontFamily: "var(--text)", lineHeight: "1.55" },
  ".cm-counts": {
    color: "var(--amber)",
    fontWeight: "700",
    display: "inline-block",
    minWidth: "2.6em",
  },
  ".cm-heading": { fontFamily: "var(--heading)", fontWeight: "700" },
  ".cm-placeholder": { color: "var(--faint)", whiteSpace: "pre-wrap" },
  ".cm-tooltip": {
    background: "var(--card)",
    border: "1px solid var(--edge)",
    borderRadius: "6px",
  },
  ".cm-diagnostic": { padding: "8px 12px", maxWidth: "420px", fontFamily: "var(--text)" },
  ".cm-diagnosticAction": {
    backgroundColor: "var(--brick)",
    color: "var(--white)",
    borderRadius: "4px",
    padding: "4px 10px",
    font: "600 14px var(--text)",
  },
  ".cm-tooltip.cm-tooltip-autocomplete > ul": { fontFamily: "var(--text)", maxHeight: "16em" },
  ".cm-tooltip.cm-tooltip-autocomplete > ul > li": { padding: "3px 10px !important" },
  ".cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]": {
    background: "var(--right)",
    color: "var(--white)",
  },
  ".cm-completionDetail": { color: "var(--amber)", fontStyle: "normal", marginLeft: "8px" },
  "li[aria-selected] .cm-completionDetail": { color: "var(--cream)" },
  ".cm-completionInfo": { padding: "6px 10px", maxWidth: "300px" },
  ".cm-gutters": { background: "transparent", border: "none", color: "var(--faint)" },
  ".cm-foldGutter": { width: "16px", cursor: "pointer" },
  ".cm-foldPlaceholder": {
    background: "var(--tint)",
    border: "none",
    color: "var(--soft)",
    padding: "0 8px",
    margin: "0 6px",
  },
  ".cm-diagnostic-error": { borderLeft: "5px solid var(--brick)" },
});

export function SheetEditor(props: Props) {
  const { text, findings, vocabulary, ref } = props;
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const now = useRef(props);
  const offers = useRef<Completion[]>([]);
  useEffect(() => {
    now.current = props;
  });
  useEffect(() => {
    offers.current = vocabulary ? optionsOf(vocabulary) : [];
  }, [vocabulary]);
  const first = useRef(props);

  useEffect(() => {
    const copy = (how: "mirror" | "duplicate") => (at: EditorView) => {
      now.current.onCopy(at.state.selection.main.head, how);
      return true;
    };
    const nonce = document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "";
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: first.current.text,
        extensions: [
          EditorView.cspNonce.of(nonce),
          history(),
          linter(null),
          completion(() => offers.current),
          folding(first.current.folded),
          // Tab leaves the editor, so that the keyboard is never caught in it.
          keymap.of([
            { key: "Alt-Shift-m", run: copy("mirror") },
            { key: "Alt-Shift-d", run: copy("duplicate") },
            { key: "Alt-Enter", run: (at) => applyFixAt(at, now.current.findings) },
            ...lintKeymap,
            ...historyKeymap,
            ...defaultKeymap,
          ]),
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
            if (update.docChanged) now.current.onChange(update.state.doc.toString());
            if (update.selectionSet || update.docChanged)
              now.current.onCursor(update.state.selection.main.head);
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
      .filter((finding) => !isUnderstood(finding))
      .map((finding): Diagnostic => {
        const from = finding.start ?? 0;
        const to = Math.min(length, Math.max(finding.end ?? from, from));
        const message = `${finding.message} ${finding.advice}`;
        return {
          from,
          to,
          severity: LEVEL[finding.severity],
          message,
          actions: actionsOf(finding),
        };
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
    replaceIn(of, start, end, insert) {
      if (view.current?.state.doc.toString() === of)
        view.current.dispatch({ changes: { from: start, to: end, insert }, scrollIntoView: true });
    },
  }));

  return <div ref={host} className={styles.sheetEditor} />;
}

/** The press in the tooltip that applies a finding's fix. */
function actionsOf(finding: Finding) {
  const fix = finding.fix;
  if (fix?.kind !== "sheet") return [];
  const { start: from, end: to, text: insert } = fix;
  return [
    {
      name: fix.label,
      apply: (view: EditorView) => view.dispatch({ changes: { from, to, insert } }),
    },
  ];
}

/** Applies the fix of the finding the cursor is in. */
function applyFixAt(view: EditorView, findings: Finding[]): boolean {
  const at = view.state.selection.main.head;
  const line = view.state.doc.lineAt(at).number;
  const near = findings.find((f) => f.fix?.kind === "sheet" && f.line === line);
  if (near?.fix?.kind !== "sheet") return false;
  const { start: from, end: to, text: insert } = near.fix;
  view.dispatch({ changes: { from, to, insert } });
  return true;
}
