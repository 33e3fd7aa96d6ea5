// A song with a click on every count, as one sound: whatever the speed, the two cannot drift
// apart. The counts' times come from the server.

import { tick } from "../../../shared/sound/tick";

const RATE = 44_100;

/** The samples of a sound as a WAV file holds them: whole numbers, channels side by side. */
export interface Samples {
  data: Int16Array;
  channels: number;
}

export async function samplesOf(url: string, signal: AbortSignal): Promise<Samples> {
  const bytes = await (await fetch(url, { signal })).arrayBuffer();
  const decoded = await new OfflineAudioContext(2, 1, RATE).decodeAudioData(bytes);
  const channels = decoded.numberOfChannels;
  const data = new Int16Array(decoded.length * channels);
  for (let channel = 0; channel < channels; channel++) {
    const from = decoded.getChannelData(channel);
    for (let at = 0; at < from.length; at++)
      data[at * channels + channel] = Math.max(-1, Math.min(1, (from[at] ?? 0) * 0.8)) * 32767;
  }
  return { data, channels };
}

/** The song with clicks laid over it; the click on a count 1 is higher and louder. */
export function withClicks(song: Samples, counts: number[], ones: ReadonlySet<number>): Int16Array {
  const mixed = song.data.slice();
  const click = tick(1000, 32767 * 0.4, RATE);
  const one = tick(1600, 32767 * 0.6, RATE);
  counts.forEach((at, number) => {
    const sound = ones.has(number) ? one : click;
    const start = Math.round(at * RATE);
    for (let i = 0; i < sound.length; i++)
      for (let channel = 0; channel < song.channels; channel++) {
        const place = (start + i) * song.channels + channel;
        const sum = (mixed[place] ?? 0) + (sound[i] ?? 0);
        if (place >= 0 && place < mixed.length)
          mixed[place] = Math.max(-32768, Math.min(32767, sum));
      }
  });
  return mixed;
}

/** A WAV file: the 44 bytes of its head, and the samples. */
export function wav(samples: Int16Array, channels: number): Blob {
  const head = new DataView(new ArrayBuffer(44));
  const text = (at: number, words: string) =>
    [...words].forEach((sign, i) => head.setUint8(at + i, sign.charCodeAt(0)));
  text(0, "RIFF");
  head.setUint32(4, 36 + samples.byteLength, true);
  text(8, "WAVEfmt ");
  head.setUint32(16, 16, true);
  head.setUint16(20, 1, true);
  head.setUint16(22, channels, true);
  head.setUint32(24, RATE, true);
  head.setUint32(28, RATE * channels * 2, true);
  head.setUint16(32, channels * 2, true);
  head.setUint16(34, 16, true);
  text(36, "data");
  head.setUint32(40, samples.byteLength, true);
  return new Blob([head, samples.buffer as ArrayBuffer], { type: "audio/wav" });
}
