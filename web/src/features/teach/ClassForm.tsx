// What is said of a class: when, how long, for whom, and the dates of the term.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Button, Drawer, Input, InputNumber, Select } from "antd";
import { useState, type ReactNode } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, ApiError, type Schemas } from "../../shared/api/client";
import styles from "./ClassForm.module.css";
import { weekdayWords } from "../../shared/i18n/days";
import { TermDates } from "./TermDates";

export type ClassOut = Schemas["ClassOut"];
export type ClassFacts = Schemas["ClassIn"];

interface Props {
  /** The class that is changed; none for a new one. */
  of?: ClassOut;
  onClose: () => void;
  onStored: (stored: ClassOut) => void;
}

export const LEVELS = ["absolute beginner", "beginner", "improver", "intermediate", "advanced"];

export function ClassForm({ of, onClose, onStored }: Props) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const [facts, setFacts] = useState<ClassFacts>(() => (of ? factsOf(of) : usual(i18n.language)));
  const set = (change: Partial<ClassFacts>) => setFacts((before) => ({ ...before, ...change }));
  const store = useMutation({
    mutationFn: () =>
      ask(
        of
          ? api.PUT("/api/classes/{pk}", {
              params: { path: { pk: of.id } },
              body: { ...facts, version: of.version },
            })
          : api.POST("/api/classes", { body: facts }),
      ),
    onSuccess: (stored) => {
      queries.setQueryData(["class", stored.id], stored);
      void queries.invalidateQueries({ queryKey: ["classes"] });
      onStored(stored);
    },
  });
  const problem = store.error instanceof ApiError ? store.error : null;
  return (
    <Drawer
      open
      onClose={onClose}
      size={460}
      title={t(of ? "teach.changeClass" : "teach.newClass")}
      footer={
        <Button type="primary" loading={store.isPending} onClick={() => store.mutate()}>
          {t(of ? "teach.store" : "teach.create")}
        </Button>
      }
    >
      <form
        className={styles.form}
        onSubmit={(event) => {
          event.preventDefault();
          store.mutate();
        }}
      >
        {problem && (
          <p role="alert" className="problem">
            {problem.message || t("error.offline")}
          </p>
        )}
        <Field words={t("teach.name")} wide>
          <Input
            value={facts.name}
            maxLength={80}
            autoFocus
            onChange={(e) => set({ name: e.target.value })}
          />
        </Field>
        <Field words={t("teach.weekday")}>
          <Select
            value={facts.weekday}
            onChange={(weekday) => set({ weekday })}
            options={Array.from({ length: 7 }, (_, n) => ({
              value: n,
              label: weekdayWords(n, i18n.language),
            }))}
          />
        </Field>
        <Field words={t("teach.startsAt")}>
          <Input
            type="time"
            value={facts.starts_at.slice(0, 5)}
            onChange={(e) => e.target.value && set({ starts_at: e.target.value })}
          />
        </Field>
        <Field words={t("teach.length")}>
          <InputNumber
            aria-label={t("teach.length")}
            value={facts.minutes}
            min={1}
            max={600}
            precision={0}
            onChange={(minutes) => minutes && set({ minutes })}
          />
        </Field>
        <Field words={t("teach.levelOf")}>
          <Select
            value={facts.level}
            onChange={(level) => set({ level })}
            options={["", ...LEVELS].map((value) => ({
              value,
              label: value ? t(`teach.level.${value}`) : t("teach.anyLevel"),
            }))}
          />
        </Field>
        <Field words={t("teach.language")}>
          <Select
            value={facts.language}
            onChange={(language) => set({ language })}
            options={[
              { value: "en", label: "English" },
              { value: "fr", label: "Français" },
            ]}
          />
        </Field>
        <Field words={t("teach.zone")}>
          <Select
            showSearch
            value={facts.zone}
            onChange={(zone) => set({ zone })}
            options={zones(facts.zone).map((value) => ({ value, label: value }))}
          />
        </Field>
        <Field words={t("teach.rows")}>
          <InputNumber
            aria-label={t("teach.rows")}
            value={facts.rows}
            min={1}
            max={20}
            precision={0}
            onChange={(rows) => rows && set({ rows })}
          />
        </Field>
        <Field words={t("teach.columns")}>
          <InputNumber
            aria-label={t("teach.columns")}
            value={facts.columns}
            min={1}
            max={20}
            precision={0}
            onChange={(columns) => columns && set({ columns })}
          />
        </Field>
        <TermDates facts={facts} set={set} />
        <button type="submit" hidden />
      </form>
    </Drawer>
  );
}

function Field({ words, wide, children }: { words: string; wide?: boolean; children: ReactNode }) {
  return (
    <label className={wide ? styles.wide : ""}>
      {words}
      {children}
    </label>
  );
}

const usual = (language: string): ClassFacts => ({
  name: "",
  weekday: 1,
  starts_at: "19:00",
  minutes: 60,
  level: "",
  language: language === "fr" ? "fr" : "en",
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
  rows: 3,
  columns: 5,
  term_from: null,
  term_to: null,
  no_class: [],
});

const factsOf = (of: ClassOut): ClassFacts => ({
  name: of.name,
  weekday: of.weekday,
  starts_at: of.starts_at,
  minutes: of.minutes,
  level: of.level,
  language: of.language,
  zone: of.zone,
  rows: of.rows,
  columns: of.columns,
  term_from: of.term_from ?? null,
  term_to: of.term_to ?? null,
  no_class: of.no_class ?? [],
});

function zones(own: string): string[] {
  const known = Intl.supportedValuesOf("timeZone");
  return known.includes(own) ? known : [own, ...known];
}
