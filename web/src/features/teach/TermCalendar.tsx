// The term as a calendar of dances: a row a dance, a column an evening.
import { useMutation } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import type { ClassOut } from "./ClassForm";
import { dayWords, shortDay } from "../../shared/i18n/days";
import styles from "./TermCalendar.module.css";

interface Props {
  of: ClassOut;
  dances: Schemas["RememberedView"][];
}

export function TermCalendar({ of, dances }: Props) {
  const { t, i18n } = useTranslation();
  const go = useNavigate();
  const open = useMutation({
    mutationFn: (day: string) =>
      ask(
        api.POST("/api/classes/{pk}/evenings", { params: { path: { pk: of.id } }, body: { day } }),
      ),
    onSuccess: (evening) => void go(`/evenings/${evening.id}`),
  });
  const evenings = new Map(of.evenings.map((each) => [each.day, each]));
  const days = [...new Set([...of.days, ...evenings.keys()])].sort();
  const shown = days.slice(-MOST);
  if (!shown.length) return <p className="soft">{t("teach.noTerm")}</p>;
  return (
    <div className={styles.scroll}>
      <table className={styles.calendar}>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{t("teach.dance")}</span>
            </th>
            {shown.map((day) => {
              const evening = evenings.get(day);
              return (
                <th key={day} scope="col" title={dayWords(day, i18n.language)}>
                  {evening ? (
                    <Link to={`/evenings/${evening.id}`}>{shortDay(day, i18n.language)}</Link>
                  ) : (
                    <button
                      className={styles.open}
                      title={t("teach.openDay", { day: dayWords(day, i18n.language) })}
                      onClick={() => open.mutate(day)}
                    >
                      {shortDay(day, i18n.language)}
                    </button>
                  )}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {dances.map((dance) => (
            <tr key={dance.routine}>
              <th scope="row">{dance.title}</th>
              {shown.map((day) => (
                <Cell key={day} {...{ day, dance }} />
              ))}
            </tr>
          ))}
          <tr className={styles.people}>
            <th scope="row">{t("teach.people")}</th>
            {shown.map((day) => (
              <td key={day}>{evenings.get(day)?.people || ""}</td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

/** So many evenings are shown, the last ones. */
const MOST = 26;

function Cell({ day, dance }: { day: string; dance: Schemas["RememberedView"] }) {
  const { t } = useTranslation();
  const on = dance.days.includes(day);
  const stuck = dance.stuck_days.includes(day);
  const due = dance.due === day;
  const words = stuck ? "stuck" : on ? "danced" : due ? "due" : "";
  return (
    <td>
      {words && (
        <i
          className={styles.dot}
          data-state={words}
          role="img"
          aria-label={t(`teach.cell.${words}`)}
          title={t(`teach.cell.${words}`)}
        />
      )}
    </td>
  );
}
