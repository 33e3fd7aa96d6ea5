/** Seconds of a length written as minutes:seconds; null when it is not written so. */
export function parseLength(text: string): number | null {
  const match = /^\s*(\d{1,2}):([0-5]\d)\s*$/.exec(text);
  return match ? Number(match[1]) * 60 + Number(match[2]) : null;
}
