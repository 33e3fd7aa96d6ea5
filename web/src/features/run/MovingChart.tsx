// The foot chart moving under a fixed line: what is danced now lies on the line.
import { memo, useRef, useState } from "react";

import type { ScoreView } from "../../shared/api/client";
import { countAt } from "../../shared/sound/counting";
import type { Indexed } from "./moment";
import { useFrames } from "./useFrames";
import styles from "./MovingChart.module.css";
import { feetOf, Sole, turnOf } from "./Sole";

interface Props {
  at: Indexed;
  seconds: () => number;
  names: { left: string; right: string };
}

const COUNT = 84;
/** Prints drawn at once, by number; the window moves on before its end is seen. */
const BEFORE = 14;
const BEHIND = 34;
const STEP = 8;

export function MovingChart({ at, seconds, names }: Props) {
  const { score } = at;
  const moving = useRef<SVGGElement>(null);
  const [window, setWindow] = useState(0);
  const scale = COUNT / score.count_seconds;
  useFrames(() => {
    const now = seconds();
    moving.current?.setAttribute("transform", `translate(${(-now * scale).toFixed(2)} 0)`);
    const here = Math.floor(countAt(at.prints, now) / STEP) * STEP;
    if (here !== window) setWindow(here);
  });
  return (
    <div className={styles.chart} aria-hidden>
      <span className={styles.names}>
        <b>{names.left}</b>
        <b>{names.right}</b>
      </span>
      <svg viewBox="-150 0 2400 132">
        <g ref={moving}>
          <Prints score={score} window={window} scale={scale} />
        </g>
        <line y1="0" y2="132" className={styles.now} />
      </svg>
    </div>
  );
}

const LANES = { L: 42, R: 94 } as const;

interface PrintsProps {
  score: ScoreView;
  window: number;
  scale: number;
}

const Prints = memo(function Prints({ score, window, scale }: PrintsProps) {
  return score.prints.slice(Math.max(0, window - BEFORE), window + BEHIND).map((print, index) => {
    const feet = feetOf(print.foot);
    return (
      <g key={index} transform={`translate(${print.at_seconds * scale} 0)`}>
        <text y="14" className={styles.label}>
          {print.label}
        </text>
        {feet.map((foot) => (
          <Sole key={foot} foot={foot} weight={print.weight} y={LANES[foot] - 6} scale={1.2}>
            <text x="14" y={LANES[foot]} className={styles.word}>
              {print.word}
              {turnOf(print)}
            </text>
          </Sole>
        ))}
        {feet.length === 0 && (
          <text y="68" className={styles.label}>
            {print.word}
          </text>
        )}
      </g>
    );
  });
});
