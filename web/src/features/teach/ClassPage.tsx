// A class: its next evening, what it has of each dance, and the term as a calendar of dances.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Dropdown, Select } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate, useParams } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import { Header } from "../../shared/ui/Header";
import { SharePanel } from "../../shared/sharing/SharePanel";
import { TogetherPanel } from "../../shared/sharing/TogetherPanel";
import { Loading, LoadingError } from "../../shared/ui/States";
import { ClassForm, type ClassOut } from "./ClassForm";
import styles from "./ClassPage.module.css";
import { clockOf, dayWords, weekdayWords } from "../../shared/i18n/days";
import { Strip } from "./Strip";
import { TermCalendar } from "./TermCalendar";

type Remembered = Schemas["RememberedView"];

export default function ClassPage() {
  const { id = "" } = useParams();
  const { t } = useTranslation();
  const pk = { params: { path: { pk: id } } };
  const found = useQuery({
    queryKey: ["class", id],
    queryFn: () => ask(api.GET("/api/classes/{pk}", pk)),
  });
  const dances = useQuery({
    queryKey: ["remembered", id],
    queryFn: () => ask(api.GET("/api/classes/{pk}/remembered", pk)),
  });
  if (found.isError) return <LoadingError error={found.error} again={found.refetch} />;
  const of = found.data;
  return (
    <>
      <Header
        title={of?.name}
        detail={of ? t("teach.minutes", { count: of.minutes }) : ""}
        right={<Link to="/classes">{t("teach.classes")}</Link>}
      />
      {!of || !dances.data ? (
        <Loading />
      ) : (
        <main className={clsx("page", styles.page)}>
          <Top of={of} />
          <section aria-labelledby="repertoire">
            <h2 id="repertoire">{t("teach.repertoire")}</h2>
            {!dances.data.length && <p className="soft">{t("teach.noDances")}</p>}
            {dances.data.map((dance) => (
              <Dance key={dance.routine} of={of} dance={dance} />
            ))}
            <AddDance of={of} />
          </section>
          <section aria-labelledby="term">
            <h2 id="term">{t("teach.term.title")}</h2>
            <TermCalendar of={of} dances={dances.data} />
          </section>
          <div className={styles.together}>
            <SharePanel class_id={of.id} />
            <TogetherPanel class_id={of.id} />
          </div>
        </main>
      )}
    </>
  );
}

function Top({ of }: { of: ClassOut }) {
  const { t, i18n } = useTranslation();
  const go = useNavigate();
  const { modal } = App.useApp();
  const queries = useQueryClient();
  const [changing, setChanging] = useState(false);
  const pk = { params: { path: { pk: of.id } } };
  const plan = useMutation({
    mutationFn: () => ask(api.POST("/api/classes/{pk}/evenings", { ...pk, body: {} })),
    onSuccess: (evening) => void go(`/evenings/${evening.id}`),
  });
  const remove = async () => {
    await ask(api.DELETE("/api/classes/{pk}", pk));
    await queries.invalidateQueries({ queryKey: ["classes"] });
    void go("/classes");
  };
  const items = [
    { key: "change", label: t("teach.changeClass") },
    {
      key: "csv",
      label: <a href={`/api/classes/${of.id}/log.csv`}>{t("teach.file.csv")}</a>,
    },
    {
      key: "xlsx",
      label: <a href={`/api/classes/${of.id}/log.xlsx`}>{t("teach.file.xlsx")}</a>,
    },
    {
      key: "json",
      label: <a href={`/api/classes/${of.id}/log.json`}>{t("teach.file.json")}</a>,
    },
    {
      key: "repertoire",
      label: (
        <a href={`/api/classes/${of.id}/repertoire.pdf?language=${of.language}`}>
          {t("teach.file.repertoire")}
        </a>
      ),
    },
    { key: "delete", danger: true, label: t("teach.deleteClass") },
  ];
  const choose = ({ key }: { key: string }) => {
    if (key === "change") setChanging(true);
    if (key !== "delete") return;
    modal.confirm({
      title: t("teach.deleteTitle", { name: of.name }),
      content: t("teach.deleteWhat", { count: of.evenings_total }),
      okText: t("shelf.delete"),
      okButtonProps: { danger: true },
      cancelText: t("shelf.cancel"),
      onOk: remove,
    });
  };
  return (
    <div className={styles.top}>
      <p className={styles.when}>
        <b>
          {weekdayWords(of.weekday, i18n.language)} {clockOf(of.starts_at)}
        </b>
        {of.next_evening
          ? t("teach.next", { day: dayWords(of.next_evening, i18n.language) })
          : t("teach.termOver")}
        {of.overlaps.length > 0 && (
          <span className="problem">{t("teach.overlaps", { names: of.overlaps.join(", ") })}</span>
        )}
      </p>
      <Button type="primary" size="large" loading={plan.isPending} onClick={() => plan.mutate()}>
        {t("teach.planNext")}
      </Button>
      <Dropdown menu={{ items, onClick: choose }} trigger={["click"]}>
        <Button size="large">{t("teach.more")}</Button>
      </Dropdown>
      {changing && (
        <ClassForm of={of} onClose={() => setChanging(false)} onStored={() => setChanging(false)} />
      )}
    </div>
  );
}

function Dance({ of, dance }: { of: ClassOut; dance: Remembered }) {
  const { t, i18n } = useTranslation();
  const repertoire = useRepertoire(of);
  const { language } = i18n;
  return (
    <article className={styles.dance}>
      <header>
        <Link to={`/routines/${dance.routine}/teach`}>
          <strong>{dance.title}</strong>
        </Link>{" "}
        <span className="soft">
          {t("to")} {dance.song}
        </span>
        <span className={clsx(styles.state, dance.sticks ? "brick" : "soft")}>
          {dance.sticks
            ? t("teach.sticks")
            : dance.last
              ? t("teach.last", { day: dayWords(dance.last, language) })
              : t("teach.never")}
          {dance.due && ` · ${t("teach.due", { day: dayWords(dance.due, language) })}`}
        </span>
        <Button
          type="text"
          size="small"
          aria-label={t("teach.takeOut", { title: dance.title })}
          onClick={() => repertoire.set(of.repertoire.filter((each) => each !== dance.routine))}
        >
          ×
        </Button>
      </header>
      <Strip dance={dance} />
    </article>
  );
}

function AddDance({ of }: { of: ClassOut }) {
  const { t } = useTranslation();
  const repertoire = useRepertoire(of);
  const shelf = useQuery({ queryKey: ["shelf"], queryFn: () => ask(api.GET("/api/shelf")) });
  const options = (shelf.data?.routines ?? [])
    .filter((routine) => !of.repertoire.includes(routine.id))
    .map(({ id, title, song_title }) => ({
      value: id,
      label: `${title} ${t("to")} ${song_title}`,
    }));
  return (
    <Select
      className={styles.add ?? ""}
      showSearch={{ optionFilterProp: "label" }}
      value={null}
      placeholder={t("teach.addDance")}
      aria-label={t("teach.addDance")}
      options={options}
      notFoundContent={t("shelf.noneOf")}
      onChange={(routine: string | null) => routine && repertoire.set([...of.repertoire, routine])}
    />
  );
}

function useRepertoire(of: ClassOut) {
  const queries = useQueryClient();
  const store = useMutation({
    mutationFn: (routines: string[]) =>
      ask(
        api.PUT("/api/classes/{pk}/repertoire", {
          params: { path: { pk: of.id } },
          body: { routines },
        }),
      ),
    onSuccess: async (stored) => {
      queries.setQueryData(["class", of.id], stored);
      await queries.invalidateQueries({ queryKey: ["remembered", of.id] });
    },
  });
  return { set: (routines: string[]) => store.mutate(routines) };
}
