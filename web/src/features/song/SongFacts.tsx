// The song in a line: what it is called, how fast it goes, how it is counted.
import { Button, Input, InputNumber, Select } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import type { SongEdit, SongForm } from "../../shared/api/client";
import styles from "./SongFacts.module.css";

/** After how many counts dances usually begin. */
const COUNT_INS = [8, 16, 32];

interface Props {
  song: SongForm;
  /** The worker is still listening: the tempo is nobody's yet. */
  unheard: boolean;
  set: (change: Partial<SongForm>, field: string) => void;
  act: (edit: SongEdit, field?: string) => Promise<boolean>;
}

export function SongFacts({ song, unheard, set, act }: Props) {
  const { t } = useTranslation();
  const intro = song.phrases[0]?.kind === "intro" ? song.phrases[0].counts : 0;
  return (
    <div className={styles.facts}>
      <label className={styles.wide}>
        {t("song.title")}
        <Input
          value={song.title}
          maxLength={120}
          onChange={(event) => set({ title: event.target.value }, "title")}
        />
      </label>
      <label className={styles.wide}>
        {t("song.performer")}
        <Input
          value={song.performer}
          maxLength={120}
          onChange={(event) => set({ performer: event.target.value }, "performer")}
        />
      </label>
      <Figure
        label={t("song.bpm")}
        value={unheard ? null : Math.round(Number(song.bpm) * 100) / 100}
        big
        onType={(bpm) => act({ op: "tempo", bpm }, "bpm")}
      />
      <Figure
        label={t("song.intro")}
        value={intro}
        onType={(counts) => act({ op: "intro", counts: Math.max(0, Math.round(counts)) }, "intro")}
      />
      {song.anchors?.length ? (
        <div className={styles.starts} role="group" aria-label={t("song.startsAfter")}>
          <span>{t("song.startsAfter")}</span>
          {COUNT_INS.map((counts) => (
            <Button
              key={counts}
              size="small"
              type={counts === intro ? "primary" : "default"}
              aria-pressed={counts === intro}
              title={t("song.startsAfterTitle", { counts })}
              onClick={() => void act({ op: "count_in", counts }, "intro")}
            >
              {counts}
            </Button>
          ))}
        </div>
      ) : (
        <Figure
          label={t("song.first")}
          value={song.first_beat_seconds}
          onType={async (seconds) => {
            set({ first_beat_seconds: seconds }, "first");
            return true;
          }}
        />
      )}
      <label>
        {t("song.unit")}
        <Select
          value={song.count_unit}
          onChange={(count_unit: 6 | 8) => set({ count_unit }, "")}
          options={[
            { value: 8, label: t("song.unit8") },
            { value: 6, label: t("song.unit6") },
          ]}
        />
      </label>
      <label>
        {t("song.feel")}
        <Select
          value={song.feel}
          onChange={(feel: SongForm["feel"]) => set({ feel }, "")}
          options={[
            { value: "straight", label: t("song.straight") },
            { value: "swing", label: t("song.swing") },
          ]}
        />
      </label>
      <Figure
        label={t("song.beats")}
        value={Number(song.beats_per_count)}
        onType={async (beats) => {
          set({ beats_per_count: beats }, "beats");
          return true;
        }}
      />
    </div>
  );
}

interface FigureProps {
  label: string;
  value: number | null;
  big?: boolean;
  onType: (value: number) => Promise<boolean>;
}

/** A number, sent when one leaves the field or presses Enter: half a number means nothing. */
function Figure({ label, value, big = false, onType }: FigureProps) {
  const [typed, setTyped] = useState<number | null>(null);
  const send = async () => {
    if (typed === null || typed === value || (await onType(typed))) setTyped(null);
  };
  return (
    <label className={clsx(big && styles.big)}>
      {label}
      <InputNumber
        value={typed ?? value}
        placeholder="…"
        controls={false}
        onChange={(changed) => setTyped(changed)}
        onBlur={() => void send()}
        onPressEnter={() => void send()}
      />
    </label>
  );
}
