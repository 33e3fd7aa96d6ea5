import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ApiError, ask } from "../../shared/api/client";
import { LanguageChoice } from "../../shared/ui/LanguageChoice";
import { Secret } from "../../shared/ui/Secret";
import { changeSession } from "../../shared/ui/session";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import styles from "./SignIn.module.css";

interface Props {
  /** The session ended while somebody was at work. */
  lost: boolean;
  onEnter: () => void;
}

export default function SignIn({ lost, onEnter }: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [fresh, setFresh] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const enter = useMutation({
    mutationFn: () =>
      ask(api.POST(fresh ? "/api/accounts" : "/api/session", { body: { name, password } })),
    onSuccess: (session) => {
      changeSession(queries, session);
      onEnter();
    },
  });
  const problem = enter.error;
  const words =
    problem instanceof ApiError && problem.status === 0 ? t("signin.offline") : problem?.message;
  return (
    <main className={styles.signin}>
      <section className={styles.lead}>
        <p className={styles.brand}>
          Maple<span aria-hidden>·</span>Step
        </p>
        <p>{t("signin.lead")}</p>
        <div className={styles.rooms} aria-hidden>
          {["12:00", "9:00", "6:00", "3:00"].map((clock, index) => (
            <figure key={clock}>
              <RoomGlyph clock={clock} size={64} silent />
              <figcaption>
                {index + 1} · {clock}
              </figcaption>
            </figure>
          ))}
        </div>
      </section>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          enter.mutate();
        }}
      >
        <h1>{fresh ? t("signin.upTitle") : t("signin.title")}</h1>
        {lost && <p role="status">{t("signin.lost")}</p>}
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
        {words && (
          <p className="problem" role="alert">
            {words}
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
        <div className={styles.language}>
          <LanguageChoice signedIn={false} />
        </div>
      </form>
    </main>
  );
}
