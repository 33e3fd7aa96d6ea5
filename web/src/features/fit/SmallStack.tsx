// A plan as a small wall stack: rows, tags, torn ends, and the posts of the phrases.
import { memo } from "react";

import type { PassView } from "../../api/client";
import { rowsOf } from "../../drawing/wallStack";
import { PHRASE_TINTS } from "../../theme/facing";

const WIDTH = 92;
const MOST = 62;
const ROW = 6;

export const SmallStack = memo(function SmallStack({ passes }: { passes: PassView[] }) {
  const rows = rowsOf(passes);
  const longest = Math.max(1, ...rows.map((row) => row.length));
  const count = (WIDTH - 4) / longest;
  const row = Math.min(ROW, MOST / Math.max(1, rows.length));
  return (
    <svg width={WIDTH} height={row * rows.length + 2} className="small-stack" aria-hidden>
      {rows.map((each, index) => {
        const top = index * row + 1;
        const height = Math.max(1.5, row - 1.5);
        const passes = [each.main, ...each.rest];
        const end = each.length * count;
        const torn = each.main.ended === "restart" || each.main.ended === "cut";
        return (
          <g key={each.row}>
            {passes.flatMap((pass) =>
              pass.phrases.map((span) => (
                <rect
                  key={`${pass.start} ${span.start}`}
                  x={(pass.start - each.main.start + span.start) * count}
                  y={top}
                  width={(span.end - span.start) * count}
                  height={height}
                  fill={pass.kind === "wall" ? PHRASE_TINTS[span.kind] : "#c9963a"}
                />
              )),
            )}
            {passes.flatMap((pass) =>
              pass.phrases
                .filter((span) => span.starts)
                .map((span) => {
                  const at = pass.start - each.main.start + span.start;
                  return (
                    <rect
                      key={`post ${span.index}`}
                      x={at * count}
                      y={top - 0.5}
                      width="2"
                      height={height + 1}
                      fill={at > 0 ? "#a63822" : "#4a3a2c"}
                    />
                  );
                }),
            )}
            {torn && (
              <rect x={end - 1} y={top - 0.5} width="2" height={height + 1} fill="#a63822" />
            )}
          </g>
        );
      })}
    </svg>
  );
});
