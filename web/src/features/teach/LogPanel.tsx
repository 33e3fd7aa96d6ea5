// The log of an evening: what was noted while teaching, corrected or typed in afterwards.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask } from "../../shared/api/client";
import { entry, entryWords, type Entry, type Kind } from "./entries";
import styles from "./LogPanel.module.css";
import type { Evening } from "./useEvening";

interface Props {
  evening: Evening;
  keep: (stored: Evening) => void;
}

const KINDS: Kind[] = ["taught", "danced", "stuck", "well", "option", "people", "word"];

export function LogPanel({ evening, keep }: Props) {
  const { t } = useTranslation();
  const [adding, setAdding] = useState(false);
  const store = useMutation({
    mutationFn: (entries: Entry[]) =>
      ask(
        api.PUT("/api/evenings/{pk}/log", {
          params: { path: { pk: evening.id } },
          body: { version: evening.version, entries },
        }),
      ),
    onSuccess: keep,
  });
  const { entries } = evening;
  return (
    <section className={styles.log}>
      <h3>{t("teach.log.title")}</h3>
      {!entries.length && <p className="soft">{t("teach.log.empty")}</p>}
      {store.isError && (
        <p role="alert" className="problem">
          {store.error.message || t("error.offline")}
        </p>
      )}
      <ul>
        {entries.map((each) => (
          <li key={each.id}>
            <span>{entryWords(each, t)}</span>
            <button
              aria-label={t("teach.log.remove", { words: entryWords(each, t) })}
              onClick={() => store.mutate(entries.filter((other) => other.id !== each.id))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      {adding ? (
        <NewLine
          evening={evening}
          onAdd={(made) => {
            store.mutate([...entries, made]);
            setAdding(false);
          }}
          onClose={() => setAdding(false)}
        />
      ) : (
        <Button size="small" onClick={() => setAdding(true)}>
          {t("teach.log.add")}
        </Button>
      )}
      {evening.changed_by && (
        <p className="soft">{t("teach.log.by", { name: evening.changed_by })}</p>
      )}
    </section>
  );
}

interface NewProps {
  evening: Evening;
  onAdd: (made: Entry) => void;
  onClose: () => void;
}

function NewLine({ evening, onAdd, onClose }: NewProps) {
  const { t } = useTranslation();
  const [kind, setKind] = useState<Kind>("danced");
  const [routine, setRoutine] = useState("");
  const [place, setPlace] = useState("");
  const [count, setCount] = useState(0);
  const [number, setNumber] = useState(0);
  const [words, setWords] = useState("");
  const known = useQuery({
    queryKey: ["remembered", evening.class_id],
    queryFn: () =>
      ask(api.GET("/api/classes/{pk}/remembered", { params: { path: { pk: evening.class_id } } })),
  }).data;
  const dances = known ?? [];
  const dance = dances.find((each) => each.routine === routine);
  const section = dance?.sections.find((each) => `${each.part} ${each.from_count}` === place);
  const ofDance = kind !== "people" && kind !== "word";
  const ofPlace = kind === "taught" || kind === "stuck" || kind === "well";
  const complete = ofDance
    ? dance && (kind === "danced" || kind === "well" || kind === "option" || section)
    : kind === "people"
      ? number > 0
      : words.trim();
  const add = () =>
    onAdd(
      entry(kind, {
        ...(ofDance && dance ? { routine: dance.routine, title: dance.title } : {}),
        ...(ofPlace && section ? { part: section.part, section: section.title } : {}),
        ...(kind === "stuck" && section
          ? { at: String(section.from_count + count), label: section.labels[count] ?? "" }
          : {}),
        ...(kind === "people" ? { number } : {}),
        ...(kind === "word" || kind === "option" ? { words: words.trim() } : {}),
      }),
    );
  return (
    <div className={styles.fresh}>
      <Select
        value={kind}
        aria-label={t("teach.log.kind")}
        onChange={setKind}
        options={KINDS.map((each) => ({ value: each, label: t(`teach.kind.${each}`) }))}
      />
      {ofDance && (
        <Select
          value={routine || null}
          placeholder={t("teach.dance")}
          aria-label={t("teach.dance")}
          onChange={(chosen: string | null) => {
            setRoutine(chosen ?? "");
            setPlace("");
          }}
          options={dances.map((each) => ({ value: each.routine, label: each.title }))}
        />
      )}
      {ofPlace && dance && (
        <Select
          value={place || null}
          placeholder={t("teach.log.section")}
          aria-label={t("teach.log.section")}
          onChange={(chosen: string | null) => setPlace(chosen ?? "")}
          options={dance.sections.map((each) => ({
            value: `${each.part} ${each.from_count}`,
            label: each.words,
          }))}
        />
      )}
      {kind === "stuck" && section && (
        <Select
          value={count}
          aria-label={t("teach.log.count")}
          onChange={setCount}
          options={section.labels.map((label, n) => ({ value: n, label }))}
        />
      )}
      {kind === "people" && (
        <InputNumber
          value={number}
          min={0}
          max={9999}
          precision={0}
          aria-label={t("teach.people")}
          onChange={(told) => setNumber(told ?? 0)}
        />
      )}
      {(kind === "word" || kind === "option") && (
        <Input
          value={words}
          maxLength={200}
          aria-label={t("teach.log.words")}
          onChange={(event) => setWords(event.target.value)}
        />
      )}
      <Button type="primary" size="small" disabled={!complete} onClick={add}>
        {t("teach.log.note")}
      </Button>
      <Button size="small" onClick={onClose}>
        {t("shelf.cancel")}
      </Button>
    </div>
  );
}
