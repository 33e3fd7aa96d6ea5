// What one touches while rehearsing: play, the song in one line, tempo, what is repeated, lost.
import { Dropdown } from "antd";
import clsx from "clsx";
import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import { songClock } from "../../drawing/clock";
import { SongStrip } from "../../drawing/SongStrip";
import buttons from "./Buttons.module.css";
import styles from "./Bar.module.css";
import type { Indexed } from "./moment";
import type { Range, RangeKind } from "./ranges";
import type { Place } from "./sound/transport";
import { secondsAt, shareOf, type Refs } from "./useTransport";
import type { Setup } from "./setup";

interface Props extends Refs {
  at: Indexed;
  /** Looks by a link: no quiz. */
  visitor: boolean;
  place: Place;
  range: Range;
  setup: Setup;
  set: (change: Partial<Setup>) => void;
  onToggle: () => void;
  onAgain: () => void;
  onNext: () => void;
  onLost: () => void;
  onSpeed: (step: number) => void;
  onSeek: (seconds: number) => void;
  onRange: (kind: RangeKind) => void;
  onMark: (from: number, to: number) => void;
  onSettings: () => void;
}

const RANGES: [RangeKind, string][] = [
  ["all", "A"],
  ["wall", "W"],
  ["section", "O"],
  ["joint", "E"],
  ["joints", ""],
];
const VIEWS = ["stage", "feet", "floor", "quiz"] as const;

export function Bar(props: Props) {
  const { t } = useTranslation();
  const { place, range, setup, set, clock } = props;
  return (
    <div className={clsx(buttons.buttons, styles.bar)}>
      <button className={styles.play} onClick={props.onToggle}>
        {t(place.playing ? "run.pause" : "run.play")} <kbd className="key">{t("run.space")}</kbd>
      </button>
      <button onClick={props.onAgain}>{t("run.again")}</button>
      <button className={styles.next} onClick={props.onNext}>
        {t("run.nextWall")}
      </button>
      <span className={styles.time} ref={clock}>
        {songClock(0)}
      </span>
      <Strip {...props} />
      <span className={styles.tempo} role="group" aria-label={t("song.speed")}>
        <button aria-label={t("run.slower")} onClick={() => props.onSpeed(-1)}>
          −
        </button>
        <output>{t("run.percent", { percent: Math.round(place.speed * 100) })}</output>
        <button aria-label={t("run.faster")} onClick={() => props.onSpeed(1)}>
          +
        </button>
      </span>
      <Dropdown
        trigger={["click"]}
        placement="top"
        menu={{
          selectable: true,
          selectedKeys: [range.kind],
          items: RANGES.filter(
            ([kind]) => !kind.startsWith("joint") || props.at.score.joints.length > 0,
          ).map(([kind, key]) => ({
            key: kind,
            label: `${t(`run.range.${kind}`)}${key && `  (${key})`}`,
          })),
          onClick: ({ key }) => props.onRange(key as RangeKind),
        }}
      >
        <button className={styles.range}>
          {range.kind === "all" ? t("run.repeat") : t("run.repeating", { words: range.words })}
        </button>
      </Dropdown>
      <button onClick={props.onLost}>
        {t("run.lost")} <kbd className="key">L</kbd>
      </button>
      <Dropdown
        trigger={["click"]}
        placement="top"
        menu={{
          selectable: true,
          selectedKeys: [setup.view],
          items: VIEWS.filter((view) => view !== "quiz" || !props.visitor).map((view) => ({
            key: view,
            label: t(`run.view.${view}`),
          })),
          onClick: ({ key }) => set({ view: key as Setup["view"] }),
        }}
      >
        <button>{t(`run.view.${setup.view}`)}</button>
      </Dropdown>
      <button onClick={props.onSettings}>{t("run.settings")}</button>
      {document.fullscreenEnabled && (
        <button className={styles.next} onClick={() => void full()}>
          {t("run.full")}
        </button>
      )}
    </div>
  );
}

const full = () =>
  document.fullscreenElement
    ? document.exitFullscreen()
    : document.documentElement.requestFullscreen();

const DRAGGED = 0.012;

/** Click to go there, drag to repeat what lies between. */
function Strip({ at, range, needle, onSeek, onMark }: Props) {
  const { t } = useTranslation();
  const whole = useRef<HTMLDivElement>(null);
  const [from, setFrom] = useState<number | null>(null);
  const [to, setTo] = useState(0);
  const share = (x: number) => {
    const box = whole.current!.getBoundingClientRect();
    return (x - box.left) / box.width;
  };
  const dragged = from !== null && Math.abs(to - from) > DRAGGED;
  const marks = dragged
    ? [{ from: secondsAt(at, Math.min(from, to)), to: secondsAt(at, Math.max(from, to)) }]
    : range.kind === "all"
      ? []
      : range.stretches;
  return (
    <div
      ref={whole}
      className={styles.strip}
      onPointerDown={(event) => {
        setFrom(share(event.clientX));
        setTo(share(event.clientX));
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => from !== null && setTo(share(event.clientX))}
      onPointerUp={() => {
        if (dragged) onMark(marks[0]!.from, marks[0]!.to);
        else if (from !== null) onSeek(secondsAt(at, from));
        setFrom(null);
      }}
      onPointerCancel={() => setFrom(null)}
    >
      <SongStrip label={t("run.strip")} phrases={at.score.phrases} />
      {marks.map((mark) => (
        <span
          key={mark.from}
          className={styles.marked}
          style={{
            left: `${100 * shareOf(at, mark.from)}%`,
            width: `${100 * (shareOf(at, mark.to) - shareOf(at, mark.from))}%`,
          }}
        />
      ))}
      <span className={styles.needle} ref={needle} />
    </div>
  );
}
