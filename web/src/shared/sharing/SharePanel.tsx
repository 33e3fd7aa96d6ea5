// The links to a routine or a class: made, shown as a code for a phone, taken back.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Select } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type Schemas } from "../api/client";
import { dayWords } from "../i18n/days";
import styles from "./SharePanel.module.css";

type Shared = Schemas["ShareOut"];

/** Days a link works; 0 is until it is taken back. */
const DAYS = [7, 30, 90, 365, 0];

export function SharePanel(of: { routine: string } | { class_id: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const key = ["shares", of];
  const [days, setDays] = useState(90);
  const [recording, setRecording] = useState(false);
  const links = useQuery({
    queryKey: key,
    queryFn: () => ask(api.GET("/api/shares", { params: { query: of } })),
  });
  const again = () => queries.invalidateQueries({ queryKey: key });
  const make = useMutation({
    mutationFn: () =>
      ask(api.POST("/api/shares", { body: { ...of, days: days || null, recording } })),
    onSuccess: again,
  });
  const revoke = useMutation({
    mutationFn: (pk: string) => ask(api.DELETE("/api/shares/{pk}", { params: { path: { pk } } })),
    onSuccess: again,
  });
  const problem = make.error ?? revoke.error;
  return (
    <section className={styles.panel} aria-labelledby="share">
      <h2 id="share">{t("share.title")}</h2>
      <p className="soft">{t("share.lead")}</p>
      {problem && (
        <p role="alert" className="problem">
          {problem.message || t("error.offline")}
        </p>
      )}
      {links.data?.map((link) => (
        <Row key={link.id} link={link} onRevoke={() => revoke.mutate(link.id)} />
      ))}
      <div className={styles.fresh}>
        <Select
          value={days}
          aria-label={t("share.days")}
          onChange={setDays}
          options={DAYS.map((value) => ({
            value,
            label: value ? t("share.forDays", { count: value }) : t("share.forGood"),
          }))}
        />
        <Button loading={make.isPending} onClick={() => make.mutate()}>
          {t("share.make")}
        </Button>
      </div>
      <Checkbox checked={recording} onChange={(event) => setRecording(event.target.checked)}>
        {t("share.recording")}
      </Checkbox>
    </section>
  );
}

function Row({ link, onRevoke }: { link: Shared; onRevoke: () => void }) {
  const { t, i18n } = useTranslation();
  const [open, setOpen] = useState(false);
  const address = `${location.origin}${link.path}`;
  return (
    <div className={styles.link}>
      <a href={link.path} target="_blank" rel="noreferrer">
        {address}
      </a>
      <p className="soft">
        {t("share.visits", { count: link.visits })} ·{" "}
        {link.expires_at
          ? t("share.until", { day: dayWords(link.expires_at.slice(0, 10), i18n.language) })
          : t("share.forGood")}
        {link.recording && ` · ${t("share.withRecording")}`}
      </p>
      <Button size="small" onClick={() => setOpen(!open)} aria-expanded={open}>
        {t("share.code")}
      </Button>{" "}
      <Button size="small" onClick={() => void navigator.clipboard?.writeText(address)}>
        {t("share.copyAddress")}
      </Button>{" "}
      <Button size="small" danger onClick={onRevoke}>
        {t("share.revoke")}
      </Button>
      {open && (
        <img
          src={`data:image/svg+xml,${encodeURIComponent(link.qr)}`}
          alt={t("run.screen.code")}
          className={styles.code}
        />
      )}
    </div>
  );
}
