// The term: its first and last day and the days without a class, typed in or from a calendar file.
import { Button, Input, Upload } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { type Schemas } from "../../shared/api/client";
import { upload } from "../../shared/api/upload";
import type { ClassFacts } from "./ClassForm";
import { shortDay } from "../../shared/i18n/days";
import styles from "./TermDates.module.css";

type Dates = Schemas["DatesOut"];

interface Props {
  facts: ClassFacts;
  set: (change: Partial<ClassFacts>) => void;
}

export function TermDates({ facts, set }: Props) {
  const { t, i18n } = useTranslation();
  const [found, setFound] = useState<Dates[]>([]);
  const [problem, setProblem] = useState("");
  const [day, setDay] = useState("");
  const off = facts.no_class ?? [];
  const without = (days: string[]) => set({ no_class: [...new Set([...off, ...days])].sort() });
  const read = async (file: File) => {
    setProblem("");
    try {
      const path = `/api/classes/dates?weekday=${facts.weekday}`;
      setFound(await upload<Dates[]>(path, file, () => undefined).done);
    } catch (error) {
      setProblem(error instanceof Error && error.message ? error.message : t("error.offline"));
    }
  };
  return (
    <fieldset className={styles.term}>
      <legend>{t("teach.term.title")}</legend>
      <label>
        {t("teach.term.from")}
        <Input
          type="date"
          value={facts.term_from ?? ""}
          onChange={(e) => set({ term_from: e.target.value || null })}
        />
      </label>
      <label>
        {t("teach.term.to")}
        <Input
          type="date"
          value={facts.term_to ?? ""}
          onChange={(e) => set({ term_to: e.target.value || null })}
        />
      </label>
      <div className={styles.off}>
        <span>{t("teach.term.off")}</span>
        {off.map((each) => (
          <button
            type="button"
            key={each}
            className={styles.day}
            aria-label={t("teach.term.on", { day: shortDay(each, i18n.language) })}
            onClick={() => set({ no_class: off.filter((other) => other !== each) })}
          >
            {shortDay(each, i18n.language)} ×
          </button>
        ))}
        <span className={styles.add}>
          <Input
            type="date"
            value={day}
            aria-label={t("teach.term.off")}
            onChange={(e) => setDay(e.target.value)}
          />
          <Button
            disabled={!day}
            onClick={() => {
              without([day]);
              setDay("");
            }}
          >
            {t("teach.term.add")}
          </Button>
        </span>
      </div>
      <Upload
        accept=".ics,text/calendar"
        showUploadList={false}
        beforeUpload={(file) => {
          void read(file);
          return false;
        }}
      >
        <Button>{t("teach.term.file")}</Button>
      </Upload>
      {problem && (
        <p role="alert" className="problem">
          {problem}
        </p>
      )}
      <ul className={styles.found}>
        {found.map((each) => (
          <li key={`${each.first} ${each.last} ${each.name}`}>
            <span>
              {each.name || "—"}{" "}
              <span className="soft">
                {shortDay(each.first, i18n.language)}
                {each.last !== each.first && ` – ${shortDay(each.last, i18n.language)}`}
              </span>
            </span>
            <Button size="small" onClick={() => set({ term_from: each.first, term_to: each.last })}>
              {t("teach.term.isTerm")}
            </Button>
            <Button size="small" onClick={() => without(each.days)}>
              {t("teach.term.isOff")}
            </Button>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
