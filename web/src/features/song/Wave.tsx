// The waveform with its beats and phrases. Posts and beats are dragged where they stand.
import colours from "@colours";
import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import WaveSurfer from "wavesurfer.js";

import type { Listening, SongEdit, SongMap } from "../../shared/api/client";
import { countAt, firstAt } from "../../shared/sound/counting";
import type { Player } from "./sound/usePlayer";
import {
  FOOT,
  HEAD,
  HEIGHT,
  WAVE,
  drawOver,
  timeAt,
  xOf,
  type Held,
  type View,
} from "./waveDrawing";
import styles from "./Wave.module.css";

interface Props {
  player: Player;
  peaks: number[] | null;
  seconds: number;
  zoom: number;
  map: SongMap;
  /** Nobody knows the beats yet: none are drawn. */
  unheard: boolean;
  names: string[];
  listening: Listening | null;
  onEdit: (edit: SongEdit) => void;
  onPick: (phrase: number) => void;
}

const NEAR = 6;
const nonce = () =>
  document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "";

export function Wave(props: Props) {
  const { player, peaks, seconds, zoom, map, unheard, names, listening, onEdit, onPick } = props;
  const { t } = useTranslation();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const wave = useRef<WaveSurfer | null>(null);
  const [held, setHeld] = useState<Held | null>(null);
  const view = useRef<View>({ width: 0, perSecond: 1, scroll: 0 });
  const draw = useRef<() => void>(() => undefined);
  useEffect(() => {
    draw.current = () => {
      const ink = canvas.current?.getContext("2d");
      const drawn = wave.current;
      const width = box.current?.clientWidth ?? 0;
      if (!canvas.current || !ink || !drawn || !width) return;
      const sharp = window.devicePixelRatio || 1;
      if (canvas.current.width !== Math.round(width * sharp)) {
        canvas.current.width = Math.round(width * sharp);
        canvas.current.height = HEIGHT * sharp;
      }
      ink.setTransform(sharp, 0, 0, sharp, 0, 0);
      const whole = Math.max(drawn.getWrapper().clientWidth, width);
      view.current = { width, perSecond: whole / seconds, scroll: drawn.getScroll() };
      drawOver(ink, view.current, map, unheard, names, listening, held);
    };
    draw.current();
  }, [map, unheard, names, listening, held, seconds]);

  useEffect(() => {
    if (!box.current || !seconds) return;
    const drawn = WaveSurfer.create({
      container: box.current,
      height: WAVE,
      waveColor: colours.plain.wave,
      progressColor: colours.plain.played,
      cursorColor: colours.plain.brick,
      cursorWidth: 2,
      interact: false,
      autoCenter: false,
      peaks: [peaks ?? [0, 0]],
      duration: seconds,
      minPxPerSec: 1,
      cspNonce: nonce(),
      ...(player.media ? { media: player.media } : {}),
    });
    wave.current = drawn;
    const redraw = () => draw.current();
    const offs = (["ready", "redraw", "redrawcomplete", "scroll", "zoom"] as const).map((event) =>
      drawn.on(event, redraw),
    );
    const sized = new ResizeObserver(redraw);
    sized.observe(box.current);
    return () => {
      offs.forEach((off) => off());
      sized.disconnect();
      wave.current = null;
      // The media belongs to the player and lives on.
      drawn.destroy();
    };
  }, [player.media, peaks, seconds]);
  useEffect(() => {
    const width = box.current?.clientWidth ?? 0;
    try {
      wave.current?.zoom((width / seconds) * zoom);
    } catch {
      // Not decoded yet: the zoom is set again once it is.
    }
    draw.current();
  }, [zoom, seconds, peaks, player.media]);

  const place = (event: React.PointerEvent) => {
    const edge = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - edge.left, y: event.clientY - edge.top };
  };
  const under = (x: number, y: number): Held | null => {
    const at = timeAt(view.current, x);
    const post = map.marks.findIndex(
      (mark) => Math.abs(xOf(view.current, mark.start_seconds) - x) <= NEAR,
    );
    if (post >= 0 && y < HEAD + WAVE * 0.5) return { post, at };
    const near = firstAt(map.counts, at);
    const spacing =
      ((map.counts[near] ?? at) - (map.counts[near - 1] ?? at)) * view.current.perSecond;
    if (y < HEAD + WAVE * 0.5 || spacing < 3 * NEAR) return null;
    const beat = [near - 1, near].find(
      (n) => Math.abs(xOf(view.current, map.counts[n] ?? -9) - x) <= NEAR,
    );
    return beat === undefined ? null : { beat, at };
  };
  const press = (event: React.PointerEvent) => {
    const { x, y } = place(event);
    const found = under(x, y);
    event.currentTarget.setPointerCapture(event.pointerId);
    if (found) return setHeld(found);
    player.seek(timeAt(view.current, x));
    const index = map.marks.findLastIndex((mark) => mark.start_seconds <= timeAt(view.current, x));
    if (index >= 0) onPick(index);
  };
  const move = (event: React.PointerEvent) => {
    const { x, y } = place(event);
    if (!held) {
      const found = under(x, y);
      event.currentTarget.setAttribute("data-hold", found ? "yes" : "no");
      return;
    }
    const at = timeAt(view.current, x);
    const snaps = held.post !== undefined && !event.altKey;
    setHeld({ ...held, at: snaps ? nearest(map.counts, at) : at });
  };
  const drop = (event: React.PointerEvent) => {
    if (!held) return;
    setHeld(null);
    const at = timeAt(view.current, place(event).x);
    const edit = dragged(map, held, at, event.altKey);
    if (edit) onEdit(edit);
  };
  return (
    <div className={styles.wave} style={{ height: HEIGHT + 10 }}>
      <div ref={box} style={{ paddingTop: HEAD, paddingBottom: FOOT }} />
      <canvas
        ref={canvas}
        style={{ height: HEIGHT }}
        role="img"
        aria-label={t("song.waveLabel")}
        onPointerDown={press}
        onPointerMove={move}
        onPointerUp={drop}
        onPointerCancel={() => setHeld(null)}
        onWheel={(event) => {
          const drawn = wave.current;
          if (drawn) drawn.setScroll(drawn.getScroll() + event.deltaX + event.deltaY);
        }}
      />
    </div>
  );
}

const nearest = (counts: number[], at: number) => {
  const n = countAt(counts, at);
  const [low, high] = [counts[n] ?? counts[0] ?? at, counts[n + 1] ?? at];
  return at - low < high - at ? low : high;
};

/** What a drag asks of the server; null when nothing has moved. */
export function dragged(map: SongMap, held: Held, at: number, free: boolean): SongEdit | null {
  const perCount = Number(map.song.beats_per_count);
  if (held.beat !== undefined)
    return { op: "move_beat", beat: Math.round(held.beat * perCount), at: Math.max(0, at) };
  const post = held.post ?? 0;
  const mark = map.marks[post];
  if (!mark) return null;
  if (free)
    return {
      op: "move_beat",
      beat: Math.round(mark.start_count * perCount),
      at: Math.max(0, at),
    };
  if (post === 0) {
    const [first = 0, second = 1] = map.counts;
    const by =
      at < first
        ? Math.round((at - first) / (second - first))
        : map.counts.indexOf(nearest(map.counts, at));
    return by ? { op: "shift", beats: by * perCount } : null;
  }
  const start = map.marks[post - 1]?.start_count ?? 0;
  const count = map.counts.indexOf(nearest(map.counts, at));
  if (count < 0 || count === mark.start_count) return null;
  return { op: "boundary", index: post - 1, counts: count - start };
}
