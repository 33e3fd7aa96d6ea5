// The password is no longer known: a link for a new one, by mail.
import { useMutation } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { Answer } from "../../shared/ui/Answer";
import { MailAddress } from "../../shared/ui/MailAddress";

export function AskForm({ onBack }: { onBack: () => void }) {
  const { t } = useTranslation();
  const [address, setAddress] = useState("");
  const send = useMutation({
    mutationFn: () => ask(api.POST("/api/reset", { body: { address } })),
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        send.mutate();
      }}
    >
      <h1>{t("signin.askTitle")}</h1>
      {send.isSuccess ? (
        <p role="status">{t("signin.asked", { address })}</p>
      ) : (
        <>
          <MailAddress
            id="address"
            label={t("signin.askAddress")}
            value={address}
            onChange={setAddress}
            large
            autoFocus
          />
          <Answer of={send} done="" />
          <Button type="primary" htmlType="submit" size="large" loading={send.isPending} block>
            {t("signin.askGo")}
          </Button>
        </>
      )}
      <Button type="link" onClick={onBack}>
        {t("signin.askBack")}
      </Button>
    </form>
  );
}
