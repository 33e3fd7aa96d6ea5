// One row of the wall stack: phrases tint it, posts stand where they begin, tags are sewn on.
import clsx from "clsx";
import { memo } from "react";

import type { SegmentView } from "../shared/api/client";
import { facingColours, phraseTint } from "../shared/theme/facing";
import { numberEvery, offsetOf, tornEdge, type StackRow, type StackSize } from "./wallStack";
import styles from "./WallStackBar.module.css";

interface Props {
  row: StackRow;
  size: StackSize;
  labels: Record<string, string[]>;
  /** Counts of the wall after which the cursor stands. */
  cursor: number | null;
  /** Which part of a phrased dance it is, from 0: so many notches. */
  notches?: number | undefined;
}

export const WallStackBar = memo(function WallStackBar(props: Props) {
  const { row, size, labels, cursor, notches } = props;
  const roomy = size.row >= 38;
  const top = roomy ? 15 : 2;
  const bottom = size.row - (roomy ? 12 : 8);
  const box = { top, bottom, count: size.count };
  return (
    <svg width={row.length * size.count + 8} height={size.row} className={styles.bar} aria-hidden>
      {[row.main, ...row.rest].map((segment) => (
        <Piece
          key={`${segment.kind} ${segment.start}`}
          segment={segment}
          x={(segment.start - row.main.start) * size.count}
          box={box}
          labels={labels[segment.name] ?? labels[segment.part] ?? []}
        />
      ))}
      {notches !== undefined && <Notches count={notches + 1} box={box} />}
      <Posts row={row} box={box} roomy={roomy} />
      {cursor !== null && (
        <path
          d={`M${offsetOf(row, cursor) * size.count} 0 V${size.row - 2}`}
          className={styles.cursor}
        />
      )}
    </svg>
  );
});

interface PieceProps {
  segment: SegmentView;
  x: number;
  box: Box;
  labels: string[];
}

function Piece({ segment, x, box, labels }: PieceProps) {
  const end = x + segment.length * box.count;
  if (segment.kind === "wait") return <Wait x={x} box={box} />;
  if (segment.kind !== "wall") return <Cloths segment={segment} x={x} box={box} />;
  return (
    <>
      <Tints segment={segment} x={x} box={box} />
      <Numbers segment={segment} x={x} box={box} labels={labels} />
      {segment.changed && <Changed segment={segment} x={x} box={box} />}
      <Facings segment={segment} x={x} box={box} />
      {(segment.ended === "restart" || segment.ended === "cut") && (
        <path d={tornEdge(end, box.top - 3, box.bottom + 3)} className={styles.torn} />
      )}
    </>
  );
}

/** The band stops: a gap in the cloth, two bars across it. */
function Wait({ x, box }: { x: number; box: Box }) {
  return (
    <g className={styles.wait}>
      <rect x={x - 4} y={box.top - 3} width="8" height={box.bottom - box.top + 6} />
      <path
        d={`M${x - 2} ${box.top - 2} V${box.bottom + 3} M${x + 2} ${box.top - 2} V${box.bottom + 3}`}
      />
    </g>
  );
}

/** Counts that are danced otherwise on this wall. */
function Changed({ segment, x, box }: { segment: SegmentView; x: number; box: Box }) {
  const from = Math.max(segment.changed_from, segment.first) - segment.first;
  const to = Math.min(segment.changed_to, segment.first + segment.length) - segment.first;
  if (to <= from) return null;
  return (
    <rect
      x={x + from * box.count + 1}
      y={box.top + 1}
      width={(to - from) * box.count - 2}
      height={box.bottom - box.top - 2}
      className={styles.changed}
    />
  );
}

/** A part of a phrased dance is told by the notches cut into the start of its bar. */
function Notches({ count, box }: { count: number; box: Box }) {
  const size = 4;
  let path = "";
  for (let notch = 0; notch < count; notch++)
    path += `M${8 + notch * 11} ${box.top} h${2 * size} l${-size} ${size} Z `;
  return <path d={path} className={styles.notches} />;
}

interface Box {
  top: number;
  bottom: number;
  count: number;
}

function Tints({ segment, x, box }: { segment: SegmentView; x: number; box: Box }) {
  return segment.phrases.map((span) => (
    <rect
      key={span.start}
      x={x + span.start * box.count}
      y={box.top}
      width={(span.end - span.start) * box.count}
      height={box.bottom - box.top}
      fill={phraseTint(span)}
    />
  ));
}

function Numbers({ segment, x, box, labels }: PieceProps) {
  const every = numberEvery(box.count);
  const middle = (box.top + box.bottom) / 2 + 4.5;
  const counts = Array.from({ length: Math.ceil(segment.length) }, (_, index) => index);
  return counts.map((at) => {
    const said = labels[segment.first + at] ?? String(segment.first + at + 1);
    const left = x + at * box.count;
    const one = said === "1";
    return (
      <g key={at}>
        {one && <path d={`M${left} ${box.top} V${box.bottom}`} className={styles.eight} />}
        {(one || (Number(said) - 1) % every === 0) && (
          <text
            x={Math.max(left + 0.5 * box.count, left + 6)}
            y={middle}
            className={clsx(styles.number, one && styles.one)}
          >
            {said}
          </text>
        )}
      </g>
    );
  });
}

function Cloths({ segment, x, box }: { segment: SegmentView; x: number; box: Box }) {
  const width = segment.length * box.count;
  return (
    <>
      <rect x={x} y={box.top} width={width} height={box.bottom - box.top} fill="url(#cloth)" />
      <rect
        x={x + 1}
        y={box.top + 1}
        width={Math.max(0, width - 2)}
        height={box.bottom - box.top - 2}
        className={styles.stitch}
      />
      <Facings segment={segment} x={x} box={box} />
    </>
  );
}

function Posts({ row, box, roomy }: { row: StackRow; box: Box; roomy: boolean }) {
  const segments = [row.main, ...row.rest];
  return segments.flatMap((segment) =>
    segment.phrases
      .filter((span) => span.starts)
      .map((span) => {
        const at = (segment.start - row.main.start + span.start) * box.count;
        return (
          <g key={span.index} className={clsx(styles.post, at > 0 && styles.astray)}>
            <path d={`M${at + 1} ${box.top - (roomy ? 8 : 1)} V${box.bottom + 4}`} />
            {roomy && (
              <text x={at + 6} y={11}>
                {span.name}
              </text>
            )}
            <title>{span.name}</title>
          </g>
        );
      }),
  );
}

function Facings({ segment, x, box }: { segment: SegmentView; x: number; box: Box }) {
  return segment.facings.map((run) => {
    const [first, second] = facingColours(run.facing);
    const left = x + run.start * box.count;
    const width = (run.end - run.start) * box.count;
    return (
      <g key={run.start}>
        <title>{run.facing}</title>
        <rect x={left} y={box.bottom + 1} width={width} height="2" fill={first} />
        <rect x={left} y={box.bottom + 3} width={width} height="2" fill={second} />
      </g>
    );
  });
}

/** The hatched cloth of tags; drawn once, used by every row. */
export function Cloth() {
  return (
    <svg width="0" height="0" aria-hidden style={{ position: "absolute" }}>
      <defs>
        <pattern id="cloth" width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="var(--added)" />
          <path d="M-1 8 L8 -1" stroke="var(--hatch)" strokeWidth="1.1" />
        </pattern>
      </defs>
    </svg>
  );
}
