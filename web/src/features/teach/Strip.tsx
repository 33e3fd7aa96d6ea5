// A dance as a strip of counts: what a class has been taught, and where it stuck.
import clsx from "clsx";
import { useTranslation } from "react-i18next";

import type { Schemas } from "../../shared/api/client";
import styles from "./Strip.module.css";

type Remembered = Schemas["RememberedView"];
type Section = Remembered["sections"][number];
type Stuck = Remembered["stuck"][number];

/** The deepest mark: more often than this looks the same. */
const DEEPEST = 4;

export function Strip({ dance }: { dance: Remembered }) {
  const { t } = useTranslation();
  const told = dance.stuck.map((each) => stuckWords(each, t)).join("; ");
  return (
    <div
      className={styles.strip}
      role="img"
      aria-label={t("teach.strip.of", { title: dance.title, stuck: told || t("teach.strip.none") })}
    >
      {dance.sections.map((section, index) => (
        <div
          key={index}
          className={clsx(styles.section, section.taught && styles.taught)}
          style={{ flexGrow: section.labels.length }}
          title={`${section.words}: ${t(section.taught ? "teach.strip.taught" : "teach.strip.notYet")}`}
        >
          {section.labels.map((label, count) => (
            <Count key={count} label={label} stuck={stuckAt(dance.stuck, section, count)} />
          ))}
        </div>
      ))}
    </div>
  );
}

function Count({ label, stuck }: { label: string; stuck: Stuck[] }) {
  const { t } = useTranslation();
  const times = stuck.reduce((sum, each) => sum + each.times, 0);
  const open = stuck.some((each) => each.open);
  return (
    <span className={styles.count}>
      {times > 0 && (
        <i
          className={clsx(styles.mark, open && styles.open)}
          style={{ height: `${(100 * Math.min(times, DEEPEST)) / DEEPEST}%` }}
          title={stuck.map((each) => stuckWords(each, t)).join("; ")}
        />
      )}
      <b>{label}</b>
    </span>
  );
}

const stuckAt = (all: Stuck[], section: Section, count: number) =>
  all.filter((each) => each.part === section.part && each.count === section.from_count + count);

type Words = (key: string, facts: Record<string, unknown>) => string;

const stuckWords = (each: Stuck, t: Words) =>
  t("teach.strip.stuck", { section: each.section, label: each.label, count: each.times });
