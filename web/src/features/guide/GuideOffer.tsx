// Offered once, on the shelf of a new account.
import { Button } from "antd";
import { useTranslation } from "react-i18next";
import { useNavigate } from "react-router";

import { Answer } from "../../shared/ui/Answer";
import { OVER, TOUR, useGuide } from "./useGuide";
import styles from "./Guide.module.css";

export function GuideOffer() {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const { guide, begin, go } = useGuide();
  if (guide?.step !== 0) return null;
  return (
    <section className={styles.offer} aria-label={t("guide.title")}>
      <div>
        <h2>{t("guide.title")}</h2>
        <p>{t("guide.offer")}</p>
        <Answer of={begin} done="" />
      </div>
      <Button
        type="primary"
        loading={begin.isPending}
        onClick={() =>
          begin.mutate(undefined, {
            onSuccess: ({ routine }) => void navigate(`/routines/${routine ?? ""}/${TOUR[0]}`),
          })
        }
      >
        {t("guide.begin")}
      </Button>
      <Button type="text" onClick={() => go.mutate(OVER)}>
        {t("guide.skip")}
      </Button>
    </section>
  );
}
