// What a sheet or a colleague says of tags and restarts, against the dance; taken over with a press.
import { useMutation } from "@tanstack/react-query";
import { Button, Drawer, Input } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type EventForm } from "../../shared/api/client";
import styles from "./ClaimsDrawer.module.css";

interface Props {
  id: string;
  onClose: () => void;
  onTake: (events: EventForm[]) => void;
}

export default function ClaimsDrawer({ id, onClose, onTake }: Props) {
  const { t } = useTranslation();
  const [text, setText] = useState("");
  const check = useMutation({
    mutationFn: (said: string) =>
      ask(
        api.POST("/api/routines/{pk}/claims", {
          params: { path: { pk: id } },
          body: { text: said },
        }),
      ),
  });
  const claims = check.data ?? [];
  const events = claims.flatMap((claim) => (claim.event ? [claim.event] : []));
  return (
    <Drawer open onClose={onClose} title={t("claims.title")} size="min(620px, 96vw)">
      <p className="soft">{t("claims.lead")}</p>
      <Input.TextArea
        autoFocus
        value={text}
        rows={5}
        maxLength={4000}
        placeholder={t("claims.example")}
        aria-label={t("claims.title")}
        onChange={(e) => setText(e.target.value)}
      />
      <p>
        <Button
          type="primary"
          disabled={!text.trim()}
          loading={check.isPending}
          onClick={() => check.mutate(text)}
        >
          {t("claims.check")}
        </Button>
      </p>
      {check.isError && <p className="notice">{check.error.message || t("saved.offline")}</p>}
      <ul className={styles.claims}>
        {claims.map((claim, index) => (
          <li key={index} data-agrees={claim.agrees}>
            <q>{claim.text}</q>
            {claim.words && <strong>{claim.words}</strong>}
            {claim.agrees ? (
              <span className="fine">{t("claims.agrees")}</span>
            ) : (
              claim.against.map((words) => <span key={words}>{words}</span>)
            )}
          </li>
        ))}
      </ul>
      {events.length > 0 && (
        <p>
          <Button onClick={() => onTake(events)}>
            {t("claims.take", { count: events.length })}
          </Button>
        </p>
      )}
    </Drawer>
  );
}
