// Drafts of a sheet, each beside the sheet as it is now, and taken back with one press.
import { MergeView } from "@codemirror/merge";
import { EditorState } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import { useQuery } from "@tanstack/react-query";
import { Button, Drawer } from "antd";
import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { LoadingError } from "../../shared/ui/States";
import styles from "./HistoryDrawer.module.css";

interface Props {
  id: string;
  now: string;
  onClose: () => void;
  onRestore: (sheet: string) => void;
}

export default function HistoryDrawer({ id, now, onClose, onRestore }: Props) {
  const { t, i18n } = useTranslation();
  const [picked, setPicked] = useState<number | null>(null);
  const path = { pk: id };
  const drafts = useQuery({
    queryKey: ["drafts", id],
    queryFn: () => ask(api.GET("/api/dances/{pk}/drafts", { params: { path } })),
    gcTime: 0,
    staleTime: 0,
  });
  const chosen = picked ?? drafts.data?.[1]?.id ?? drafts.data?.[0]?.id ?? null;
  const draft = useQuery({
    queryKey: ["draft", id, chosen],
    queryFn: () =>
      ask(
        api.GET("/api/dances/{pk}/drafts/{draft}", {
          params: { path: { ...path, draft: chosen ?? 0 } },
        }),
      ),
    enabled: chosen !== null,
  });
  const when = new Intl.DateTimeFormat(i18n.language, {
    dateStyle: "medium",
    timeStyle: "short",
    hourCycle: "h23",
  });
  return (
    <Drawer open onClose={onClose} title={t("history.title")} size="min(1100px, 96vw)">
      {drafts.isError ? (
        <LoadingError error={drafts.error} again={drafts.refetch} />
      ) : (
        <div className={styles.historyBody}>
          <ul aria-label={t("history.drafts")}>
            {drafts.data?.map((each) => (
              <li key={each.id}>
                <button
                  className="plain"
                  aria-current={each.id === chosen}
                  onClick={() => setPicked(each.id)}
                >
                  {when.format(new Date(each.saved_at))}
                  {each.counts !== null && (
                    <span className="soft">{t("steps.summary", { counts: each.counts })}</span>
                  )}
                </button>
              </li>
            ))}
          </ul>
          <div>
            <header>
              <span>{t("history.then")}</span>
              <span>{t("history.now")}</span>
            </header>
            {draft.data && <Difference then={draft.data.sheet} now={now} />}
            <Button
              type="primary"
              disabled={!draft.data || draft.data.sheet === now}
              onClick={() => draft.data && onRestore(draft.data.sheet)}
            >
              {t("history.restore")}
            </Button>
          </div>
        </div>
      )}
    </Drawer>
  );
}

const looks = [
  EditorView.editable.of(false),
  EditorState.readOnly.of(true),
  EditorView.lineWrapping,
  EditorView.theme({
    ".cm-content, .cm-scroller": { fontFamily: "var(--text)", fontSize: "14px" },
    "&.cm-merge-a .cm-changedText": { background: "var(--gone)" },
    "&.cm-merge-b .cm-changedText": { background: "var(--new)" },
    "&.cm-merge-a .cm-changedLine": { background: "var(--gone-line)" },
    "&.cm-merge-b .cm-changedLine": { background: "var(--new-line)" },
  }),
];

function Difference({ then, now }: { then: string; now: string }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const nonce = document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "";
    const extensions = [...looks, EditorView.cspNonce.of(nonce)];
    const view = new MergeView({
      parent: host.current!,
      a: { doc: then, extensions },
      b: { doc: now, extensions },
    });
    return () => view.destroy();
  }, [then, now]);
  return <div ref={host} className={styles.difference} />;
}
