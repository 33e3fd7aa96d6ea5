// The cursor of the wall stack: a place after some count of a wall. Pure.
import type { StackRow } from "../../drawing/wallStack";

export interface Cursor {
  /** Row of the stack, from 1. */
  row: number;
  after: number;
}

const within = (value: number, low: number, high: number) => Math.max(low, Math.min(value, high));

const lengthOf = (row: StackRow | undefined) => (row ? row.main.full_length - row.main.first : 1);

/** Restarts come after count 1 at the earliest and before the last count is over. */
export function place(rows: StackRow[], row: number, after: number): Cursor {
  const at = within(row, 1, Math.max(1, rows.length));
  const length = lengthOf(rows[at - 1]);
  return { row: at, after: within(Math.round(after), 1, Math.max(1, length)) };
}

/** Where a key takes the cursor; null when it is no cursor key. */
export function moved(
  cursor: Cursor,
  key: { key: string; shiftKey: boolean; altKey: boolean },
  rows: StackRow[],
  unit: number,
): Cursor | null {
  const sideways = { ArrowLeft: -1, ArrowRight: 1 }[key.key];
  const upDown = { ArrowUp: -1, ArrowDown: 1 }[key.key];
  if (upDown) return place(rows, cursor.row + upDown, cursor.after);
  if (!sideways) return null;
  if (key.altKey) return place(rows, cursor.row + sideways, cursor.after);
  if (!key.shiftKey) return place(rows, cursor.row, cursor.after + sideways);
  // A section on: the next whole eight, not just eight further.
  const eights = cursor.after / unit;
  const next = sideways > 0 ? Math.floor(eights) + 1 : Math.ceil(eights) - 1;
  return place(rows, cursor.row, next * unit);
}
