// The section as prints, each of which lights up as it is danced.
import { memo } from "react";
import { useTranslation } from "react-i18next";

import type { ScoreView } from "../../shared/api/client";
import { countAt } from "../../shared/sound/counting";
import styles from "./FeetView.module.css";
import type { Indexed, Moment } from "./moment";
import { feetOf, Sole, turnOf } from "./Sole";

interface Props {
  at: Indexed;
  moment: Moment;
}

type Print = ScoreView["prints"][number];

const COLUMN = 116;
const LANES = { L: 92, R: 206 } as const;
const SLACK = 0.05;

export function FeetView({ at, moment }: Props) {
  const { t } = useTranslation();
  const { score } = at;
  const now = score.beats[moment.beat]?.at_seconds ?? 0;
  const here = Math.max(0, countAt(at.sections, now + SLACK));
  const section = score.sections[here];
  const from = section?.start_seconds ?? 0;
  const to = section?.end_seconds ?? 0;
  const prints = score.prints.filter(
    (print) => print.at_seconds >= from - SLACK && print.at_seconds < to - SLACK,
  );
  const lit = prints.findLastIndex((print) => print.at_seconds <= now + SLACK);
  return (
    <div className={styles.feet}>
      <p className={styles.words}>
        <strong>{moment.label || "–"}</strong> {moment.segment?.words ?? t("run.intro")} ·{" "}
        {section?.title} · {moment.facing}
      </p>
      <svg
        viewBox={`0 0 ${Math.max(8, prints.length) * COLUMN} 280`}
        role="img"
        aria-label={t("run.feet")}
      >
        <text x="8" y={LANES.L + 8} className={styles.left}>
          {t("steps.left")}
        </text>
        <text x="8" y={LANES.R + 8} className={styles.right}>
          {t("steps.right")}
        </text>
        {prints.map((print, index) => (
          <Step key={print.at_seconds} print={print} index={index} lit={index === lit} />
        ))}
      </svg>
      <p className={styles.words}>{moment.figure || t("run.getReady")}</p>
    </div>
  );
}

interface StepProps {
  print: Print;
  index: number;
  lit: boolean;
}

const Step = memo(function Step({ print, index, lit }: StepProps) {
  const feet = feetOf(print.foot);
  return (
    <g transform={`translate(${(index + 0.6) * COLUMN} 0)`} data-lit={lit}>
      {lit && <rect x="-52" y="4" width="104" height="272" rx="12" className={styles.lit} />}
      <text y="34" className={styles.label}>
        {print.label}
      </text>
      {feet.map((each) => (
        <Sole key={each} foot={each} weight={print.weight} y={LANES[each]} scale={2.3}>
          <text y={LANES[each] + 52} className={styles.word}>
            {print.word}
            {turnOf(print)}
          </text>
        </Sole>
      ))}
      {feet.length === 0 && (
        <text y="150" className={styles.label}>
          {print.word}
        </text>
      )}
    </g>
  );
});
