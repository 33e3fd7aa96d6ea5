// The second factor: an authenticator app, passkeys, recovery codes.
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { passkeysWork } from "../../shared/ui/passkeys";
import { LoadingError } from "../../shared/ui/States";
import styles from "./AccountPage.module.css";
import { AppSetUp } from "./AppSetUp";
import { PasskeySetUp } from "./PasskeySetUp";
import { ConfirmWithPassword, type Factors } from "./ConfirmWithPassword";

type Open = "app" | "passkey" | "appOff" | "codes" | number;

export function Factor() {
  const { t } = useTranslation();
  const [open, setOpen] = useState<Open>();
  const [codes, setCodes] = useState<string[]>([]);
  const factor = useQuery({
    queryKey: ["factor"],
    queryFn: () => ask(api.GET("/api/account/factor")),
  });
  if (factor.isError) return <LoadingError error={factor.error} again={factor.refetch} />;
  if (!factor.data) return null;
  const { app, passkeys, codes_left: left } = factor.data;
  const on = app || passkeys.length > 0;
  const close = (shown: string[] = []) => {
    setOpen(undefined);
    setCodes(shown);
  };
  const off = (run: (password: string) => Promise<Factors>, go: string) => (
    <ConfirmWithPassword run={run} go={go} onClose={close} />
  );
  return (
    <>
      <p className="soft">{t("account.factorLead")}</p>
      {app && <p>{t("account.factorApp")}</p>}
      {passkeys.length > 0 && (
        <ul className={styles.devices}>
          {passkeys.map(({ id, name }) => (
            <li key={id}>
              <span>{name}</span>
              <Button size="small" onClick={() => setOpen(id)}>
                {t("account.passkeyOff")}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {on && <p>{t("account.factorLeft", { count: left })}</p>}
      {codes.length > 0 && (
        <div role="status">
          <p>{t("account.codes")}</p>
          <ol className={styles.codes}>
            {codes.map((code) => (
              <li key={code}>{code}</li>
            ))}
          </ol>
        </div>
      )}
      {open === undefined && (
        <div className={styles.row}>
          <Button onClick={() => setOpen(app ? "appOff" : "app")}>
            {t(app ? "account.factorOff" : "account.appGo")}
          </Button>
          {passkeysWork() && (
            <Button onClick={() => setOpen("passkey")}>{t("account.passkeyGo")}</Button>
          )}
          {on && <Button onClick={() => setOpen("codes")}>{t("account.codesGo")}</Button>}
        </div>
      )}
      {open === "app" && <AppSetUp onClose={close} />}
      {open === "passkey" && <PasskeySetUp onClose={close} />}
      {open === "appOff" &&
        off(
          (password) => ask(api.POST("/api/account/factor/app/off", { body: { password } })),
          t("account.factorOff"),
        )}
      {open === "codes" &&
        off(
          (password) => ask(api.POST("/api/account/factor/codes", { body: { password } })),
          t("account.codesGo"),
        )}
      {typeof open === "number" &&
        off(
          (password) =>
            ask(
              api.POST("/api/account/factor/passkeys/{pk}/off", {
                params: { path: { pk: open } },
                body: { password },
              }),
            ),
          t("account.passkeyOff"),
        )}
    </>
  );
}
