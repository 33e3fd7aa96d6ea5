// Who works on a class or a routine, and the way for a colleague to join.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useTranslation } from "react-i18next";

import { api, ask } from "../api/client";
import { dayWords } from "../i18n/days";
import styles from "./SharePanel.module.css";

export function TogetherPanel(of: { routine: string } | { class_id: string }) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const key = ["together", of];
  const found = useQuery({
    queryKey: key,
    queryFn: () => ask(api.GET("/api/together", { params: { query: of } })),
  });
  const invite = useMutation({ mutationFn: () => ask(api.POST("/api/together", { body: of })) });
  const part = useMutation({
    mutationFn: (pk: number) => ask(api.DELETE("/api/together/{pk}", { params: { path: { pk } } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  const problem = invite.error ?? part.error;
  if (!found.data) return null;
  const { owner, yours, people, changed_by, changed_at } = found.data;
  const link = invite.data;
  return (
    <section className={styles.panel} aria-labelledby="together">
      <h2 id="together">{t("together.title")}</h2>
      <p className="soft">
        {t("together.changed", { name: changed_by, day: dayWords(changed_at, i18n.language) })}
      </p>
      {problem && (
        <p role="alert" className="problem">
          {problem.message || t("error.offline")}
        </p>
      )}
      {!yours && <p>{t("together.of", { name: owner })}</p>}
      {people.map((person) => (
        <div key={person.id} className={styles.link}>
          {person.name}{" "}
          {(yours || person.you) && (
            <Button size="small" onClick={() => part.mutate(person.id)}>
              {t(person.you ? "together.leave" : "together.letGo")}
            </Button>
          )}
        </div>
      ))}
      {yours && (
        <div className={styles.fresh}>
          <Button loading={invite.isPending} onClick={() => invite.mutate()}>
            {t("together.invite")}
          </Button>
        </div>
      )}
      {link && (
        <div className={styles.link}>
          <p>{t("together.send", { day: dayWords(link.expires_at, i18n.language) })}</p>
          <code>
            {location.origin}
            {link.path}
          </code>
          <img
            src={`data:image/svg+xml,${encodeURIComponent(link.qr)}`}
            alt={t("run.screen.code")}
            className={styles.code}
          />
        </div>
      )}
    </section>
  );
}
