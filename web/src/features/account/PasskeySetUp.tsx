// A new passkey, made by the browser.
import { Input } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { makePasskey } from "../../shared/ui/passkeys";
import { ConfirmWithPassword } from "./ConfirmWithPassword";

export function PasskeySetUp({ onClose }: { onClose: (codes?: string[]) => void }) {
  const { t } = useTranslation();
  const [name, setName] = useState(t("account.passkeyMine"));
  const make = async (password: string) => {
    const options = await ask(api.POST("/api/account/factor/passkeys/new"));
    const credential = await makePasskey(options);
    if (!credential) throw new Error(t("account.passkeyNot"));
    return ask(api.POST("/api/account/factor/passkeys", { body: { name, credential, password } }));
  };
  return (
    <ConfirmWithPassword go={t("account.passkeyMake")} onClose={onClose} run={make}>
      <label htmlFor="passkey-name">{t("account.passkeyName")}</label>
      <Input
        id="passkey-name"
        value={name}
        maxLength={60}
        onChange={(event) => setName(event.target.value)}
        required
      />
    </ConfirmWithPassword>
  );
}
