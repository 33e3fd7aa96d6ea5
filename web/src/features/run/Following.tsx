// Music from elsewhere: another player is heard, and taps say where in the song it is.
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { decimal } from "../../shared/i18n/decimal";
import styles from "./Following.module.css";
import type { Indexed } from "./moment";
import type { Transport } from "./sound/transport";

interface Props {
  at: Indexed;
  transport: Transport;
  onLeave: () => void;
}

export function Following({ at, transport, onLeave }: Props) {
  const { t } = useTranslation();
  const { score } = at;
  const [drift, setDrift] = useState<number | null>(null);
  const [label, setLabel] = useState("1");
  const count = score.count_seconds;
  const follower = transport.followed;
  if (!follower) return null;
  const tapOn = (times: number[]) => {
    follower.tapAt(nearest(times, transport.now().seconds, score.start_seconds));
    setDrift(follower.drift);
  };
  const counts = score.beats.filter((beat) => beat.label === label).map((b) => b.at_seconds);
  const nudge = (by: number) => transport.seek(transport.now().seconds + by);
  return (
    <section className={styles.following} aria-label={t("run.elsewhere")}>
      <label>
        {t("run.follow.count")}{" "}
        <select value={label} onChange={(event) => setLabel(event.target.value)}>
          {Array.from({ length: score.unit }, (_, n) => (
            <option key={n}>{n + 1}</option>
          ))}
        </select>
      </label>
      <button className={styles.tap} onClick={() => tapOn(counts)}>
        {t("run.follow.now", { count: label })}
      </button>
      <button onClick={() => tapOn(at.phrases)}>{t("run.follow.phrase")}</button>
      <button onClick={() => follower.tapBeat(score.beat_seconds)}>{t("run.follow.beat")}</button>
      <span className={styles.nudges}>
        <button onClick={() => nudge(-count)}>{t("run.follow.back")}</button>
        <button onClick={() => nudge(count)}>{t("run.follow.on")}</button>
      </span>
      <span className={styles.drift}>
        {drift !== null &&
          t(drift < 0 ? "run.follow.late" : "run.follow.early", {
            seconds: decimal(Math.abs(drift), 1),
          })}
      </span>
      <button onClick={onLeave}>{t("run.follow.leave")}</button>
    </section>
  );
}

/** The one nearest to now; before anything is followed, the dance begins. */
function nearest(times: number[], now: number, start: number): number {
  const from = now <= 0 ? start : now;
  return times.reduce(
    (best, each) => (Math.abs(each - from) < Math.abs(best - from) ? each : best),
    times[0] ?? start,
  );
}
