// Sign in, with a second factor where there is one, or create an account.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ApiError, ask, type Schemas } from "../../shared/api/client";
import { MailAddress } from "../../shared/ui/MailAddress";
import { showPasskey } from "../../shared/ui/passkeys";
import { Secret } from "../../shared/ui/Secret";
import { changeSession } from "../../shared/ui/session";

interface Props {
  mail: boolean;
  words: string | undefined;
  onEnter: () => void;
  onForgot: () => void;
}

type Session = Schemas["SessionForm"];

export function EnterForm({ mail, words, onEnter, onForgot }: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [fresh, setFresh] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [address, setAddress] = useState("");
  const [code, setCode] = useState("");
  const [wantsCode, setWantsCode] = useState(false);

  const signIn = async (): Promise<Session> => {
    const body = { name, password, code, passkey: "" };
    const first = await ask(api.POST("/api/session", { body }));
    if (first.name || !first.passkey) return first;
    const passkey = await showPasskey(first.passkey);
    if (passkey) return ask(api.POST("/api/session", { body: { ...body, passkey } }));
    setWantsCode(true);
    throw new Error(t("signin.noPasskey"));
  };
  const enter = useMutation({
    mutationFn: () =>
      fresh ? ask(api.POST("/api/accounts", { body: { name, password, address } })) : signIn(),
    onSuccess: (session) => {
      if (!session.name) return;
      changeSession(queries, session);
      onEnter();
    },
    onError: (error) => {
      if (error instanceof ApiError && error.field === "code") setWantsCode(true);
    },
  });
  if (enter.data?.sent_to)
    return (
      <section>
        <h1>{t("signin.sentTitle")}</h1>
        <p role="status">{t("signin.sent", { address: enter.data.sent_to })}</p>
        <Button type="link" onClick={() => enter.reset()}>
          {t("signin.sentBack")}
        </Button>
      </section>
    );
  const problem = enter.error;
  // That a code is missing is no mistake as long as none was typed.
  const asked = wantsCode && !code;
  const said =
    problem instanceof ApiError && problem.status === 0 ? t("signin.offline") : problem?.message;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        enter.mutate();
      }}
    >
      <h1>{fresh ? t("signin.upTitle") : t("signin.title")}</h1>
      {words && <p role="status">{words}</p>}
      <label htmlFor="name">{t("signin.name")}</label>
      <Input
        id="name"
        size="large"
        autoComplete="username"
        autoCapitalize="none"
        value={name}
        onChange={(event) => setName(event.target.value)}
        required
        autoFocus
      />
      <Secret
        id="password"
        label={t("signin.password")}
        value={password}
        onChange={setPassword}
        fresh={fresh}
        large
      />
      {fresh && <p className="soft">{t("signin.passwordHint")}</p>}
      {fresh && mail && (
        <MailAddress
          id="address"
          label={t("signin.address")}
          value={address}
          onChange={setAddress}
          large
        />
      )}
      {wantsCode && !fresh && (
        <>
          <label htmlFor="code">{t("signin.code")}</label>
          <Input
            id="code"
            size="large"
            inputMode="numeric"
            autoComplete="one-time-code"
            value={code}
            onChange={(event) => setCode(event.target.value)}
            autoFocus
          />
        </>
      )}
      {said && (
        <p className={asked ? "soft" : "problem"} role={asked ? "status" : "alert"}>
          {said}
        </p>
      )}
      <Button type="primary" htmlType="submit" size="large" loading={enter.isPending} block>
        {fresh ? t("signin.goUp") : t("signin.go")}
      </Button>
      <Button
        type="link"
        onClick={() => {
          setFresh(!fresh);
          enter.reset();
        }}
      >
        {fresh ? t("signin.toIn") : t("signin.toUp")}
      </Button>
      {mail && !fresh && (
        <Button type="link" onClick={onForgot}>
          {t("signin.forgot")}
        </Button>
      )}
    </form>
  );
}
