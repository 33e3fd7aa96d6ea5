// The home page: routines first, dances and songs beside them.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import type { TFunction } from "i18next";
import { App, Button, Dropdown, Input } from "antd";
import { useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";

import { GuideOffer } from "../guide/GuideOffer";
import styles from "./ShelfPage.module.css";
import { api, ApiError, ask, type Schemas } from "../../shared/api/client";
import { leaveAll } from "../../shared/offline/taken";
import { longDay } from "../../shared/i18n/days";
import { Header } from "../../shared/ui/Header";
import { LanguageChoice } from "../../shared/ui/LanguageChoice";
import { changeSession } from "../../shared/ui/session";
import { Loading, LoadingError } from "../../shared/ui/States";
import { NewRoutine } from "./NewRoutine";
import { OpenFiles } from "./OpenFiles";
import { matches } from "./search";

type Routine = Schemas["ShelfRoutine"];
type Thing = Schemas["ShelfThing"];
type Kind = "routines" | "dances" | "songs";

interface Props {
  name: string;
  /** When the account goes, if that was asked for. */
  leavesAt: string | null;
}

export default function ShelfPage({ name, leavesAt }: Props) {
  const { t, i18n } = useTranslation();
  const [query, setQuery] = useState("");
  const [fresh, setFresh] = useState(false);
  const shelf = useQuery({
    queryKey: ["shelf"],
    queryFn: () => ask(api.GET("/api/shelf")),
    // The worker lays out what there was no time for.
    refetchInterval: ({ state }) =>
      state.data?.routines.some((routine) => routine.pending) ? ASK_AGAIN_MS : false,
  });
  const found = useMemo(() => {
    const data = shelf.data;
    if (!data) return null;
    return {
      routines: data.routines.filter((r) => matches(query, r.title, r.song_title)),
      dances: data.dances.filter((d) => matches(query, d.title)),
      songs: data.songs.filter((s) => matches(query, s.title)),
    };
  }, [shelf.data, query]);
  const nothing = found && !found.routines.length && !found.dances.length && !found.songs.length;
  return (
    <>
      <Header right={<Account name={name} />} />
      <main className={clsx("page", styles.shelf)}>
        {leavesAt && (
          <p role="status">
            {t("account.goesOnShelf", { day: longDay(leavesAt, i18n.language) })}{" "}
            <Link to="/account">{t("account.stay")}</Link>
          </p>
        )}
        <div className={styles.top}>
          <h1>{t("shelf.title")}</h1>
          <Input.Search
            allowClear
            placeholder={t("shelf.search")}
            aria-label={t("shelf.search")}
            value={query}
            onChange={(event) => setQuery(event.target.value)}
          />
          <Link to="/classes">{t("teach.classes")}</Link>
          <OpenFiles />
          <Button type="primary" onClick={() => setFresh(true)}>
            {t("shelf.new")}
          </Button>
        </div>
        {shelf.isError && <LoadingError error={shelf.error} again={shelf.refetch} />}
        {shelf.isPending && <Loading />}
        <GuideOffer />
        {nothing && (
          <p className={clsx("soft", styles.empty)}>
            {query ? t("shelf.none", { query }) : t("shelf.empty")}
          </p>
        )}
        {found && !nothing && (
          <div className={styles.columns}>
            <section aria-labelledby="routines">
              <h2 id="routines">{t("shelf.routines")}</h2>
              {found.routines.map((routine) => (
                <RoutineRow key={routine.id} routine={routine} />
              ))}
              {!found.routines.length && <p className="soft">{t("shelf.noneOf")}</p>}
            </section>
            <div>
              <Things kind="dances" things={found.dances} />
              <Things kind="songs" things={found.songs} />
            </div>
          </div>
        )}
        {fresh && shelf.data && <NewRoutine shelf={shelf.data} onClose={() => setFresh(false)} />}
      </main>
    </>
  );
}

function Account({ name }: { name: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const leave = useMutation({
    mutationFn: async () => {
      const session = await ask(api.DELETE("/api/session"));
      // Who uses this browser next finds nothing of what was taken along.
      await leaveAll();
      return session;
    },
    onSuccess: (session) => changeSession(queries, session),
  });
  return (
    <span>
      <LanguageChoice signedIn />{" "}
      <Link to="/account" className={styles.name} title={t("account.title")}>
        {name}
      </Link>{" "}
      <Button type="text" onClick={() => leave.mutate()}>
        {t("signout")}
      </Button>
    </span>
  );
}

function RoutineRow({ routine }: { routine: Routine }) {
  const { t } = useTranslation();
  return (
    <div className={clsx(styles.row, styles.routine)}>
      <Link to={`/routines/${routine.id}/fit`}>
        <strong>{routine.title}</strong>
        <span className="soft">
          {t("to")} {routine.song_title}
          {routine.by && ` · ${t("together.by", { name: routine.by })}`}
        </span>
      </Link>
      <State routine={routine} />
      <More kind="routines" id={routine.id} title={routine.title} />
    </div>
  );
}

const ASK_AGAIN_MS = 2000;

function State({ routine }: { routine: Routine }) {
  const { t } = useTranslation();
  if (routine.pending)
    return <span className={clsx(styles.state, styles.draft)}>{t("shelf.pending")}</span>;
  if (routine.state === "sits")
    return <span className={clsx(styles.state, styles.sits)}>{t("shelf.sits", routine)}</span>;
  if (routine.state === "draft")
    return <span className={clsx(styles.state, styles.draft)}>{t("shelf.draft")}</span>;
  return (
    <span className={clsx(styles.state, styles.settle)}>
      {t("shelf.settle", { count: routine.to_settle })}
    </span>
  );
}

function Things({ kind, things }: { kind: "dances" | "songs"; things: Thing[] }) {
  const { t } = useTranslation();
  return (
    <section aria-labelledby={kind}>
      <h2 id={kind}>{t(`shelf.${kind}`)}</h2>
      {things.map((thing) => (
        <div className={styles.row} key={thing.id}>
          <Link to={`/${kind}/${thing.id}`}>
            <span>{thing.title}</span>
            <span className="soft">{detail(thing, t)}</span>
          </Link>
          <More kind={kind} id={thing.id} title={thing.title} />
        </div>
      ))}
      {!things.length && <p className="soft">{t("shelf.noneOf")}</p>}
    </section>
  );
}

function detail(thing: Thing, t: TFunction): string {
  if (thing.bpm) return t("shelf.bpm", { bpm: Math.round(thing.bpm * 10) / 10 });
  const parts = thing.counts ? [t("steps.summary", { counts: thing.counts })] : [t("shelf.draft")];
  if (thing.walls) parts.push(t("steps.walls", { count: thing.walls }));
  return parts.join(" · ");
}

const FILES: Record<Kind, string> = {
  routines: "routine.json",
  dances: "sheet.txt",
  songs: "song.json",
};

function More({ kind, id, title }: { kind: Kind; id: string; title: string }) {
  const { t } = useTranslation();
  const { modal, message } = App.useApp();
  const queries = useQueryClient();
  const remove = async () => {
    const options = { params: { path: { pk: id } } };
    const call =
      kind === "routines"
        ? api.DELETE("/api/routines/{pk}", options)
        : kind === "dances"
          ? api.DELETE("/api/dances/{pk}", options)
          : api.DELETE("/api/songs/{pk}", options);
    try {
      await ask(call);
    } catch (error) {
      void message.error(
        error instanceof ApiError && error.message ? error.message : t("error.offline"),
      );
    }
    await queries.invalidateQueries({ queryKey: ["shelf"] });
  };
  const file = FILES[kind];
  const items = [
    { key: "file", label: <a href={`/api/${kind}/${id}/${file}`}>{t("shelf.export")}</a> },
    { key: "delete", danger: true, label: t("shelf.delete") },
  ];
  const choose = ({ key }: { key: string }) => {
    if (key !== "delete") return;
    modal.confirm({
      title: t("shelf.deleteTitle", { title }),
      content: t(kind === "routines" ? "shelf.deleteRoutine" : "shelf.deleteThing"),
      okText: t("shelf.delete"),
      okButtonProps: { danger: true },
      cancelText: t("shelf.cancel"),
      onOk: remove,
    });
  };
  return (
    <Dropdown menu={{ items, onClick: choose }} trigger={["click"]}>
      <Button type="text" aria-label={t("shelf.more", { title })}>
        ⋯
      </Button>
    </Dropdown>
  );
}
