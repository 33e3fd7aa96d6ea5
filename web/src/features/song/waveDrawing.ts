// What lies over the waveform: phrases with their posts, beats, counts, what is unsure.
import colours from "@colours";

import type { Listening, SongMap } from "../../shared/api/client";
import { phraseTint } from "../../shared/theme/facing";
import { songClock } from "../../drawing/clock";
import { firstAt } from "../../shared/sound/counting";

const { paper: PAPER, ink: INK, brick: BRICK, soft: SOFT } = colours.plain;
export const HEAD = 30;
export const WAVE = 116;
export const FOOT = 26;
export const HEIGHT = HEAD + WAVE + FOOT;

export interface View {
  width: number;
  perSecond: number;
  scroll: number;
}

export interface Held {
  /** Number of the phrase whose post is held, or of the beat. */
  post?: number;
  beat?: number;
  at: number;
}

export const xOf = (view: View, seconds: number) => seconds * view.perSecond - view.scroll;
export const timeAt = (view: View, x: number) => (x + view.scroll) / view.perSecond;

export function drawOver(
  ink: CanvasRenderingContext2D,
  view: View,
  map: SongMap,
  unheard: boolean,
  names: string[],
  listening: Listening | null,
  held: Held | null,
) {
  ink.clearRect(0, 0, view.width, HEIGHT);
  for (const stretch of listening?.unsure ?? []) unsure(ink, view, stretch);
  if (!unheard) {
    beats(ink, view, map);
    phrases(ink, view, map, names);
  }
  ink.font = '600 13px "Atkinson Hyperlegible Next Variable", sans-serif';
  for (const place of listening?.irregular ?? []) {
    const x = xOf(view, place.at_seconds);
    ink.fillStyle = BRICK;
    ink.fillRect(x - 1, HEAD + WAVE - 22, 2, 22);
    label(ink, `${place.words}`, x + 5, HEAD + WAVE - 6);
  }
  for (const cue of map.song.cue_points ?? []) {
    const x = xOf(view, map.counts[Math.round(cue.count)] ?? -1);
    if (x > -200 && x < view.width) label(ink, cue.text, x + 3, HEAD + 16);
  }
  if (held) {
    ink.fillStyle = BRICK;
    ink.fillRect(xOf(view, held.at) - 1, 0, 3, HEAD + WAVE);
  }
}

function label(ink: CanvasRenderingContext2D, words: string, x: number, y: number) {
  const wide = ink.measureText(words).width;
  ink.fillStyle = `${PAPER}e0`;
  ink.fillRect(x - 2, y - 12, wide + 4, 16);
  ink.fillStyle = INK;
  ink.fillText(words, x, y);
}

function unsure(
  ink: CanvasRenderingContext2D,
  view: View,
  stretch: { start_seconds: number; end_seconds: number },
) {
  const left = Math.max(0, xOf(view, stretch.start_seconds));
  const right = Math.min(view.width, xOf(view, stretch.end_seconds));
  if (right <= left) return;
  ink.save();
  ink.beginPath();
  ink.rect(left, HEAD, right - left, WAVE);
  ink.clip();
  ink.strokeStyle = `${BRICK}59`;
  ink.lineWidth = 1.5;
  for (let x = left - WAVE; x < right; x += 9) {
    ink.beginPath();
    ink.moveTo(x, HEAD + WAVE);
    ink.lineTo(x + WAVE, HEAD);
    ink.stroke();
  }
  ink.restore();
}

function beats(ink: CanvasRenderingContext2D, view: View, map: SongMap) {
  const { counts, numbers } = map;
  const spacing = ((counts.at(-1) ?? 0) - (counts[0] ?? 0)) / Math.max(1, counts.length - 1);
  const wide = spacing * view.perSecond;
  const numbered = wide >= 20;
  ink.textAlign = "center";
  ink.font = '13px "Atkinson Hyperlegible Next Variable", sans-serif';
  const from = Math.max(0, firstAt(counts, timeAt(view, -40)));
  for (let n = from; n < counts.length - 1; n++) {
    const one = numbers[n] === 1;
    const x = xOf(view, counts[n] ?? 0);
    if (x > view.width + 20) break;
    if (!one && wide < 5) continue;
    if (one && wide < 0.7) continue;
    ink.fillStyle = one ? INK : `${INK}61`;
    const tall = one ? WAVE : WAVE * 0.45;
    ink.fillRect(x - (one ? 0.75 : 0.5), HEAD + WAVE - tall, one ? 1.5 : 1, tall);
    if (numbered) {
      ink.fillStyle = one ? INK : SOFT;
      ink.fillText(String(numbers[n]), x, HEAD + WAVE + 17);
    }
  }
  ink.textAlign = "start";
  if (!numbered) clock(ink, view);
}

/** Times along the foot while beats stand too close to be numbered. */
function clock(ink: CanvasRenderingContext2D, view: View) {
  const every = [1, 2, 5, 10, 15, 30, 60].find((s) => s * view.perSecond >= 90) ?? 120;
  ink.fillStyle = SOFT;
  const from = Math.max(0, Math.ceil(timeAt(view, 0) / every) * every);
  for (let at = from; xOf(view, at) < view.width - 30; at += every) {
    const x = xOf(view, at);
    ink.fillRect(x, HEAD + WAVE, 1, 6);
    ink.fillText(songClock(at, false), x + 4, HEAD + WAVE + 17);
  }
}

function phrases(ink: CanvasRenderingContext2D, view: View, map: SongMap, names: string[]) {
  const end = map.length_seconds;
  map.marks.forEach((mark, index) => {
    const left = xOf(view, mark.start_seconds);
    const right = xOf(view, map.marks[index + 1]?.start_seconds ?? end);
    if (right < 0 || left > view.width) return;
    const phrase = map.song.phrases[index] ?? { kind: "unmarked", name: "" };
    ink.fillStyle = phraseTint(phrase) ?? PAPER;
    ink.fillRect(left, 0, right - left, HEAD);
    ink.fillStyle = INK;
    ink.fillRect(left - 1, 0, 3, HEAD + WAVE);
    const from = Math.max(left, 0) + 8;
    ink.save();
    ink.beginPath();
    ink.rect(from - 2, 0, Math.max(0, right - from - 2), HEAD);
    ink.clip();
    ink.fillStyle = INK;
    ink.font = '700 14px "Atkinson Hyperlegible Next Variable", sans-serif';
    ink.fillText(names[index] ?? "", from, 20);
    const wide = ink.measureText(`${names[index] ?? ""} `).width;
    ink.font = '14px "Atkinson Hyperlegible Next Variable", sans-serif';
    ink.fillText(mark.words, from + wide + 2, 20);
    ink.restore();
  });
  ink.fillStyle = INK;
  ink.fillRect(xOf(view, end) - 1, 0, 2, HEAD + WAVE);
}
