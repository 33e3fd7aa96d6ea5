// An authenticator app: its code to scan, and the first digits it shows.
import { useQuery } from "@tanstack/react-query";
import { Input } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { LoadingError } from "../../shared/ui/States";
import styles from "./AccountPage.module.css";
import { ConfirmWithPassword } from "./ConfirmWithPassword";

export function AppSetUp({ onClose }: { onClose: (codes?: string[]) => void }) {
  const { t } = useTranslation();
  const [code, setCode] = useState("");
  const begun = useQuery({
    queryKey: ["factor", "app"],
    queryFn: () => ask(api.POST("/api/account/factor/app")),
    staleTime: Infinity,
    gcTime: 0,
  });
  if (begun.isError) return <LoadingError error={begun.error} again={begun.refetch} />;
  if (!begun.data) return null;
  return (
    <ConfirmWithPassword
      go={t("account.appKeep")}
      onClose={onClose}
      run={(password) => ask(api.PUT("/api/account/factor/app", { body: { code, password } }))}
    >
      <p>{t("account.appScan")}</p>
      <img
        className={styles.scan}
        alt=""
        src={`data:image/svg+xml;utf8,${encodeURIComponent(begun.data.drawing)}`}
      />
      <code className={styles.secret}>{begun.data.secret.replace(/(.{4})(?=.)/g, "$1 ")}</code>
      <label htmlFor="app-code">{t("account.appCode")}</label>
      <Input
        id="app-code"
        inputMode="numeric"
        autoComplete="one-time-code"
        value={code}
        onChange={(event) => setCode(event.target.value)}
        required
      />
    </ConfirmWithPassword>
  );
}
