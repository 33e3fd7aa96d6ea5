import colours from "@colours";

// Colours of the eight facings. They never stand alone: a glyph or clock text is always there.
export const CLOCKS = ["12:00", "1:30", "3:00", "4:30", "6:00", "7:30", "9:00", "10:30"] as const;

const WALLS: Record<string, string> = colours.walls;
/** The same four, bright enough for the dark stage. */
const ON_STAGE: Record<string, string> = colours.stage;

/** One colour for a wall, two for a corner (the walls it lies between). */
export function facingColours(clock: string, dark = false): [string, string] {
  const at = CLOCKS.indexOf(clock as (typeof CLOCKS)[number]);
  const walls = dark ? ON_STAGE : WALLS;
  const wall = (n: number) => walls[CLOCKS[(n + 8) % 8] ?? "12:00"] ?? colours.plain.ink;
  return at % 2 ? [wall(at - 1), wall(at + 1)] : [wall(at), wall(at)];
}

/** Tints of the song's phrases, by kind. */
export const PHRASE_TINTS: Record<string, string> = colours.phrases;
/** Tints of stretches that are only known to sound alike, by their letter. */
export const LETTER_TINTS: readonly string[] = colours.letters;

export function phraseTint({ kind, name }: { kind: string; name: string }): string | undefined {
  const letter = name.charCodeAt(0) - "A".charCodeAt(0);
  if (kind !== "section" || name.length !== 1 || letter < 0) return PHRASE_TINTS[kind];
  return LETTER_TINTS[letter % LETTER_TINTS.length];
}
