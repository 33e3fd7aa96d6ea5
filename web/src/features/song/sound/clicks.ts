// Clicks on the beats, laid on the audio clock a moment ahead. The counts' times come from the
// server; here they are only turned into times of the sound card.

export interface Click {
  /** Seconds of the song. */
  at: number;
  one: boolean;
}

/** The clicks from `from` up to, not including, `to`, in seconds of the song. */
export function clicksBetween(
  counts: readonly number[],
  ones: ReadonlySet<number>,
  from: number,
  to: number,
): Click[] {
  const found: Click[] = [];
  for (let n = firstAt(counts, from); n < counts.length; n++) {
    const at = counts[n] ?? to;
    if (at >= to) break;
    found.push({ at, one: ones.has(n) });
  }
  return found;
}

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

/** How far the sound card's clock is ahead of the song's, from many looks at both. */
export class ClockOffset {
  private looks: number[] = [];

  constructor(private readonly kept = 21) {}

  look(card: number, song: number, speed: number): number {
    this.looks.push(card - song / speed);
    if (this.looks.length > this.kept) this.looks.shift();
    const sorted = [...this.looks].sort((a, b) => a - b);
    return sorted[sorted.length >> 1] ?? 0;
  }

  forget() {
    this.looks = [];
  }
}
