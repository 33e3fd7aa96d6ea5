// Can the facings be told apart, also by those who see fewer colours? Simulation after Machado,
// Oliveira & Fernandes 2009 (severity 1.0), distances in CIE 1976 L*a*b* (white D65).
import { describe, expect, it } from "vitest";

import { CLOCKS, facingColours, LETTER_TINTS, PHRASE_TINTS, phraseTint } from "./facing";

type Triple = [number, number, number];
type Matrix = [Triple, Triple, Triple];

const SIGHT: Record<string, Matrix> = {
  usual: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  protanopia: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deuteranopia: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritanopia: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};
const TO_XYZ: Matrix = [
  [0.4124, 0.3576, 0.1805],
  [0.2126, 0.7152, 0.0722],
  [0.0193, 0.1192, 0.9505],
];
const WHITE: Triple = [0.95047, 1, 1.08883];

const times = (matrix: Matrix, by: Triple): Triple =>
  matrix.map((row) => row[0] * by[0] + row[1] * by[1] + row[2] * by[2]) as Triple;

const linear = (hex: string): Triple =>
  [1, 3, 5].map((at) => {
    const value = parseInt(hex.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  }) as Triple;

function lab(rgb: Triple): Triple {
  const within = rgb.map((value) => Math.min(1, Math.max(0, value))) as Triple;
  const [x, y, z] = times(TO_XYZ, within).map((value, index) => {
    const share = value / WHITE[index]!;
    return share > 216 / 24389 ? Math.cbrt(share) : (24389 / 27 / 116) * share + 16 / 116;
  }) as Triple;
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

const far = (one: Triple, other: Triple) => Math.hypot(...one.map((v, i) => v - other[i]!));
const WALLS = ["12:00", "3:00", "6:00", "9:00"].map((clock) => facingColours(clock)[0]);
const PAIRS = WALLS.flatMap((one, at) => WALLS.slice(at + 1).map((other) => [one, other] as const));

describe("the colours of the walls", () => {
  // A distance of 2.3 is just noticeable (Mahy et al. 1994); 20 is plain on a thin strip.
  it.each(Object.keys(SIGHT))("are far apart in %s sight", (sight) => {
    for (const [one, other] of PAIRS) {
      const seen = [one, other].map((hex) => lab(times(SIGHT[sight]!, linear(hex))));
      expect(far(seen[0]!, seen[1]!), `${one} ${other}`).toBeGreaterThan(20);
    }
  });

  it("differ in lightness too", () => {
    for (const [one, other] of PAIRS)
      expect(Math.abs(lab(linear(one))[0] - lab(linear(other))[0])).toBeGreaterThan(8);
  });

  it("stand half and half in a corner, clockwise", () => {
    expect(facingColours("1:30")).toEqual([WALLS[0], WALLS[1]]);
    expect(facingColours("10:30")).toEqual([WALLS[3], WALLS[0]]);
    for (const clock of CLOCKS) expect(facingColours(clock)).toHaveLength(2);
  });
});

/** Contrast of two colours after WCAG 2.2, section 1.4.3. */
const contrast = (one: string, other: string) => {
  const [low, high] = [one, other]
    .map((hex) => times(TO_XYZ, linear(hex))[1] + 0.05)
    .sort((a, b) => a - b);
  return high! / low!;
};

describe("the tints of the phrases", () => {
  it("tell letters apart, and leave longer names to their kind", () => {
    const tints = ["A", "B", "C"].map((name) => phraseTint({ kind: "section", name }));
    expect(new Set(tints).size).toBe(3);
    expect(phraseTint({ kind: "section", name: "A" })).toBe(LETTER_TINTS[0]);
    expect(phraseTint({ kind: "section", name: "Guitar" })).toBe(PHRASE_TINTS.section);
    expect(phraseTint({ kind: "verse", name: "A" })).toBe(PHRASE_TINTS.verse);
  });

  it.each([...Object.entries(PHRASE_TINTS), ...Object.entries(LETTER_TINTS)])(
    "carry dark text: %s",
    (_, tint) => {
      expect(contrast(tint, "#2a211b")).toBeGreaterThan(7);
      expect(contrast(tint, "#5f5348")).toBeGreaterThan(4.5);
    },
  );
});
