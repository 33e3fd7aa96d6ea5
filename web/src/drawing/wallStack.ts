// The wall stack's geometry: passes gathered into rows, counts to pixels. No DOM in here.
import type { PassView } from "../api/client";

export interface StackRow {
  wall: number;
  main: PassView;
  tags: PassView[];
  /** Counts of the row with its tags. */
  length: number;
}

/** One row a wall; the tags danced after it are sewn onto its end. */
export function rowsOf(passes: PassView[]): StackRow[] {
  const rows: StackRow[] = [];
  for (const pass of passes) {
    const last = rows.at(-1);
    if (pass.kind === "wall" || !last)
      rows.push({ wall: pass.wall, main: pass, tags: [], length: pass.length });
    else {
      last.tags.push(pass);
      last.length += pass.length;
    }
  }
  return rows;
}

export interface Handle {
  event: string;
  words: string;
  start: number;
  length: number;
}

/** Where a row's events can be taken hold of: the torn edge, each tag's cloth. In counts. */
export function handlesOf(row: StackRow): Handle[] {
  const { main } = row;
  // A tag behind a restart belongs to the restart: one handle is enough.
  if (main.ended === "restart")
    return [{ event: main.event, words: main.event_words, start: main.length, length: 0 }];
  return row.tags.map((tag) => ({
    event: tag.event,
    words: tag.event_words,
    start: tag.start - main.start,
    length: tag.length,
  }));
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
