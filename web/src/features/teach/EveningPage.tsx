// The plan of an evening: a programme to the second. What is typed in stays; the rest is fitted.
import { useQuery } from "@tanstack/react-query";
import { Button, InputNumber, Radio, Select } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";
import { Link, useParams } from "react-router";

import { api, ask } from "../../shared/api/client";
import { Header } from "../../shared/ui/Header";
import { Loading, LoadingError } from "../../shared/ui/States";
import { dayWords, minutesOf } from "../../shared/i18n/days";
import styles from "./EveningPage.module.css";
import { LogPanel } from "./LogPanel";
import { Programme } from "./Programme";
import { useEvening, type Evening, type Wish } from "./useEvening";

export default function EveningPage() {
  const { id = "" } = useParams();
  const { t, i18n } = useTranslation();
  const { query, store, keep } = useEvening(id);
  if (query.isError) return <LoadingError error={query.error} again={query.refetch} />;
  const evening = query.data;
  if (!evening) return <Loading />;
  const change = (changed: Partial<Wish>) =>
    store.mutate({ wish: { ...evening.wish, ...changed }, version: evening.version });
  const { plan } = evening;
  const planned = plan.items.some((item) => item.routine);
  return (
    <>
      <Header
        title={dayWords(evening.day, i18n.language)}
        detail={evening.class_name}
        right={<Link to={`/classes/${evening.class_id}`}>{evening.class_name}</Link>}
      />
      <main className={clsx("page", styles.page)}>
        <section aria-label={t("teach.plan.title")}>
          <p className={clsx(styles.fits, plan.over_seconds > 0 && "brick")} role="status">
            <b>{minutesOf(60 * plan.minutes - plan.spare_seconds + plan.over_seconds)}</b>{" "}
            {t("teach.plan.of", { count: plan.minutes })}{" "}
            <span>{planned ? plan.fits : t("teach.plan.empty")}</span>
          </p>
          {store.isError && (
            <p role="alert" className="problem">
              {store.error.message || t("error.offline")}
            </p>
          )}
          <Programme evening={evening} busy={store.isPending} change={change} />
        </section>
        <aside className={styles.side}>
          <div className={styles.go}>
            <Link to={`/evenings/${id}/teach`} className={styles.teach}>
              {t(evening.begun_at ? "teach.plan.goOn" : "teach.plan.teach")}
            </Link>
            <a href={`/api/evenings/${id}/plan.pdf`}>{t("teach.plan.print")}</a>
            <a href={`/api/evenings/${id}/plan.pdf?large=true`}>{t("teach.plan.large")}</a>
          </div>
          <Wishes evening={evening} change={change} />
          <LeftOut evening={evening} change={change} />
          <LogPanel evening={evening} keep={keep} />
        </aside>
      </main>
    </>
  );
}

interface PartProps {
  evening: Evening;
  change: (changed: Partial<Wish>) => void;
}

function Wishes({ evening, change }: PartProps) {
  const { t } = useTranslation();
  const { wish } = evening;
  const routines = wish.routines ?? [];
  const suggested = useQuery({
    queryKey: ["remembered", evening.class_id],
    queryFn: () =>
      ask(api.GET("/api/classes/{pk}/remembered", { params: { path: { pk: evening.class_id } } })),
  });
  const shelf = useQuery({ queryKey: ["shelf"], queryFn: () => ask(api.GET("/api/shelf")) });
  const known = suggested.data ?? [];
  const own = known.map((dance) => ({
    value: dance.routine,
    label: dance.sticks ? t("teach.plan.stuck", { title: dance.title }) : dance.title,
  }));
  const others = (shelf.data?.routines ?? [])
    .filter((routine) => !known.some((dance) => dance.routine === routine.id))
    .map((routine) => ({ value: routine.id, label: routine.title }));
  return (
    <section className={styles.wishes}>
      <label>
        {t("teach.plan.dances")}
        <Select
          mode="multiple"
          value={routines}
          placeholder={t("teach.plan.choose")}
          onChange={(chosen: string[]) => change({ routines: chosen })}
          options={[
            { label: t("teach.plan.inOrder"), options: own },
            { label: t("teach.plan.others"), options: others },
          ]}
          showSearch={{ optionFilterProp: "label" }}
        />
      </label>
      <label>
        {t("teach.length")}
        <InputNumber
          key={wish.minutes}
          aria-label={t("teach.length")}
          defaultValue={wish.minutes}
          min={1}
          max={600}
          precision={0}
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={(event) => {
            const minutes = Number(event.target.value);
            if (minutes >= 1 && minutes <= 600 && minutes !== wish.minutes) change({ minutes });
          }}
        />
      </label>
      <Radio.Group
        value={wish.order ?? "added-on"}
        onChange={(event) =>
          change({ order: event.target.value as NonNullable<Wish["order"]>, arrangement: [] })
        }
        options={[
          { value: "added-on", label: t("teach.plan.addedOn") },
          { value: "song", label: t("teach.plan.songOrder") },
        ]}
      />
      {(Object.keys(wish.fixed ?? {}).length > 0 || (wish.arrangement ?? []).length > 0) && (
        <Button size="small" onClick={() => change({ fixed: {}, arrangement: [] })}>
          {t("teach.plan.afresh")}
        </Button>
      )}
    </section>
  );
}

function LeftOut({ evening, change }: PartProps) {
  const { t } = useTranslation();
  const { plan, wish, titles } = evening;
  const fixed = wish.fixed ?? {};
  const out = Object.entries(fixed).filter(([, seconds]) => seconds === 0);
  if (!plan.left_out.length && !plan.cut.length && !out.length) return null;
  const several = Object.keys(titles).length > 1;
  const named = ({ routine, words }: { routine: string; words: string }) =>
    several ? `${titles[routine]}: ${words}` : words;
  return (
    <section className={styles.left}>
      {plan.left_out.length > 0 && (
        <>
          <h3>{t("teach.plan.leftOut")}</h3>
          <ul>
            {plan.left_out.map((each) => (
              <li key={`${each.routine} ${each.key}`}>{named(each)}</li>
            ))}
          </ul>
        </>
      )}
      {out.length > 0 && (
        <Button
          size="small"
          onClick={() =>
            change({
              fixed: Object.fromEntries(Object.entries(fixed).filter(([, s]) => s !== 0)),
            })
          }
        >
          {t("teach.plan.bringBack", { count: out.length })}
        </Button>
      )}
      {plan.cut.length > 0 && (
        <details>
          <summary>{t("teach.plan.cut")}</summary>
          <ul>
            {plan.cut.map((each) => (
              <li key={each.key}>{named(each)}</li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
