// Figures of the dance beside what levels usually hold. Evidence, no verdict.
import { InputNumber } from "antd";
import { useTranslation } from "react-i18next";

import type { LevelView } from "../../shared/api/client";
import { written } from "../../shared/i18n/decimal";
import styles from "./LevelEvidence.module.css";

interface Props {
  level: LevelView;
  bpm: number;
  /** Not given where the tempo is the song's. */
  onBpm?: ((bpm: number) => void) | undefined;
}

export function LevelEvidence({ level, bpm, onBpm }: Props) {
  const { t } = useTranslation();
  const claimed = level.levels.indexOf(level.claimed);
  const named = (name: string) => (name ? t(`level.names.${name}`) : "");
  if (!level.evidence.length) return <p className="soft">{t("level.none")}</p>;
  return (
    <section className={styles.level} aria-label={t("level.title")}>
      <p>
        {level.claimed ? t("level.claimed", { level: named(level.claimed) }) : t("level.unclaimed")}{" "}
        <span className="soft">{t("level.source")}</span>
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">{t("level.measure")}</th>
            <th scope="col">{t("level.here")}</th>
            {claimed >= 0 && (
              <th scope="col">{t("level.usual", { level: named(level.claimed) })}</th>
            )}
            <th scope="col">{t("level.fits")}</th>
          </tr>
        </thead>
        <tbody>
          {level.evidence.map((each) => (
            <tr key={each.key} data-beyond={each.beyond ?? false}>
              <th scope="row">{t(`level.keys.${each.key}`)}</th>
              <td>{written(each.value)}</td>
              {claimed >= 0 && (
                <td>{t("level.upTo", { most: written(each.usual[claimed] ?? 0) })}</td>
              )}
              <td>{named(each.level)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        {onBpm ? (
          <label>
            {t("level.tempo")}{" "}
            <InputNumber
              min={20}
              max={400}
              value={bpm}
              onChange={(value) => value && onBpm(value)}
              aria-label={t("level.tempo")}
            />
          </label>
        ) : (
          <span className="soft">{t("level.songTempo", { bpm: Math.round(bpm) })}</span>
        )}
      </p>
    </section>
  );
}
