// The clicked sound: WAV head after the RIFF/WAVE layout (Microsoft & IBM 1991), clicks by hand.
import { describe, expect, it } from "vitest";

import { wav, withClicks } from "./clicked";
import { countAt, firstAt } from "../../../shared/sound/counting";

const RATE = 44_100;
const silence = (seconds: number, channels = 1) => ({
  data: new Int16Array(Math.round(seconds * RATE) * channels),
  channels,
});

/** Samples at which something begins after a tenth of a second of silence. */
function onsets(data: Int16Array, channels: number): number[] {
  const found: number[] = [];
  let last = -RATE;
  for (let at = 0; at < data.length / channels; at++) {
    if (Math.abs(data[at * channels] ?? 0) < 300) continue;
    if (at - last > RATE / 10) found.push(at);
    last = at;
  }
  return found;
}

describe("clicks in the sound", () => {
  it.each([1, 2])("lie on every count to a tenth of a millisecond, %d channels", (channels) => {
    const counts = [0.25, 0.75, 1.2504, 1.9];
    const mixed = withClicks(silence(2.5, channels), counts, new Set([2]));
    const heard = onsets(mixed, channels);
    expect(heard).toHaveLength(4);
    heard.forEach((at, n) => {
      expect(Math.abs(at / RATE - (counts[n] ?? 0))).toBeLessThan(2e-4);
    });
  });

  it("are louder on count 1, leave the song as it was, and never run over its end", () => {
    const song = silence(1);
    song.data.fill(32_000);
    const mixed = withClicks(song, [0.2, 0.6, 0.999, 3], new Set([1]));
    expect(mixed).toHaveLength(RATE);
    expect(Math.max(...mixed)).toBe(32_767);
    expect(song.data.every((sample) => sample === 32_000)).toBe(true);
    const quiet = withClicks(silence(1), [0.2, 0.6], new Set([1]));
    const loudest = (from: number) =>
      Math.max(...quiet.subarray(Math.round(from * RATE), Math.round((from + 0.05) * RATE)));
    expect(loudest(0.6)).toBeGreaterThan(loudest(0.2));
  });

  it("make a WAV file", async () => {
    const bytes = new DataView(await wav(new Int16Array([1, -2, 3, -4]), 2).arrayBuffer());
    const text = (at: number) =>
      String.fromCharCode(...[0, 1, 2, 3].map((i) => bytes.getUint8(at + i)));
    expect([text(0), text(8), text(12), text(36)]).toEqual(["RIFF", "WAVE", "fmt ", "data"]);
    // Format 1, 2 channels, 44,100 frames of 4 bytes a second, 16 bits; 8 bytes of sound.
    expect([20, 22, 32, 34].map((at) => bytes.getUint16(at, true))).toEqual([1, 2, 4, 16]);
    expect([24, 28, 40, 4].map((at) => bytes.getUint32(at, true))).toEqual([
      44_100, 176_400, 8, 44,
    ]);
    expect(bytes.byteLength).toBe(52);
    expect(bytes.getInt16(46, true)).toBe(-2);
  });
});

describe("one's place among the counts", () => {
  it.each([
    [-1, 0, -1],
    [0.5, 0, 0],
    [0.9, 1, 0],
    [1, 1, 1],
    [9, 3, 2],
  ])("at %d s", (time, first, at) => {
    const counts = [0.5, 1, 1.5];
    expect(firstAt(counts, time)).toBe(first);
    expect(countAt(counts, time)).toBe(at);
  });
});
