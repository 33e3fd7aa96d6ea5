// Where everything of a foot chart row lies. Lengths in pixels of the drawing.
import type { SectionView } from "../shared/api/client";

export const COUNT = 68;
export const LEFT_MARGIN = 26;
export const LANES = { L: 72, R: 116 } as const;
export const HEIGHT = 144;
/** The outline of a right sole, its toes up. */
export const SOLE =
  "M-5.6 -4 C-6.2 -11 -3.4 -14 0.4 -14 C4.6 -14 6.6 -10.6 6 -5 C5.6 -1.6 4.4 0.6 4.2 3.4 C4 7.6 4.2 12 0.4 12.4 C-3.4 12.6 -4 8.6 -4.4 4.6 C-4.7 1.6 -5.3 -0.8 -5.6 -4 Z";
const PER_ROW = 8;
const HALVED_FROM = 4;

export interface ChartRow {
  section: SectionView;
  /** First count of the row within the section, from 0, and how many it shows. */
  from: number;
  counts: number;
  width: number;
}

/**
 * Long sections are drawn in rows of eight (or of their own length up to ten); on a narrow screen
 * each is drawn in two halves, so that its words stay large enough to be read.
 */
export function rowsOf(section: SectionView, narrow = false): ChartRow[] {
  const whole = section.length <= 10 ? Math.max(1, Math.ceil(section.length)) : PER_ROW;
  const perRow = narrow && whole > HALVED_FROM ? Math.ceil(whole / 2) : whole;
  const rows: ChartRow[] = [];
  for (let from = 0; from < section.length; from += perRow) {
    const counts = Math.min(perRow, Math.ceil(section.length) - from);
    rows.push({ section, from, counts, width: LEFT_MARGIN + counts * COUNT });
  }
  return rows;
}

/** Left edge of a position; a lead-in stands just before count 1. */
export const x = (row: ChartRow, at: number) => LEFT_MARGIN + (at - row.from) * COUNT;

/** Middle of the print that lands at a position: whole counts and halves have a column each. */
export const middle = (row: ChartRow, at: number) => x(row, at) + COUNT / 4;

export const inRow = (row: ChartRow, at: number) =>
  at < row.from + row.counts && (at >= row.from || (row.from === 0 && at < 0));
