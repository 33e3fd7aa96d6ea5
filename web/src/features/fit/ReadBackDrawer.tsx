// The routine in words, as one says it to a class, in English or French; to be copied.
import { useQuery } from "@tanstack/react-query";
import { App, Button, Drawer, Segmented } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { languageOptions, type Code } from "../../shared/i18n";
import { LoadingError } from "../../shared/ui/States";
import styles from "./ReadBackDrawer.module.css";

interface Props {
  id: string;
  version: string;
  onClose: () => void;
}

export default function ReadBackDrawer({ id, version, onClose }: Props) {
  const { t, i18n } = useTranslation();
  const { message } = App.useApp();
  const [language, setLanguage] = useState(i18n.language as Code);
  const said = useQuery({
    queryKey: ["said", id, version, language],
    queryFn: () =>
      ask(
        api.GET("/api/routines/{pk}/said", {
          params: { path: { pk: id }, query: { language } },
        }),
      ),
  });
  const copy = () => {
    const text = (said.data ?? []).map((line) => line.words).join("\n");
    navigator.clipboard.writeText(text).then(
      () => void message.success(t("said.copied")),
      () => void message.error(t("said.notCopied")),
    );
  };
  return (
    <Drawer
      open
      onClose={onClose}
      title={t("said.title")}
      size="min(680px, 96vw)"
      extra={
        <>
          <Segmented value={language} onChange={setLanguage} options={languageOptions} />{" "}
          <Button onClick={copy} disabled={!said.data}>
            {t("said.copy")}
          </Button>
        </>
      }
    >
      {said.isError ? (
        <LoadingError error={said.error} again={said.refetch} />
      ) : (
        <ol className={styles.said} lang={language}>
          {said.data?.map((line, index) => (
            <li key={index} data-head={line.wall === 0}>
              {line.words}
            </li>
          ))}
        </ol>
      )}
    </Drawer>
  );
}
