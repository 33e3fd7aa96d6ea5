// A section as prints in two lanes: filled takes weight, outline does not.
import clsx from "clsx";
import { memo } from "react";
import { useTranslation } from "react-i18next";

import type { PartView, SectionView } from "../shared/api/client";
import { facingColours } from "../shared/theme/facing";
import { useNarrow } from "../shared/ui/useNarrow";
import { COUNT, HEIGHT, inRow, LANES, middle, rowsOf, SOLE, x, type ChartRow } from "./footChart";
import { RoomGlyph } from "./RoomGlyph";
import styles from "./FootChart.module.css";

interface Props {
  section: SectionView;
  part: string;
  /** What dancers say on each whole count of the part, and between two of them. */
  labels: string[];
  between: Between;
  /** Characters of the sheet the cursor is in, to mark its prints. */
  cursor: number | null;
  onPick: (start: number, end: number) => void;
}

type Move = SectionView["moves"][number];
type Between = PartView["between"];

export const FootChart = memo(function FootChart({
  section,
  part,
  labels,
  between,
  cursor,
  onPick,
}: Props) {
  const { t } = useTranslation();
  const narrow = useNarrow();
  const words = {
    title: section.title,
    first: section.first,
    last: section.last,
    from: section.start_facing,
    to: section.end_facing,
    free: t(`steps.free.${section.free}`),
  };
  return (
    <section className={styles.chart} aria-label={t("steps.chartOf", words)}>
      <header>
        <h3>
          {part && <span className="soft">{part} · </span>}
          {section.title} <span className="soft">· {t("steps.counts", words)}</span>
        </h3>
        <span className={styles.ends}>
          <RoomGlyph clock={section.start_facing} silent /> {section.start_facing} →{" "}
          <RoomGlyph clock={section.end_facing} silent /> {section.end_facing}
          <span className="soft">· {words.free}</span>
        </span>
      </header>
      {rowsOf(section, narrow).map((row) => (
        <Row
          key={row.from}
          row={row}
          labels={labels}
          between={between}
          cursor={cursor}
          onPick={onPick}
        />
      ))}
    </section>
  );
});

interface RowProps {
  row: ChartRow;
  labels: string[];
  between: Between;
  cursor: number | null;
  onPick: Props["onPick"];
}

function Row({ row, labels, between, cursor, onPick }: RowProps) {
  const { t } = useTranslation();
  const moves = row.section.moves.filter((move) => inRow(row, move.at));
  const counts = Array.from({ length: row.counts }, (_, index) => row.from + index);
  return (
    <svg
      className={styles.prints}
      viewBox={`0 0 ${row.width} ${HEIGHT}`}
      style={{ maxWidth: row.width * 1.3 }}
    >
      {counts.map((at) => (
        <g key={at}>
          <rect
            x={x(row, at)}
            y="0"
            width={COUNT / 2}
            height={HEIGHT - 8}
            className={styles.column}
          />
          <text x={middle(row, at)} y="16" className={styles.count}>
            {labels[row.section.first - 1 + at]}
          </text>
          {between.map((said) => (
            <text key={said.at} x={middle(row, at + said.at)} y="16" className={styles.and}>
              {said.label}
            </text>
          ))}
        </g>
      ))}
      <text x="8" y={LANES.L} className={styles.lane} fill="var(--left)">
        {t("steps.left")}
      </text>
      <text x="8" y={LANES.R} className={styles.lane} fill="var(--right)">
        {t("steps.right")}
      </text>
      {moves.map((move, index) => (
        <Print key={index} row={row} move={move} cursor={cursor} onPick={onPick} />
      ))}
      <FacingStrip row={row} />
    </svg>
  );
}

function Print({
  row,
  move,
  cursor,
  onPick,
}: Omit<RowProps, "labels" | "between"> & { move: Move }) {
  const cx = middle(row, move.at);
  const marked = cursor !== null && cursor >= move.start && cursor <= move.end;
  const label = `${move.label} ${move.foot ?? ""} ${move.word} ${move.turn_words}`;
  const lanes = move.foot === "both" ? (["L", "R"] as const) : move.foot ? [move.foot] : [];
  return (
    <g
      className={styles.move}
      data-marked={marked}
      role="img"
      aria-label={label.trim()}
      onClick={() => onPick(move.start, move.end)}
    >
      {marked && <rect x={cx - 16} y="22" width="32" height="112" rx="5" className={styles.mark} />}
      {lanes.map((foot) => (
        <g key={foot} className={foot === "L" ? styles.left : styles.right}>
          <path
            d={SOLE}
            transform={`translate(${cx} ${LANES[foot] - 10}) scale(${foot === "L" ? -0.92 : 0.92} 0.92)`}
            className={clsx(styles.print, move.weight && styles.filled)}
          />
          <text x={cx} y={LANES[foot] + 15} className={styles.word}>
            {move.word}
          </text>
        </g>
      ))}
      {lanes.length === 0 && (
        <text x={cx} y={(LANES.L + LANES.R) / 2} className={clsx(styles.word, styles.hold)}>
          {move.word}
        </text>
      )}
      {move.turn !== 0 && <Arc cx={cx} right={move.turn > 0} words={move.turn_words} />}
    </g>
  );
}

function Arc({ cx, right, words }: { cx: number; right: boolean; words: string }) {
  const tip = right ? cx + 14 : cx - 14;
  const back = right ? -5 : 5;
  return (
    <g className={styles.turn}>
      <path d={`M${cx - 14} 41 Q${cx} 16 ${cx + 14} 41`} />
      <path d={`M${tip + back} 38 L${tip} 41 L${tip + back / 8} 35`} />
      <text x={cx} y="42">
        {words}
      </text>
    </g>
  );
}

function FacingStrip({ row }: { row: ChartRow }) {
  const end = row.from + row.counts;
  return (
    <>
      {row.section.facings
        .filter((run) => run.end > row.from && run.start < end)
        .map((run) => {
          const left = x(row, Math.max(run.start, row.from));
          const right = x(row, Math.min(run.end, end));
          const [first, second] = facingColours(run.facing);
          return (
            <g key={run.start}>
              <title>{run.facing}</title>
              <rect x={left} y={HEIGHT - 7} width={right - left} height="3" fill={first} />
              <rect x={left} y={HEIGHT - 4} width={right - left} height="3" fill={second} />
            </g>
          );
        })}
    </>
  );
}
