// The way of one wall seen from above: each stop an arrow that points where one faces.
import clsx from "clsx";
import { useTranslation } from "react-i18next";

import type { FloorView } from "../shared/api/client";
import { CLOCKS, facingColours } from "../shared/theme/facing";
import { frameOf, pointsOf, SIZE, standing, type Frame } from "./floor";
import { decimal } from "../shared/i18n/decimal";
import styles from "./FloorPlan.module.css";

interface Props {
  floor: FloorView;
  cursor: number | null;
  onPick: (start: number, end: number) => void;
}

const ARROW = "M0 -9 L5.4 6 L0 3 L-5.4 6 Z";
const angle = (clock: string) => CLOCKS.indexOf(clock as (typeof CLOCKS)[number]) * 45;

export function FloorPlan({ floor, cursor, onPick }: Props) {
  const { t } = useTranslation();
  const points = pointsOf(floor);
  const frame = frameOf(points);
  const path = points.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ");
  // The section the cursor is in stands out; without one all of them do.
  const inside = floor.stops.find(
    (stop) => cursor !== null && cursor >= stop.start && cursor <= stop.end,
  );
  return (
    <figure className={styles.floor}>
      <svg viewBox={`0 0 ${SIZE} ${SIZE}`} role="img" aria-label={t("floor.wallOf", said(floor))}>
        <Grid frame={frame} />
        <polyline points={path} className={styles.way} />
        <circle cx={frame.x(0)} cy={frame.y(0)} r="11" className={styles.start} />
        {openings(floor).map((stop) => (
          <text
            key={stop.section}
            x={frame.x(stop.x) + 9}
            y={frame.y(stop.y) - 8 - (stop.section % 2) * 4}
            className={styles.section}
          >
            {stop.section + 1}
          </text>
        ))}
        {standing(floor).map((stop, index) => {
          const marked = cursor !== null && cursor >= stop.start && cursor <= stop.end;
          const [colour] = facingColours(stop.facing);
          return (
            <g
              key={index}
              className={clsx(
                styles.stop,
                inside && inside.section !== stop.section && styles.faint,
              )}
              transform={`translate(${frame.x(stop.x)} ${frame.y(stop.y)})`}
              onClick={() => onPick(stop.start, stop.end)}
            >
              <title>{t("floor.stop", { ...stop, section: stop.section + 1 })}</title>
              {marked && <circle r="13" className={styles.mark} />}
              <path d={ARROW} transform={`rotate(${angle(stop.facing)})`} fill={colour} />
            </g>
          );
        })}
      </svg>
      <figcaption>{t("floor.wall", said(floor))}</figcaption>
    </figure>
  );
}

/** Where every wall starts when the dance is danced again and again. */
export function Wandering({ floor }: { floor: FloorView }) {
  const { t } = useTranslation();
  const points = floor.walls.map(({ x, y }): [number, number] => [x, y]);
  const frame = frameOf(points);
  const path = points.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ");
  const words = { walls: points.length - 1, far: floor.far };
  const key = floor.far > 0.05 ? "floor.danceFar" : "floor.danceHome";
  return (
    <figure className={styles.floor}>
      <svg viewBox={`0 0 ${SIZE} ${SIZE}`} role="img" aria-label={t(key, words)}>
        <Grid frame={frame} />
        <polyline points={path} className={styles.way} />
        {places(points).map(({ x, y, walls }) => (
          <g key={`${x} ${y}`} transform={`translate(${frame.x(x)} ${frame.y(y)})`}>
            <circle r="11" className={styles.place} />
            <text y="4" className={styles.number}>
              {walls[0]}
            </text>
            <title>{t("floor.startsHere", { walls: walls.join(", ") })}</title>
          </g>
        ))}
      </svg>
      <figcaption>{t(key, words)}</figcaption>
    </figure>
  );
}

/** Where each section's first step lands. */
const openings = (floor: FloorView) =>
  floor.stops.filter((stop, index) => stop.section !== floor.stops[index - 1]?.section);

function places(points: [number, number][]) {
  const found: { x: number; y: number; walls: number[] }[] = [];
  points.slice(0, -1).forEach(([x, y], index) => {
    const same = found.find((place) => Math.hypot(place.x - x, place.y - y) < 0.1);
    if (same) same.walls.push(index + 1);
    else found.push({ x, y, walls: [index + 1] });
  });
  return found;
}

const said = (floor: FloorView) => ({
  width: decimal(floor.right - floor.left, 1),
  depth: decimal(floor.front - floor.back, 1),
  drift: decimal(floor.drift, 1),
});

function Grid({ frame }: { frame: Frame }) {
  const { t } = useTranslation();
  return (
    <g className={styles.grid}>
      <rect width={SIZE} height={SIZE} rx="6" />
      {frame.lines.xs.map((at) => (
        <line key={`x${at}`} x1={frame.x(at)} x2={frame.x(at)} y1="0" y2={SIZE} />
      ))}
      {frame.lines.ys.map((at) => (
        <line key={`y${at}`} y1={frame.y(at)} y2={frame.y(at)} x1="0" x2={SIZE} />
      ))}
      <text x="10" y="17">
        {t("floor.front")}
      </text>
    </g>
  );
}
