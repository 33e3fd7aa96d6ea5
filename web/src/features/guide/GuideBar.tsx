// What there is to do at this desk, below the example of the guided first routine.
import { Button } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";
import { useNavigate } from "react-router";

import { OVER, TOUR, useGuide } from "./useGuide";
import styles from "./Guide.module.css";

export function GuideBar({ routine, desk }: { routine: string; desk: string }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const { guide, go } = useGuide();
  const here = TOUR.findIndex((name) => name === desk);
  if (!guide || guide.routine !== routine || guide.step < 1 || guide.step >= OVER || here < 0)
    return null;
  const to = (index: number) => {
    go.mutate(index + 1);
    void navigate(`/routines/${routine}/${TOUR[index] ?? ""}`);
  };
  const next = TOUR[here + 1];
  return (
    <aside
      className={clsx(styles.bar, desk === "run" && styles.above)}
      aria-label={t("guide.title")}
    >
      <strong>{t("guide.step", { step: here + 1 })}</strong>
      <p>{t(`guide.${TOUR[here] ?? "steps"}`)}</p>
      <div>
        {here > 0 && <Button onClick={() => to(here - 1)}>{t("guide.back")}</Button>}
        {next ? (
          <Button type="primary" onClick={() => to(here + 1)}>
            {t("guide.next", { desk: t(`desks.${next}`) })}
          </Button>
        ) : (
          <Button
            type="primary"
            onClick={() => {
              go.mutate(OVER);
              void navigate("/");
            }}
          >
            {t("guide.end")}
          </Button>
        )}
        {next && (
          <Button type="text" onClick={() => go.mutate(OVER)}>
            {t("guide.leave")}
          </Button>
        )}
      </div>
    </aside>
  );
}
