// Where somebody who is lost can step in again, counted down to.
import { useState } from "react";
import { useTranslation } from "react-i18next";

import type { ScoreView } from "../../shared/api/client";
import styles from "./Lost.module.css";
import { countsTo, type Indexed } from "./moment";
import { useFrames } from "./useFrames";

interface Props {
  way: ScoreView["step_ins"][number] | null;
  at: Indexed;
  seconds: () => number;
  onClose: () => void;
}

const GONE_SECONDS = 2;

export function Lost({ at, way, seconds, onClose }: Props) {
  const { t } = useTranslation();
  const [ahead, setAhead] = useState<number | null>(null);
  useFrames(() => {
    if (!way) return;
    const now = seconds();
    setAhead(countsTo(at, way.count, now));
    if (now > way.at_seconds + GONE_SECONDS) onClose();
  });
  return (
    <div className={styles.lost} role="status">
      <p>{way ? way.words : t("run.noWay")}</p>
      {way && ahead !== null && (
        <strong>{ahead > 0 ? t("run.inCounts", { count: ahead }) : t("run.now")}</strong>
      )}
      <button onClick={onClose}>{t("run.close")}</button>
    </div>
  );
}
