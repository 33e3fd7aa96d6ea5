// Finding one's place among the times of the counts.

/** The number of the first count at or after a time. */
export function firstAt(counts: readonly number[], time: number): number {
  let low = 0;
  let high = counts.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((counts[middle] ?? 0) < time) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The number of the last count at or before a time; -1 before the first. */
export const countAt = (counts: readonly number[], time: number): number => {
  const next = firstAt(counts, time);
  return counts[next] === time ? next : next - 1;
};
