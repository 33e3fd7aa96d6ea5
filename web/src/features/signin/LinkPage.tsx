// What the links in mails lead to: an account is opened, an address confirmed, a password chosen.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate, useNavigate, useParams } from "react-router";

import { api, ask } from "../../shared/api/client";
import { Answer } from "../../shared/ui/Answer";
import { Secret } from "../../shared/ui/Secret";
import { changeSession } from "../../shared/ui/session";
import { AskForm } from "./AskForm";
import { SignInFrame } from "./SignInFrame";

interface Props {
  about: "welcome" | "confirm" | "reset";
}

export default function LinkPage({ about }: Props) {
  const { key = "" } = useParams();
  const navigate = useNavigate();
  return (
    <SignInFrame>
      {about === "welcome" && <Welcome link={key} />}
      {about === "confirm" && <Confirm link={key} />}
      {about === "reset" && key && <Reset link={key} />}
      {about === "reset" && !key && <AskForm onBack={() => void navigate("/")} />}
    </SignInFrame>
  );
}

// A press, not the mere visit: programs that look at links in mails must not use them up.
function Welcome({ link }: { link: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const open = useMutation({
    mutationFn: () => ask(api.POST("/api/accounts/opened", { body: { key: link } })),
    onSuccess: (session) => changeSession(queries, session),
  });
  if (open.isSuccess) return <Navigate to="/" replace />;
  return (
    <Press title={t("signin.welcomeTitle")} go={t("signin.welcomeGo")} of={open}>
      {t("signin.welcomeLead")}
    </Press>
  );
}

function Confirm({ link }: { link: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const confirm = useMutation({
    mutationFn: () => ask(api.POST("/api/confirm", { body: { key: link } })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: ["address"] }),
  });
  if (confirm.isSuccess)
    return (
      <section>
        <h1>{t("signin.confirmTitle")}</h1>
        <p role="status">{t("signin.confirmed", { address: confirm.data.address })}</p>
        <Link to="/account">{t("signin.toAccount")}</Link>
      </section>
    );
  return (
    <Press title={t("signin.confirmTitle")} go={t("signin.confirmGo")} of={confirm}>
      {t("signin.confirmLead")}
    </Press>
  );
}

function Reset({ link }: { link: string }) {
  const { t } = useTranslation();
  const [fresh, setFresh] = useState("");
  const reset = useMutation({
    mutationFn: () => ask(api.PUT("/api/reset", { body: { key: link, new: fresh } })),
  });
  if (reset.isSuccess)
    return (
      <section>
        <h1>{t("signin.resetTitle")}</h1>
        <p role="status">{t("signin.resetDone")}</p>
        <Link to="/">{t("signin.go")}</Link>
      </section>
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        reset.mutate();
      }}
    >
      <h1>{t("signin.resetTitle")}</h1>
      <Secret
        id="password-new"
        label={t("account.passwordNew")}
        value={fresh}
        onChange={setFresh}
        fresh
        large
        autoFocus
      />
      <p className="soft">{t("account.passwordHint")}</p>
      <Answer of={reset} done="" />
      <Button type="primary" htmlType="submit" size="large" loading={reset.isPending} block>
        {t("signin.resetGo")}
      </Button>
    </form>
  );
}

interface Pressed {
  title: string;
  go: string;
  children: string;
  of: { mutate: () => void; isPending: boolean; isSuccess: boolean; error: Error | null };
}

function Press({ title, go, children, of }: Pressed) {
  return (
    <section>
      <h1>{title}</h1>
      <p>{children}</p>
      <Answer of={of} done="" />
      <Button type="primary" size="large" loading={of.isPending} onClick={() => of.mutate()} block>
        {go}
      </Button>
    </section>
  );
}
