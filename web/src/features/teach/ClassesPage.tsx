// The classes of the week, as on a printed programme.
import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import { Header } from "../../shared/ui/Header";
import { Loading, LoadingError } from "../../shared/ui/States";
import { ClassForm } from "./ClassForm";
import styles from "./ClassesPage.module.css";
import { clockOf, dayWords, weekdayWords } from "../../shared/i18n/days";

type Line = Schemas["ClassLine"];

export default function ClassesPage() {
  const { t } = useTranslation();
  const go = useNavigate();
  const [fresh, setFresh] = useState(false);
  const classes = useQuery({ queryKey: ["classes"], queryFn: () => ask(api.GET("/api/classes")) });
  return (
    <>
      <Header title={t("teach.classes")} />
      <main className={clsx("page", styles.programme)}>
        <div className={styles.top}>
          <h1>{t("teach.classes")}</h1>
          <span className={styles.gap} />
          <a href="/api/classes.ics">{t("teach.calendarFile")}</a>
          <Link to="/evening">{t("teach.setList.title")}</Link>
          <Button type="primary" onClick={() => setFresh(true)}>
            {t("teach.newClass")}
          </Button>
        </div>
        {classes.isError && <LoadingError error={classes.error} again={classes.refetch} />}
        {classes.isPending && <Loading />}
        {classes.data?.length === 0 && (
          <p className={clsx("soft", styles.empty)}>{t("teach.noClasses")}</p>
        )}
        {classes.data?.map((each) => (
          <Row key={each.id} line={each} />
        ))}
      </main>
      {fresh && (
        <ClassForm
          onClose={() => setFresh(false)}
          onStored={(made) => void go(`/classes/${made.id}`)}
        />
      )}
    </>
  );
}

function Row({ line }: { line: Line }) {
  const { t, i18n } = useTranslation();
  const { language } = i18n;
  return (
    <Link to={`/classes/${line.id}`} className={styles.row}>
      <span className={styles.when}>
        <b>{clockOf(line.starts_at)}</b>
        {weekdayWords(line.weekday, language)}
      </span>
      <span className={styles.name}>
        <strong>{line.name}</strong>
        <span className="soft">
          {[
            t("teach.minutes", { count: line.minutes }),
            line.level && t(`teach.level.${line.level}`),
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
      </span>
      <span className={styles.next}>
        {line.next_evening
          ? t("teach.next", { day: dayWords(line.next_evening, language) })
          : t("teach.termOver")}
        <span className={line.sticks.length ? "brick" : "soft"}>
          {line.sticks.length
            ? t("teach.sticksIn", { dances: line.sticks.join(", ") })
            : t("teach.dances", { count: line.dances })}
        </span>
      </span>
    </Link>
  );
}
