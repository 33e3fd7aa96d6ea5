// A dance evening: which dances in which order, what is announced, which share the floor.
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Select } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import { minutesOf } from "../../shared/i18n/days";
import { Header } from "../../shared/ui/Header";
import { Loading } from "../../shared/ui/States";
import styles from "./SetListPage.module.css";

type SetOut = Schemas["SetOut"];
type Row = SetOut["entries"][number];

export default function SetListPage() {
  const { t, i18n } = useTranslation();
  const [chosen, setChosen] = useKept();
  const shelf = useQuery({ queryKey: ["shelf"], queryFn: () => ask(api.GET("/api/shelf")) });
  const known = new Set(shelf.data?.routines.map((routine) => routine.id));
  const routines = chosen.filter((id) => known.has(id));
  const list = useQuery({
    queryKey: ["set", i18n.language, routines],
    enabled: routines.length > 0,
    queryFn: () => ask(api.POST("/api/set-list", { body: { routines, balance: false } })),
    placeholderData: keepPreviousData,
  });
  const balance = useMutation({
    mutationFn: () => ask(api.POST("/api/set-list", { body: { routines, balance: true } })),
    onSuccess: (found) => setChosen(found.entries.map((entry) => entry.routine)),
  });
  if (!shelf.data) return <Loading />;
  const found = routines.length ? list.data : undefined;
  const query = routines.map((id) => `routines=${id}`).join("&");
  const language = i18n.language === "fr" ? "fr" : "en";
  const problem = list.error ?? balance.error;
  return (
    <>
      <Header
        title={t("teach.setList.title")}
        right={<Link to="/classes">{t("teach.classes")}</Link>}
      />
      <main className={clsx("page", styles.page)}>
        <div className={styles.top}>
          <h1>
            {t("teach.setList.title")}{" "}
            {found && <small className="soft">{minutesOf(found.seconds)}</small>}
          </h1>
          {routines.length > 0 && (
            <>
              <a href={`/api/set-list.pdf?language=${language}&${query}`}>
                {t("teach.plan.print")}
              </a>
              <a href={`/api/set-list.m3u?${query}`}>{t("teach.setList.playlist")}</a>
              <FindSplits songs={found?.entries.map((entry) => entry.song_id) ?? []} />
              <Button type="primary" loading={balance.isPending} onClick={() => balance.mutate()}>
                {t("teach.setList.balance")}
              </Button>
            </>
          )}
        </div>
        <Select
          mode="multiple"
          className={styles.choose ?? ""}
          value={routines}
          aria-label={t("teach.plan.choose")}
          placeholder={t("teach.plan.choose")}
          onChange={setChosen}
          showSearch={{ optionFilterProp: "label" }}
          options={shelf.data.routines.map((routine) => ({
            value: routine.id,
            label: routine.title,
          }))}
        />
        {problem && (
          <p role="alert" className="problem">
            {problem.message || t("error.offline")}
          </p>
        )}
        {!routines.length && <p className="soft">{t("teach.setList.empty")}</p>}
        <ol className={styles.list}>
          {found?.entries.map((entry, index) => (
            <Entry
              key={entry.routine}
              entry={entry}
              onMove={(by) => setChosen(moved(routines, index, index + by))}
            />
          ))}
        </ol>
      </main>
    </>
  );
}

function Entry({ entry, onMove }: { entry: Row; onMove: (by: number) => void }) {
  const { t } = useTranslation();
  return (
    <li>
      <span className={styles.at}>{minutesOf(entry.at_seconds)}</span>
      <span className={styles.what}>
        <strong>{entry.title}</strong>{" "}
        <span className="soft">
          {t("to")} {entry.song}
        </span>
        <p>{entry.announcement}</p>
        {entry.splits.length > 0 && (
          <p className="soft">
            {t("teach.setList.split", { dances: entry.splits.map((s) => s.title).join(", ") })}
          </p>
        )}
        {entry.strain > 0 && <p className="brick">{t("teach.setList.strain")}</p>}
      </span>
      <span className={styles.facts}>
        {t("shelf.bpm", { bpm: Math.round(entry.bpm) })} · {minutesOf(entry.seconds)}
        {entry.level && <span className="soft">{t(`teach.level.${entry.level}`)}</span>}
      </span>
      <span className={styles.move}>
        <button
          aria-label={t("teach.setList.earlier", { title: entry.title })}
          onClick={() => onMove(-1)}
        >
          ↑
        </button>
        <button
          aria-label={t("teach.setList.later", { title: entry.title })}
          onClick={() => onMove(1)}
        >
          ↓
        </button>
      </span>
    </li>
  );
}

/** Ranks the shelf for every song of the evening; what fits is shown as it comes in. */
function FindSplits({ songs }: { songs: string[] }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const rank = useMutation({
    mutationFn: async () => {
      const asked = await Promise.all(
        [...new Set(songs)].map((song) => ask(api.POST("/api/rankings", { body: { song } }))),
      );
      for (const { id } of asked) await settled(id);
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ["set"] }),
  });
  return (
    <Button loading={rank.isPending} onClick={() => rank.mutate()}>
      {t("teach.setList.findSplits")}
    </Button>
  );
}

const LOOK_MS = 700;
const LOOKS = 200;

async function settled(id: string): Promise<void> {
  for (let look = 0; look < LOOKS; look++) {
    const { state } = await ask(
      api.GET("/api/rankings/{pk}", { params: { path: { pk: id } } }),
      true,
    );
    if (state === "ready" || state === "failed") return;
    await new Promise((done) => setTimeout(done, LOOK_MS));
  }
}

function moved(all: string[], from: number, to: number): string[] {
  const others = all.filter((_, index) => index !== from);
  const at = Math.max(0, Math.min(others.length, to));
  return [...others.slice(0, at), all[from]!, ...others.slice(at)];
}

const KEY = "teach.evening";

/** The choice, kept in this browser. */
function useKept(): [string[], (next: string[]) => void] {
  const [kept, setKept] = useState<string[]>(() => {
    try {
      return JSON.parse(localStorage.getItem(KEY) ?? "[]") as string[];
    } catch {
      return [];
    }
  });
  const set = (next: string[]) => {
    setKept(next);
    try {
      localStorage.setItem(KEY, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing shows it all the same.
    }
  };
  return [kept, set];
}
