// Play, where one is in counts, speed, clicks, zoom.
import { CaretRightFilled, PauseOutlined } from "@ant-design/icons";
import { Button, Select, Slider, Switch } from "antd";
import { useEffect, useRef } from "react";
import { useTranslation } from "react-i18next";

import type { SongMap } from "../../shared/api/client";
import { songClock } from "../../drawing/clock";
import { countAt } from "../../shared/sound/counting";
import { SPEEDS, type Player } from "./sound/usePlayer";
import styles from "./Transport.module.css";

interface Props {
  player: Player;
  map: SongMap;
  names: string[];
  zoom: number;
  onZoom: (zoom: number) => void;
}

export function Transport({ player, map, names, zoom, onZoom }: Props) {
  const { t } = useTranslation();
  const { media } = player;
  return (
    <div className={styles.transport}>
      <Button
        type="primary"
        shape="circle"
        size="large"
        disabled={!media}
        aria-label={t(player.playing ? "song.pause" : "song.play")}
        title={t("song.playTitle")}
        icon={player.playing ? <PauseOutlined /> : <CaretRightFilled />}
        onClick={player.toggle}
      />
      <Where media={media} map={map} names={names} />
      <label>
        {t("song.speed")}
        <Select
          value={player.speed}
          disabled={!media}
          onChange={player.setSpeed}
          options={SPEEDS.map((speed) => ({ value: speed, label: `${Math.round(speed * 100)} %` }))}
        />
      </label>
      <label>
        <Switch
          size="small"
          checked={player.clicks}
          disabled={!media}
          onChange={player.setClicks}
        />{" "}
        {t("song.clicks")}
      </label>
      <label className={styles.zoom}>
        {t("song.zoom")}
        <Slider
          min={0}
          max={5}
          step={0.25}
          value={Math.log2(zoom)}
          tooltip={{ open: false }}
          ariaLabelForHandle={t("song.zoom")}
          onChange={(power) => onZoom(2 ** power)}
        />
      </label>
    </div>
  );
}

/** Follows the sound's own clock every frame. */
function Where({
  media,
  map,
  names,
}: {
  media: HTMLAudioElement | null;
  map: SongMap;
  names: string[];
}) {
  const { t } = useTranslation();
  const clock = useRef<HTMLSpanElement>(null);
  const count = useRef<HTMLElement>(null);
  const phrase = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    let frame = 0;
    const show = () => {
      const now = media?.currentTime ?? 0;
      const at = countAt(map.counts, now);
      const index = map.marks.findLastIndex((mark) => mark.start_count <= at);
      const inside = at >= 0 && at < map.length_counts;
      if (clock.current) clock.current.textContent = songClock(now);
      if (count.current) count.current.textContent = inside ? String(map.numbers[at] ?? "–") : "–";
      if (phrase.current) phrase.current.textContent = inside ? (names[index] ?? "") : "";
      frame = requestAnimationFrame(show);
    };
    show();
    return () => cancelAnimationFrame(frame);
  }, [media, map, names]);
  return (
    <div className={styles.where} aria-label={t("song.where")}>
      <strong ref={count} />
      <span ref={phrase} className={styles.in} />
      <span ref={clock} className="soft" />
    </div>
  );
}
