/** Seconds as a song's clock: 1:24.6; whole seconds from a tenth on demand. */
export function songClock(seconds: number, tenths = true): string {
  const units = Math.round(seconds * (tenths ? 10 : 1));
  const perMinute = tenths ? 600 : 60;
  const minutes = Math.floor(units / perMinute);
  const rest = units - minutes * perMinute;
  const text = tenths ? (rest / 10).toFixed(1).padStart(4, "0") : String(rest).padStart(2, "0");
  return `${minutes}:${text}`;
}
