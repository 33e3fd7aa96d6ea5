// Everything one has as one file, and such a file brought in.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Upload } from "antd";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, sendFile, type Schemas } from "../../shared/api/client";
import styles from "./AccountPage.module.css";

type Arrival = Schemas["ArrivalOut"];
const ASK_AGAIN_MS = 1500;

export function Archive({ account }: { account: Schemas["AccountOut"] }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [arrival, setArrival] = useState<string>();
  const send = useMutation({
    mutationFn: (file: File) => sendFile<Arrival>("/api/account/arrivals", file),
    onSuccess: (made) => setArrival(made.id),
  });
  const going = useQuery({
    queryKey: ["arrival", arrival],
    queryFn: () =>
      ask(api.GET("/api/account/arrivals/{pk}", { params: { path: { pk: arrival ?? "" } } })),
    enabled: arrival !== undefined,
    refetchInterval: ({ state }) => (state.data?.state === "waiting" ? ASK_AGAIN_MS : false),
  });
  const state = going.data?.state;
  useEffect(() => {
    if (state !== "ready") return;
    void queries.invalidateQueries({ queryKey: ["account"] });
    void queries.invalidateQueries({ queryKey: ["shelf"] });
  }, [state, queries]);
  const failed = send.error?.message ?? (state === "failed" ? going.data?.message : undefined);
  return (
    <>
      <p>{t("account.holds", { ...account })}</p>
      <p className="soft">{t("account.archiveLead")}</p>
      <div className={styles.row}>
        <Button href="/api/account/archive.zip">{t("account.archiveGo")}</Button>
        <Upload
          accept=".zip"
          showUploadList={false}
          beforeUpload={(file) => {
            send.mutate(file);
            return false;
          }}
        >
          <Button loading={send.isPending || state === "waiting"}>{t("account.bringIn")}</Button>
        </Upload>
      </div>
      {state === "waiting" && <p role="status">{t("account.bringing")}</p>}
      {going.data && state === "ready" && (
        <p role="status">{t("account.brought", { ...going.data })}</p>
      )}
      {failed && (
        <p className="problem" role="alert">
          {failed}
        </p>
      )}
    </>
  );
}
