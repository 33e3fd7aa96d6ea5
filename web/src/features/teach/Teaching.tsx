// The plan beside a clock: now, next, how far ahead or behind; what is noted becomes the log.
import { useMutation, useQueries } from "@tanstack/react-query";
import { Input, InputNumber } from "antd";
import clsx from "clsx";
import type { TFunction } from "i18next";
import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useParams } from "react-router";

import { api, ask } from "../../shared/api/client";
import { Loading, LoadingError } from "../../shared/ui/States";
import { useAwake } from "../../shared/ui/useAwake";
import { dayLanguage, dayWords, minutesOf } from "../../shared/i18n/days";
import { entry, entryWords, type Entry } from "./entries";
import { danceQuery, StuckPicker } from "./StuckPicker";
import styles from "./Teaching.module.css";
import { useEvening, type Evening, type Item } from "./useEvening";
import { useTold } from "./useTold";

export default function Teaching() {
  const { id = "" } = useParams();
  const { query, keep, store } = useEvening(id);
  if (query.isError && !query.data)
    return <LoadingError error={query.error} again={query.refetch} />;
  if (!query.data) return <Loading />;
  return (
    <Clocked
      evening={query.data}
      keep={keep}
      fit={(minutes) =>
        store.mutate({
          wish: { ...query.data.wish, minutes },
          version: query.data.version,
        })
      }
    />
  );
}

interface Props {
  evening: Evening;
  keep: (stored: Evening) => void;
  fit: (minutes: number) => void;
}

function Clocked({ evening, keep, fit }: Props) {
  const { t, i18n } = useTranslation();
  const { id } = evening;
  const told = useTold(id, keep);
  const now = useNow();
  // The foot charts are at hand when the network goes.
  useQueries({ queries: [...new Set(Object.values(evening.dances))].map(danceQuery) });
  useAwake(evening.begun_at !== null);
  const begin = useMutation({
    mutationFn: () => ask(api.POST("/api/evenings/{pk}/begin", { params: { path: { pk: id } } })),
    onSuccess: keep,
  });
  const done = { ...evening.done, ...told.waiting.done };
  const { items } = evening.plan;
  const begun = evening.begun_at ? Date.parse(evening.begun_at) : null;
  const at = current(items, done);
  const item = items[at];
  const spent = Object.values(done).reduce((sum, each) => sum + each, 0);
  const since = begun === null ? 0 : Math.max(0, (now - begun) / 1000 - spent);
  const rest = items.slice(at + 1).reduce((sum, each) => sum + each.seconds, 0);
  const end = now / 1000 + Math.max(0, (item?.seconds ?? 0) - since) + rest;
  const behind = begun === null ? 0 : end - Date.parse(evening.ends) / 1000;
  const finish = () => {
    if (!item) return;
    told.finish({ [item.key]: Math.max(1, Math.round(since)) }, logOf(item, evening));
  };
  return (
    <main className={styles.desk}>
      <header className={styles.top}>
        <Link to={`/evenings/${id}`}>
          {evening.class_name}, {dayWords(evening.day, i18n.language)}
        </Link>
        <span className={styles.gap} />
        <Saved told={told} />
        <time>
          {new Intl.DateTimeFormat(dayLanguage(i18n.language), { timeStyle: "short" }).format(now)}
        </time>
      </header>
      {begun === null ? (
        <section className={styles.now}>
          <h1>{t("teach.now.ready")}</h1>
          <p>
            {items[0] ? t("teach.now.first", { words: items[0].words }) : t("teach.plan.empty")}
          </p>
          {begin.isError && (
            <p role="alert" className={styles.problem}>
              {begin.error.message || t("error.offline")}
            </p>
          )}
          <button
            className={styles.main}
            disabled={!items.length || begin.isPending}
            onClick={() => begin.mutate()}
          >
            {t("teach.now.begin")}
          </button>
        </section>
      ) : item ? (
        <>
          <Now item={item} title={evening.titles[item.routine] ?? ""} since={since} />
          <p className={clsx(styles.pace, behind > 60 && styles.late)} role="status">
            {paceWords(behind, t)}
            {Math.abs(behind) > 60 &&
              evening.can_end !== null &&
              evening.can_end !== evening.plan.minutes && (
                <button onClick={() => fit(evening.can_end!)}>{t("teach.now.fit")}</button>
              )}
          </p>
          <Buttons {...{ item, evening, note: told.note, finish }} />
          <Next after={item} items={items.slice(at + 1)} titles={evening.titles} />
        </>
      ) : (
        <section className={styles.now}>
          <h1>{t("teach.now.over")}</h1>
          <Link to={`/evenings/${id}`} className={styles.main}>
            {t("teach.now.toLog")}
          </Link>
        </section>
      )}
      <Noted entries={[...evening.entries, ...told.waiting.entries]} />
    </main>
  );
}

/** Where one is: behind the last item that is done. */
function current(items: Item[], done: Record<string, number>): number {
  return items.findLastIndex((item) => item.key in done) + 1;
}

/** What is noted by itself when an item is over. */
function logOf(item: Item, evening: Evening): Entry[] {
  const { routine, part, section, noted } = item;
  const title = evening.titles[routine] ?? "";
  return noted ? [entry(noted, { routine, title, part, section })] : [];
}

function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  return now;
}

function paceWords(behind: number, t: TFunction): string {
  const minutes = Math.round(Math.abs(behind) / 60);
  if (minutes < 1) return t("teach.now.inTime");
  return t(behind > 0 ? "teach.now.behind" : "teach.now.ahead", { count: minutes });
}

function Saved({ told }: { told: ReturnType<typeof useTold> }) {
  const { t } = useTranslation();
  const { waiting, refused } = told;
  if (refused) return <span className={styles.problem}>{refused}</span>;
  const kept = waiting.entries.length + Object.keys(waiting.done).length;
  return <span>{kept ? t("teach.now.kept") : t("teach.now.stored")}</span>;
}

function Now({ item, title, since }: { item: Item; title: string; since: number }) {
  const { t } = useTranslation();
  const left = item.seconds - since;
  const share = item.seconds ? Math.min(1, since / item.seconds) : 1;
  return (
    <section className={styles.now} aria-label={t("teach.now.title")}>
      {title && <p className={styles.dance}>{title}</p>}
      <h1>{item.words}</h1>
      {item.detail && <p>{item.detail}</p>}
      {item.hints.map((hint) => (
        <p key={hint} className={styles.hint}>
          {hint}
        </p>
      ))}
      <p className={clsx(styles.clock, left < 0 && styles.late)}>
        <b>{minutesOf(left)}</b> {t("teach.now.left", { time: minutesOf(item.seconds) })}
      </p>
      <span className={styles.bar} aria-hidden>
        <i style={{ width: `${100 * share}%` }} />
      </span>
    </section>
  );
}

interface ButtonsProps {
  item: Item;
  evening: Evening;
  note: (...entries: Entry[]) => void;
  finish: () => void;
}

type Open = "" | "stuck" | "people" | "word";

function Buttons({ item, evening, note, finish }: ButtonsProps) {
  const { t } = useTranslation();
  const [open, setOpen] = useState<Open>("");
  const [words, setWords] = useState("");
  const [people, setPeople] = useState<number | null>(null);
  const title = evening.titles[item.routine] ?? "";
  const facts = { routine: item.routine, title, part: item.part, section: item.section };
  const danceId = evening.dances[item.routine];
  const toggle = (next: Open) => setOpen(open === next ? "" : next);
  return (
    <section className={styles.buttons} aria-label={t("teach.now.note")}>
      <button className={styles.main} onClick={finish}>
        {t("teach.now.done")}
      </button>
      {item.routine && (
        <>
          <button aria-expanded={open === "stuck"} onClick={() => toggle("stuck")}>
            {t("teach.now.stuck")}
          </button>
          <button onClick={() => note(entry("well", facts))}>{t("teach.now.well")}</button>
          {item.run && (
            <Link
              to={`/routines/${item.routine}/run${item.run}&rows=${evening.rows}&columns=${evening.columns}`}
            >
              {t("teach.now.rehearse")}
            </Link>
          )}
          <button onClick={() => note(entry("option", facts))}>{t("teach.now.option")}</button>
        </>
      )}
      <button aria-expanded={open === "people"} onClick={() => toggle("people")}>
        {t("teach.now.people")}
      </button>
      <button aria-expanded={open === "word"} onClick={() => toggle("word")}>
        {t("teach.now.word")}
      </button>
      {open === "stuck" && danceId && (
        <StuckPicker
          danceId={danceId}
          part={item.part}
          section={item.section}
          onPick={(place) => {
            note(entry("stuck", { routine: item.routine, title, ...place }));
            setOpen("");
          }}
        />
      )}
      {open === "people" && (
        <form
          className={styles.typed}
          onSubmit={(event) => {
            event.preventDefault();
            if (people) note(entry("people", { number: people }));
            setOpen("");
          }}
        >
          <InputNumber
            autoFocus
            size="large"
            min={0}
            max={9999}
            precision={0}
            value={people}
            aria-label={t("teach.people")}
            onChange={setPeople}
          />
          <button type="submit">{t("teach.log.note")}</button>
        </form>
      )}
      {open === "word" && (
        <form
          className={styles.typed}
          onSubmit={(event) => {
            event.preventDefault();
            if (words.trim())
              note(entry("word", { ...(item.routine ? facts : {}), words: words.trim() }));
            setWords("");
            setOpen("");
          }}
        >
          <Input
            autoFocus
            size="large"
            maxLength={200}
            value={words}
            aria-label={t("teach.log.words")}
            onChange={(event) => setWords(event.target.value)}
          />
          <button type="submit">{t("teach.log.note")}</button>
        </form>
      )}
    </section>
  );
}

interface NextProps {
  after: Item;
  items: Item[];
  titles: Record<string, string>;
}

function Next({ after, items, titles }: NextProps) {
  const { t } = useTranslation();
  return (
    <section className={styles.next}>
      <h2>{t("teach.now.next")}</h2>
      <ol>
        {items.slice(0, 5).map((item, index) => (
          <li key={item.key}>
            <span>
              {item.routine && item.routine !== (items[index - 1] ?? after).routine && (
                <b>{titles[item.routine]}: </b>
              )}
              {item.words}
            </span>
            <span>{minutesOf(item.seconds)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Noted({ entries }: { entries: Entry[] }) {
  const { t } = useTranslation();
  if (!entries.length) return null;
  return (
    <details className={styles.noted}>
      <summary>{t("teach.now.noted", { count: entries.length })}</summary>
      <ul>
        {[...entries].reverse().map((each) => (
          <li key={each.id}>{entryWords(each, t)}</li>
        ))}
      </ul>
    </details>
  );
}
