// The mail address: for a new password, confirmed by a link.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { MailAddress } from "../../shared/ui/MailAddress";
import { Secret } from "../../shared/ui/Secret";
import { LoadingError } from "../../shared/ui/States";
import { Answer } from "../../shared/ui/Answer";

export function Address() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [said, setSaid] = useState("");
  const [password, setPassword] = useState("");
  const known = useQuery({
    queryKey: ["address"],
    queryFn: () => ask(api.GET("/api/account/address")),
  });
  const change = useMutation({
    mutationFn: () => ask(api.PUT("/api/account/address", { body: { address: said, password } })),
    onSuccess: (now) => {
      queries.setQueryData(["address"], now);
      setSaid("");
      setPassword("");
    },
  });
  if (known.isError) return <LoadingError error={known.error} again={known.refetch} />;
  if (!known.data) return null;
  const { mail, address, confirmed } = known.data;
  if (!mail) return <p className="soft">{t("account.addressNone")}</p>;
  return (
    <>
      <p className="soft">{t("account.addressLead")}</p>
      {address && <p>{t(confirmed ? "account.addressIs" : "account.addressWaits", { address })}</p>}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <MailAddress
          id="account-address"
          label={t(address ? "account.addressOther" : "account.addressNew")}
          value={said}
          onChange={setSaid}
        />
        <Secret
          id="address-password"
          label={t("account.leavePassword")}
          value={password}
          onChange={setPassword}
        />
        <Answer of={change} done="" />
        <Button htmlType="submit" loading={change.isPending}>
          {t("account.addressGo")}
        </Button>
      </form>
    </>
  );
}
