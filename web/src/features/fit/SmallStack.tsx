// A plan as a small wall stack: rows, tags, torn ends, and the posts of the phrases.
import { memo } from "react";

import type { SegmentView } from "../../shared/api/client";
import { rowsOf } from "../../drawing/wallStack";
import { phraseTint } from "../../shared/theme/facing";

const WIDTH = 92;
const MOST = 62;
const ROW = 6;

export const SmallStack = memo(function SmallStack({ segments }: { segments: SegmentView[] }) {
  const rows = rowsOf(segments);
  const longest = Math.max(1, ...rows.map((row) => row.length));
  const count = (WIDTH - 4) / longest;
  const row = Math.min(ROW, MOST / Math.max(1, rows.length));
  return (
    <svg width={WIDTH} height={row * rows.length + 2} aria-hidden>
      {rows.map((each, index) => {
        const top = index * row + 1;
        const height = Math.max(1.5, row - 1.5);
        const segments = [each.main, ...each.rest];
        const end = each.length * count;
        const torn = each.main.ended === "restart" || each.main.ended === "cut";
        return (
          <g key={each.row}>
            {segments.flatMap((segment) =>
              segment.phrases.map((span) => (
                <rect
                  key={`${segment.start} ${span.start}`}
                  x={(segment.start - each.main.start + span.start) * count}
                  y={top}
                  width={(span.end - span.start) * count}
                  height={height}
                  fill={segment.kind === "wall" ? phraseTint(span) : "var(--hatch)"}
                />
              )),
            )}
            {segments.flatMap((segment) =>
              segment.phrases
                .filter((span) => span.starts)
                .map((span) => {
                  const at = segment.start - each.main.start + span.start;
                  return (
                    <rect
                      key={`post ${span.index}`}
                      x={at * count}
                      y={top - 0.5}
                      width="2"
                      height={height + 1}
                      fill={at > 0 ? "var(--brick)" : "var(--umber)"}
                    />
                  );
                }),
            )}
            {torn && (
              <rect x={end - 1} y={top - 0.5} width="2" height={height + 1} fill="var(--brick)" />
            )}
          </g>
        );
      })}
    </svg>
  );
});
