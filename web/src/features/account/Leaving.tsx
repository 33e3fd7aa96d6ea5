// Delete the account: what goes, the password once more, and two weeks to think.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type Schemas } from "../../shared/api/client";
import { longDay } from "../../shared/i18n/days";
import { Secret } from "../../shared/ui/Secret";
import { Answer } from "../../shared/ui/Answer";

type Account = Schemas["AccountOut"];

export function Leaving({ account }: { account: Account }) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [password, setPassword] = useState("");
  const known = (now: Account) => {
    queries.setQueryData(["account"], now);
    queries.setQueryData<Schemas["SessionForm"]>(["session"], (old) =>
      old ? { ...old, leaves_at: now.leaves_at } : old,
    );
    setAsked(false);
    setPassword("");
  };
  const leave = useMutation({
    mutationFn: () => ask(api.POST("/api/account/leave", { body: { password } })),
    onSuccess: known,
  });
  const stay = useMutation({
    mutationFn: () => ask(api.DELETE("/api/account/leave")),
    onSuccess: known,
  });
  if (account.leaves_at)
    return (
      <>
        <p>{t("account.goesOn", { day: longDay(account.leaves_at, i18n.language) })}</p>
        <Answer of={stay} done="" />
        <Button type="primary" loading={stay.isPending} onClick={() => stay.mutate()}>
          {t("account.stay")}
        </Button>
      </>
    );
  return (
    <>
      <p>{t("account.leaveLead", { ...account })}</p>
      {!asked && (
        <Button danger onClick={() => setAsked(true)}>
          {t("account.leaveGo")}
        </Button>
      )}
      {asked && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            leave.mutate();
          }}
        >
          <Secret
            id="leave-password"
            label={t("account.leavePassword")}
            value={password}
            onChange={setPassword}
            autoFocus
          />
          <Answer of={leave} done="" />
          <Button danger htmlType="submit" loading={leave.isPending}>
            {t("account.leaveSure")}
          </Button>
        </form>
      )}
    </>
  );
}
