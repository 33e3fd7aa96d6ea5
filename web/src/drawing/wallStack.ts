// The wall stack's geometry: the server's rows, counts to pixels. No DOM in here.
import type { SegmentView } from "../shared/api/client";

export interface StackRow {
  /** Place in the stack, from 1; the wall's number except where a bridge has a row of its own. */
  row: number;
  wall: number;
  main: SegmentView;
  /** What follows in the same row: the wall's later pieces, tags, bridges, waits, the ending. */
  rest: SegmentView[];
  /** Counts of the row with all of them. */
  length: number;
}

/** The rows as the server numbers them, each with its first segment and what is sewn on. */
export function rowsOf(segments: SegmentView[]): StackRow[] {
  const rows: StackRow[] = [];
  for (const segment of segments) {
    const { row, wall, length } = segment;
    const last = rows.at(-1);
    if (last?.row === row) {
      last.rest.push(segment);
      last.length += length;
    } else rows.push({ row, wall, main: segment, rest: [], length });
  }
  return rows;
}

/** The pieces of a row that are counts of the wall itself: a bridge breaks it in two. */
export const piecesOf = (row: StackRow) => [
  row.main,
  ...row.rest.filter((segment) => segment.kind === "wall"),
];

/** Where in the row, in counts from its start, so many counts of the wall are over. */
export function offsetOf(row: StackRow, after: number): number {
  for (const piece of piecesOf(row)) {
    const into = after - (piece.first - row.main.first);
    if (into <= piece.length) return piece.start - row.main.start + Math.max(into, 0);
  }
  const last = piecesOf(row).at(-1) ?? row.main;
  const over = after - (last.first - row.main.first) - last.length;
  return last.start - row.main.start + last.length + over;
}

/** How many counts of the wall are over so far into the row; the inverse of `offsetOf`. */
export function afterAt(row: StackRow, offset: number): number {
  let after = offset;
  for (const piece of piecesOf(row)) {
    const from = piece.start - row.main.start;
    if (offset < from) return piece.first - row.main.first;
    after = piece.first - row.main.first + offset - from;
    if (offset <= from + piece.length) return after;
  }
  return after;
}

export interface Handle {
  event: string;
  words: string;
  start: number;
  length: number;
}

/** Where a row's events can be taken hold of: torn edges, the cloth of tags, waits. In counts. */
export function handlesOf(row: StackRow): Handle[] {
  const segments = [row.main, ...row.rest];
  return segments.flatMap((segment, index) => {
    const start = segment.start - row.main.start;
    if (segment.kind === "wall")
      return segment.ended === "restart"
        ? [
            {
              event: segment.event,
              words: segment.event_words,
              start: start + segment.length,
              length: 0,
            },
          ]
        : [];
    // A tag behind a restart belongs to the restart: one handle is enough.
    const before = segments[index - 1];
    const restarts = before?.ended === "restart" && before.event === segment.event;
    return segment.event && !restarts
      ? [{ event: segment.event, words: segment.event_words, start, length: segment.length }]
      : [];
  });
}

const END_TEXT = { wide: 236, narrow: 146 };
const NARROW = 480;
const MIN_COUNT = 2.6;
const MAX_COUNT = 26;
const MIN_ROW = 22;
const MAX_ROW = 52;

export interface StackSize {
  /** Width of one count, height of one row, and width of all but the row's head, in pixels. */
  count: number;
  row: number;
  width: number;
}

/** Counts and rows as large as the room allows, so that the whole dance is seen at once. */
export function sizeOf(rows: StackRow[], width: number, height: number): StackSize {
  const longest = Math.max(1, ...rows.map((row) => Math.max(row.main.full_length, row.length)));
  const text = width < NARROW ? END_TEXT.narrow : END_TEXT.wide;
  const count = Math.min(MAX_COUNT, Math.max(MIN_COUNT, (width - text) / longest));
  const row = Math.min(MAX_ROW, Math.max(MIN_ROW, height / Math.max(1, rows.length)));
  return { count, row, width: Math.max(width, longest * count + text) };
}

/** Every how many counts a number can stand without touching its neighbour. */
export const numberEvery = (count: number) =>
  count >= 12.5 ? 1 : count >= 8 ? 2 : count >= 5 ? 4 : 8;

/** The edge of a wall torn off by a restart: a zigzag down the row. */
export function tornEdge(x: number, top: number, bottom: number): string {
  const teeth = 4;
  const step = (bottom - top) / teeth;
  let path = `M${x} ${top}`;
  for (let tooth = 0; tooth < teeth; tooth++)
    path += ` L${x + 5} ${top + (tooth + 0.5) * step} L${x} ${top + (tooth + 1) * step}`;
  return path;
}
