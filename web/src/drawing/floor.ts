// The way over the floor in pixels of its drawing: metres scaled to fit, the front above.
import type { FloorView } from "../shared/api/client";

export const SIZE = 300;
const MARGIN = 26;
/** The least that is shown, in metres, so that a dance on the spot is not blown up. */
const LEAST = 2;

export interface Frame {
  /** Pixels a metre. */
  scale: number;
  x: (metres: number) => number;
  y: (metres: number) => number;
  /** Half-metre lines in view, in metres. */
  lines: { xs: number[]; ys: number[] };
}

export function frameOf(points: readonly (readonly [number, number])[]): Frame {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const width = Math.max(LEAST, Math.max(...xs) - Math.min(...xs));
  const height = Math.max(LEAST, Math.max(...ys) - Math.min(...ys));
  const span = Math.max(width, height);
  const scale = (SIZE - 2 * MARGIN) / span;
  const middleX = (Math.max(...xs) + Math.min(...xs)) / 2;
  const middleY = (Math.max(...ys) + Math.min(...ys)) / 2;
  const x = (metres: number) => SIZE / 2 + (metres - middleX) * scale;
  const y = (metres: number) => SIZE / 2 - (metres - middleY) * scale;
  const step = span > 6 ? 2 : span > 3 ? 1 : 0.5;
  const from = (middle: number) => Math.ceil((middle - SIZE / 2 / scale) / step) * step;
  const count = Math.floor(SIZE / scale / step) + 1;
  const line = (middle: number) => Array.from({ length: count }, (_, n) => from(middle) + n * step);
  return { scale, x, y, lines: { xs: line(middleX), ys: line(middleY) } };
}

export const pointsOf = (floor: FloorView) =>
  [[0, 0], ...floor.stops.map((stop) => [stop.x, stop.y])] as [number, number][];

/** Places where one stands, each once in a row: steps on the spot are drawn as one. */
export function standing(floor: FloorView) {
  return floor.stops.filter((stop, index) => {
    const next = floor.stops[index + 1];
    return !next || next.x !== stop.x || next.y !== stop.y || next.facing !== stop.facing;
  });
}
