// A photographed sheet: the picture beside its words, the doubtful ones marked, to be checked.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Input, type GetRef } from "antd";
import clsx from "clsx";
import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useNavigate, useParams } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import { Header } from "../../shared/ui/Header";
import { Loading, LoadingError } from "../../shared/ui/States";
import styles from "./ScanPage.module.css";

type Scan = Schemas["ScanOut"];
const ASK_AGAIN_MS = 1000;

export default function ScanPage() {
  const { t } = useTranslation();
  const { id = "" } = useParams();
  const scan = useQuery({
    queryKey: ["scan", id],
    queryFn: () => ask(api.GET("/api/dances/scans/{pk}", { params: { path: { pk: id } } })),
    refetchInterval: (query) => (query.state.data?.state === "reading" ? ASK_AGAIN_MS : false),
  });
  return (
    <>
      <Header />
      <main className={clsx("page", styles.scan)}>
        <h1>{t("scan.title")}</h1>
        {scan.isPending && <Loading />}
        {scan.isError && <LoadingError error={scan.error} again={scan.refetch} />}
        {scan.data?.state === "reading" && <p aria-live="polite">{t("scan.reading")}</p>}
        {scan.data?.state === "failed" && (
          <p className="problem" role="alert">
            {scan.data.message}
          </p>
        )}
        {scan.data && (
          <div className={styles.beside}>
            <img src={`/api/dances/scans/${id}/picture.jpg`} alt={t("scan.picture")} />
            {scan.data.state !== "reading" && <Words key={scan.data.state} scan={scan.data} />}
          </div>
        )}
      </main>
    </>
  );
}

function Words({ scan }: { scan: Scan }) {
  const { t } = useTranslation();
  const go = useNavigate();
  const area = useRef<GetRef<typeof Input.TextArea>>(null);
  const [text, setText] = useState(scan.text);
  const [seen, setSeen] = useState<number[]>([]);
  const keep = useMutation({
    mutationFn: async () => {
      const dance = await ask(api.POST("/api/dances", { body: { sheet: text } }));
      await ask(api.DELETE("/api/dances/scans/{pk}", { params: { path: { pk: scan.id } } }));
      return dance;
    },
    onSuccess: (dance) => void go(`/dances/${dance.id}`),
  });
  const show = (start: number, word: string) => {
    // Words may have moved while one corrected those before them.
    const at = nearest(text, word, start);
    setSeen([...seen, start]);
    const field = area.current?.resizableTextArea?.textArea;
    if (at < 0 || !field) return;
    field.focus();
    field.setSelectionRange(at, at + word.length);
  };
  const doubtful = scan.doubtful.map((each) => ({
    ...each,
    word: scan.text.slice(each.start, each.end),
  }));
  return (
    <section>
      {doubtful.length > 0 && (
        <>
          <p className="soft">{t("scan.doubtful", { count: doubtful.length })}</p>
          <div className={styles.doubtful}>
            {doubtful.map((each) => (
              <button
                key={each.start}
                className="plain"
                data-seen={seen.includes(each.start)}
                title={t("scan.sure", { sure: each.sure })}
                onClick={() => show(each.start, each.word)}
              >
                {each.word}
              </button>
            ))}
          </div>
        </>
      )}
      <Input.TextArea
        ref={area}
        autoSize={{ minRows: 12, maxRows: 28 }}
        value={text}
        aria-label={t("scan.words")}
        onChange={(event) => setText(event.target.value)}
      />
      {keep.isError && <p className="problem">{keep.error.message || t("error.offline")}</p>}
      <p>
        <Button
          type="primary"
          size="large"
          disabled={!text.trim()}
          loading={keep.isPending}
          onClick={() => keep.mutate()}
        >
          {t("scan.keep")}
        </Button>
      </p>
    </section>
  );
}

/** Where the word stands closest to where it was read; -1 when it is gone. */
export function nearest(text: string, word: string, near: number): number {
  let best = -1;
  for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
    if (best < 0 || Math.abs(at - near) < Math.abs(best - near)) best = at;
  return best;
}
