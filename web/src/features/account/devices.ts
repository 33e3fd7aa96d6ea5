// A browser and its system as one reads them, out of what the browser calls itself.
const BROWSERS: [RegExp, string][] = [
  [/Edg\//, "Edge"],
  [/OPR\//, "Opera"],
  [/Firefox\/|FxiOS\//, "Firefox"],
  [/Chrome\/|CriOS\/|Chromium\//, "Chrome"],
  [/Safari\//, "Safari"],
];
const SYSTEMS: [RegExp, string][] = [
  [/Android/, "Android"],
  [/iPhone/, "iPhone"],
  [/iPad/, "iPad"],
  [/Windows/, "Windows"],
  [/Mac OS X|Macintosh/, "Mac"],
  [/Linux|X11/, "Linux"],
];

const named = (said: string, names: [RegExp, string][]) =>
  names.find(([pattern]) => pattern.test(said))?.[1];

export function deviceName(said: string): string {
  return [named(said, BROWSERS), named(said, SYSTEMS)].filter(Boolean).join(" · ");
}
