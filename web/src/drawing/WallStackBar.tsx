// One row of the wall stack: phrases tint it, posts stand where they begin, tags are sewn on.
import { memo } from "react";

import type { PassView } from "../api/client";
import { facingColours, PHRASE_TINTS } from "../theme/facing";
import { numberEvery, tornEdge, type StackRow, type StackSize } from "./wallStack";

interface Props {
  row: StackRow;
  size: StackSize;
  labels: string[];
  cursor: number | null;
}

export const WallStackBar = memo(function WallStackBar({ row, size, labels, cursor }: Props) {
  const roomy = size.row >= 38;
  const top = roomy ? 15 : 2;
  const bottom = size.row - (roomy ? 12 : 8);
  const box = { top, bottom, count: size.count };
  const end = row.main.length * size.count;
  return (
    <svg width={row.length * size.count + 8} height={size.row} className="bar" aria-hidden>
      <Tints pass={row.main} x={0} box={box} />
      <Numbers pass={row.main} box={box} labels={labels} />
      {row.tags.map((tag, index) => {
        const before = row.tags.slice(0, index).reduce((sum, t) => sum + t.length, 0);
        return <Tag key={tag.start} tag={tag} x={end + before * size.count} box={box} />;
      })}
      <Posts row={row} box={box} roomy={roomy} />
      <Facings pass={row.main} x={0} box={box} />
      {row.main.ended === "restart" && (
        <path d={tornEdge(end, top - 3, bottom + 3)} className="torn" />
      )}
      {cursor !== null && (
        <path d={`M${cursor * size.count} 0 V${size.row - 2}`} className="cursor" />
      )}
    </svg>
  );
});

interface Box {
  top: number;
  bottom: number;
  count: number;
}

function Tints({ pass, x, box }: { pass: PassView; x: number; box: Box }) {
  return pass.phrases.map((span) => (
    <rect
      key={span.start}
      x={x + span.start * box.count}
      y={box.top}
      width={(span.end - span.start) * box.count}
      height={box.bottom - box.top}
      fill={PHRASE_TINTS[span.kind]}
    />
  ));
}

function Numbers({ pass, box, labels }: { pass: PassView; box: Box; labels: string[] }) {
  const every = numberEvery(box.count);
  const middle = (box.top + box.bottom) / 2 + 4.5;
  const counts = Array.from({ length: Math.ceil(pass.length) }, (_, index) => index);
  return counts.map((at) => {
    const said = labels[at] ?? String(at + 1);
    const one = said === "1";
    return (
      <g key={at}>
        {one && <path d={`M${at * box.count} ${box.top} V${box.bottom}`} className="eight" />}
        {(one || (Number(said) - 1) % every === 0) && (
          <text
            x={Math.max((at + 0.5) * box.count, at * box.count + 6)}
            y={middle}
            className={one ? "number one" : "number"}
          >
            {said}
          </text>
        )}
      </g>
    );
  });
}

function Tag({ tag, x, box }: { tag: PassView; x: number; box: Box }) {
  const width = tag.length * box.count;
  return (
    <>
      <rect x={x} y={box.top} width={width} height={box.bottom - box.top} fill="url(#cloth)" />
      <rect
        x={x + 1}
        y={box.top + 1}
        width={width - 2}
        height={box.bottom - box.top - 2}
        className="stitch"
      />
      <Facings pass={tag} x={x} box={box} />
    </>
  );
}

function Posts({ row, box, roomy }: { row: StackRow; box: Box; roomy: boolean }) {
  const passes = [row.main, ...row.tags];
  return passes.flatMap((pass) =>
    pass.phrases
      .filter((span) => span.starts)
      .map((span) => {
        const at = (pass.start - row.main.start + span.start) * box.count;
        return (
          <g key={span.index} className={at > 0 ? "post astray" : "post"}>
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

function Facings({ pass, x, box }: { pass: PassView; x: number; box: Box }) {
  return pass.facings.map((run) => {
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
          <rect width="7" height="7" fill="#fbf0cf" />
          <path d="M-1 8 L8 -1" stroke="#a9761a" strokeWidth="1.1" />
        </pattern>
      </defs>
    </svg>
  );
}
