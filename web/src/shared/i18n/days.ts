// Days and times as one says them, in the language that is read.

/** Where one reads English, the day stands before the month unless the browser says otherwise. */
export const dayLanguage = (language: string) =>
  language === "en" ? (navigator.languages.find((each) => /^en-/.test(each)) ?? "en-GB") : language;

/** "Tue 1 Dec" of an ISO day; with the year where it is not this one. */
export function dayWords(day: string, language: string, today = new Date()): string {
  const date = fromISO(day);
  const other = date.getFullYear() !== today.getFullYear();
  return new Intl.DateTimeFormat(dayLanguage(language), {
    weekday: "short",
    day: "numeric",
    month: "short",
    ...(other ? { year: "numeric" } : {}),
  }).format(date);
}

/** "12 December 2026" of an instant. */
export const longDay = (instant: string, language: string) =>
  new Intl.DateTimeFormat(dayLanguage(language), { dateStyle: "long" }).format(new Date(instant));

/** "28 Nov 2026, 19:05" of an instant. */
export const momentWords = (instant: string, language: string) =>
  new Intl.DateTimeFormat(dayLanguage(language), {
    dateStyle: "medium",
    timeStyle: "short",
  }).format(new Date(instant));

/** "1 Dec", for the narrow heads of a calendar. */
export const shortDay = (day: string, language: string) =>
  new Intl.DateTimeFormat(dayLanguage(language), { day: "numeric", month: "short" }).format(
    fromISO(day),
  );

/** "Tuesday" of a weekday that counts from Monday, 0. */
export const weekdayWords = (weekday: number, language: string) =>
  // The first of January 2024 was a Monday.
  new Intl.DateTimeFormat(language, { weekday: "long" }).format(new Date(2024, 0, 1 + weekday));

/** "19:00" of "19:00:00". */
export const clockOf = (time: string) => time.slice(0, 5);

/** "12:05" of seconds, for how long something lasts or when it begins in the evening. */
export function minutesOf(seconds: number): string {
  const whole = Math.round(Math.abs(seconds));
  const sign = seconds < 0 ? "−" : "";
  return `${sign}${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** Seconds of what was typed: "4" and "4:00" are minutes, "4:30" with seconds; null is none. */
export function secondsTyped(said: string): number | null {
  const found = /^\s*(\d{1,3})(?:[:.](\d{2}))?\s*$/.exec(said);
  if (!found) return null;
  const rest = Number(found[2] ?? 0);
  return rest < 60 ? Number(found[1]) * 60 + rest : null;
}

function fromISO(day: string): Date {
  const [year = 0, month = 1, date = 1] = day.slice(0, 10).split("-").map(Number);
  return new Date(year, month - 1, date);
}
