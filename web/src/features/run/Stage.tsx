// The stage: the count, the wall, the figure and the next event, to be read from four metres.
import { useTranslation } from "react-i18next";

import { RoomGlyph } from "../../drawing/RoomGlyph";
import { facingColours } from "../../shared/theme/facing";
import type { Moment } from "./moment";
import styles from "./Stage.module.css";

interface Props {
  moment: Moment;
  walls: number;
  unit: number;
  counting: boolean;
  /** The hall is seen by somebody who faces the class: its front lies behind them. */
  turned?: boolean;
  /** The whole stage is one touch zone: its left is "again", its right "next". */
  onTouch?: (where: "left" | "middle" | "right") => void;
}

const NEAR = 8;
const CLOSE = 4;

export function Stage({ moment, walls, unit, counting, turned = false, onTouch }: Props) {
  const { t } = useTranslation();
  const { segment, section, label, count } = moment;
  const [colour] = facingColours(moment.facing, true);
  const between = label !== count;
  return (
    // The keys and the bar below do the same.
    <div
      className={styles.stage}
      onClick={(event) => {
        const share = event.clientX / window.innerWidth;
        onTouch?.(share < 0.25 ? "left" : share > 0.75 ? "right" : "middle");
      }}
    >
      <div className={styles.count} data-counting={counting || !segment}>
        <span aria-hidden>{between ? <small>{label}</small> : label || "–"}</span>
      </div>
      <div className={styles.where}>
        <div>
          <p className={styles.wall}>{segment ? segment.words : t("run.intro")}</p>
          <p className={styles.facing} style={{ color: colour }}>
            {t("run.facing", { clock: moment.facing })}
          </p>
          <p className={styles.section}>
            {segment?.kind === "wall" ? t("run.ofWalls", { wall: segment.wall, walls }) : ""}
            {section && ` · ${section.title}`}
          </p>
        </div>
        <span className={styles.room} data-turned={turned}>
          <RoomGlyph clock={moment.facing} size={180} dark silent />
        </span>
      </div>
      <ol className={styles.counts} aria-hidden>
        {Array.from({ length: unit }, (_, n) => (
          <li key={n} data-now={count === String(n + 1)}>
            {n + 1}
          </li>
        ))}
      </ol>
      <div className={styles.figure}>
        <p className={styles.now}>{moment.figure || t("run.getReady")}</p>
        <p className={styles.next}>{moment.next && t("run.then", { figure: moment.next })}</p>
      </div>
      <Event moment={moment} />
    </div>
  );
}

function Event({ moment: { joint, ahead } }: { moment: Moment }) {
  const { t } = useTranslation();
  if (!joint) return <div className={styles.event} data-none />;
  const [colour] = facingColours(joint.facing, true);
  const near = ahead <= CLOSE ? "close" : ahead <= NEAR ? "near" : "far";
  return (
    <div className={styles.event} data-near={near} style={{ borderColor: colour }}>
      <p className={styles.what}>{t("run.eventIn", { event: joint.words, count: ahead })}</p>
      <p>{joint.place}</p>
      {joint.cue && <p className={styles.cue}>{joint.cue}</p>}
    </div>
  );
}
