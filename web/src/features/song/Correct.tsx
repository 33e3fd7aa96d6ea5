// Corrections of the beats, and the other ways the song could be counted.
import { Button, Dropdown, Input, InputNumber, Modal } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import type { Listening, SongEdit } from "../../shared/api/client";
import type { Taps } from "./useTaps";
import { decimal } from "../../shared/i18n/decimal";
import styles from "./Correct.module.css";

interface Props {
  here: () => number;
  taps: Taps;
  steady: boolean;
  listening: Listening | null;
  onEdit: (edit: SongEdit) => void;
}

type Asked = "hold" | "slow_down" | null;

export function Correct({ here, taps, steady, listening, onEdit }: Props) {
  const { t } = useTranslation();
  const [asked, setAsked] = useState<Asked>(null);
  const more = [
    { key: "one", label: t("song.oneHere") },
    { key: "insert_beat", label: t("song.insertBeat") },
    { key: "remove_beat", label: t("song.removeBeat") },
    { key: "hold", label: t("song.hold") },
    { key: "slow_down", label: t("song.slowDown") },
    { key: "steady", label: t("song.steady"), disabled: steady },
  ];
  const choose = (key: string) => {
    if (key === "hold" || key === "slow_down") setAsked(key);
    else if (key === "steady") onEdit({ op: "steady" });
    else onEdit({ op: key as "one" | "insert_beat" | "remove_beat", at: Math.max(0, here()) });
  };
  return (
    <div className={styles.correct}>
      <Button onClick={taps.tap} title={t("song.tapTitle")} className={clsx(styles.tap)}>
        {taps.count
          ? t("song.taps", { count: taps.count, bpm: taps.bpm ? taps.bpm.toFixed(0) : "…" })
          : t("song.tap")}
      </Button>
      <Button title={t("song.doubleTitle")} onClick={() => onEdit({ op: "level", ratio: "2" })}>
        ×2
      </Button>
      <Button title={t("song.halveTitle")} onClick={() => onEdit({ op: "level", ratio: "1/2" })}>
        ÷2
      </Button>
      <span className={styles.shifts} role="group" aria-label={t("song.shift")}>
        {[-1, -0.5, 0.5, 1].map((beats) => (
          <Button
            key={beats}
            title={t(beats < 0 ? "song.earlierTitle" : "song.laterTitle", {
              beats: Math.abs(beats) === 1 ? "1" : "½",
            })}
            onClick={() => onEdit({ op: "shift", beats })}
          >
            {beats < 0 ? "◂ " : ""}
            {Math.abs(beats) === 1 ? "1" : "½"}
            {beats > 0 ? " ▸" : ""}
          </Button>
        ))}
      </span>
      <Dropdown menu={{ items: more, onClick: ({ key }) => choose(key) }} trigger={["click"]}>
        <Button>{t("song.moreHere")}</Button>
      </Dropdown>
      {listening && listening.readings.length > 1 && (
        <span className={styles.readings} role="group" aria-label={t("song.readings")}>
          <span className="soft">{t("song.readings")}</span>
          {listening.readings.map((reading, number) => (
            <Button
              key={number}
              title={t("song.readingTitle", {
                words: reading.words,
                unit: t(reading.count_unit === 6 ? "song.unit6" : "song.unit8"),
              })}
              onClick={() => onEdit({ op: "reading", number })}
            >
              <b>
                {decimal(reading.bpm, reading.bpm % 1 < 0.05 || reading.bpm % 1 > 0.95 ? 0 : 1)}
              </b>{" "}
              {reading.words}
              <span className="soft"> {sureness(reading.confidence)}</span>
            </Button>
          ))}
        </span>
      )}
      {asked && (
        <Stretch asked={asked} at={here()} onClose={() => setAsked(null)} onEdit={onEdit} />
      )}
    </div>
  );
}

const sureness = (chance: number) =>
  chance < 0.01 ? "<1 %" : `${Math.min(99, Math.round(chance * 100))} %`;

interface StretchProps {
  asked: "hold" | "slow_down";
  at: number;
  onClose: () => void;
  onEdit: (edit: SongEdit) => void;
}

function Stretch({ asked, at, onClose, onEdit }: StretchProps) {
  const { t } = useTranslation();
  const [start, setStart] = useState(Number(at.toFixed(2)));
  const [seconds, setSeconds] = useState(asked === "hold" ? 2 : 6);
  const [factor, setFactor] = useState(1.6);
  const number = (label: string, value: number, set: (value: number) => void) => (
    <label>
      {label}
      <InputNumber
        value={value}
        controls={false}
        onChange={(changed) => changed !== null && set(changed)}
      />
    </label>
  );
  const go = () => {
    onEdit(
      asked === "hold"
        ? { op: "hold", at: start, seconds }
        : { op: "slow_down", start, end: start + seconds, factor },
    );
    onClose();
  };
  return (
    <Modal
      open
      title={t(asked === "hold" ? "song.holdTitle" : "song.slowDownTitle")}
      okText={t("song.apply")}
      cancelText={t("shelf.cancel")}
      onOk={go}
      onCancel={onClose}
    >
      <p className="soft">{t(asked === "hold" ? "song.holdLead" : "song.slowDownLead")}</p>
      <div className={styles.stretch}>
        {number(t("song.from"), start, setStart)}
        {number(t("song.lasts"), seconds, setSeconds)}
        {asked === "slow_down" && number(t("song.factor"), factor, setFactor)}
      </div>
    </Modal>
  );
}

interface LineProps {
  line: string;
  onLine: (text: string) => void;
}

/** The whole song in one line, to type or paste. */
export function SongLine({ line, onLine }: LineProps) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState<string | null>(null);
  const send = () => {
    if (typed !== null && typed !== line) onLine(typed);
    setTyped(null);
  };
  return (
    <label className={styles.songLine}>
      {t("song.line")}
      <Input.TextArea
        autoSize={{ minRows: 1, maxRows: 4 }}
        value={typed ?? line}
        maxLength={10_000}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={send}
        onPressEnter={(event) => {
          event.preventDefault();
          send();
        }}
      />
    </label>
  );
}
