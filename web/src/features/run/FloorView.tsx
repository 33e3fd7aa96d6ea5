// A block of dancers from above, moved along the way of the dance, in time with the music.
import { useRef } from "react";
import { useTranslation } from "react-i18next";

import { CLOCKS, facingColours } from "../../shared/theme/facing";
import { countAt } from "../../shared/sound/counting";
import styles from "./FloorView.module.css";
import type { Indexed, Moment } from "./moment";
import { useFrames } from "./useFrames";

interface Props {
  at: Indexed;
  moment: Moment;
  seconds: () => number;
  /** Seen by somebody who faces the class. */
  turned: boolean;
  block: Block;
}

/** How the dancers stand. */
export interface Block {
  rows: number;
  columns: number;
}

export const USUAL_BLOCK: Block = { rows: 3, columns: 5 };
/** More rows and columns than these are drawn smaller. */
const FITS: Block = { rows: 4, columns: 7 };
/** Metres between dancers, and pixels a metre. */
const APART = 1.5;
const SCALE = 62;
/** A step takes this long, in seconds; who asks for less movement sees none. */
const STEP_SECONDS = 0.22;
const ARROW = "M0 -20 L12 14 L0 7 L-12 14 Z";
const still = globalThis.matchMedia?.("(prefers-reduced-motion: reduce)").matches ?? false;

export function FloorView({ at, moment, seconds, turned, block: stand }: Props) {
  const { rows, columns } = stand;
  const scale = SCALE * Math.min(1, FITS.rows / rows, FITS.columns / columns);
  const { t } = useTranslation();
  const block = useRef<SVGGElement>(null);
  const { floor } = at.score;
  useFrames(() => {
    const now = seconds();
    const here = Math.max(0, countAt(at.floor, now));
    const to = floor[here];
    const from = floor[here - 1] ?? to;
    if (!to || !from) return;
    const part = still ? 1 : Math.min(1, Math.max(0, (now - to.at_seconds) / STEP_SECONDS));
    const x = (from.x + (to.x - from.x) * part) * scale;
    const y = -(from.y + (to.y - from.y) * part) * scale;
    const turn = angle(from.facing) + shortest(angle(to.facing) - angle(from.facing)) * part;
    for (const dancer of block.current?.children ?? []) {
      const { dataset } = dancer as SVGGElement;
      const left = Number(dataset.x) + x;
      const top = Number(dataset.y) + y;
      dancer.setAttribute("transform", `translate(${left} ${top}) rotate(${turn})`);
    }
  });
  const [colour] = facingColours(moment.facing, true);
  return (
    <div className={styles.hall}>
      <svg viewBox="-420 -260 840 520" role="img" aria-label={t("run.floor")}>
        <rect x="-418" y="-258" width="836" height="516" rx="14" className={styles.room} />
        <text y={turned ? 250 : -236} className={styles.front}>
          {t("floor.front")}
        </text>
        <g ref={block} fill={colour} transform={turned ? "rotate(180)" : undefined}>
          {Array.from({ length: rows * columns }, (_, n) => (
            <g
              key={n}
              data-x={((n % columns) - (columns - 1) / 2) * APART * scale}
              data-y={(Math.floor(n / columns) - (rows - 1) / 2) * APART * scale}
            >
              <path d={ARROW} transform={`scale(${scale / SCALE})`} />
            </g>
          ))}
        </g>
      </svg>
      <p className={styles.words}>
        <strong>{moment.label || "–"}</strong> {moment.segment?.words ?? t("run.intro")} ·{" "}
        {moment.facing} · {moment.figure || t("run.getReady")}
      </p>
    </div>
  );
}

const angle = (clock: string) => CLOCKS.indexOf(clock as (typeof CLOCKS)[number]) * 45;
const shortest = (turn: number) => ((((turn + 180) % 360) + 360) % 360) - 180;
