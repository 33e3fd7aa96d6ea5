// Where a song's sound comes from: a recording, or the stand-in band; and how far it is.
import type { TFunction } from "i18next";
import { Button, Popconfirm, Progress } from "antd";
import { useTranslation } from "react-i18next";

import { api, ask, type SoundOut } from "../../shared/api/client";
import { Pick } from "../../shared/ui/Pick";
import { isGoing, type Sounds } from "../../shared/sound/useSounds";
import type { Sending } from "./useUpload";
import styles from "./SoundPanel.module.css";

interface Props {
  songId: string;
  sounds: Sounds;
  sending: Sending | null;
  problem: string;
  onFile: (file: File) => void;
  onCancel: () => void;
}

export function SoundPanel({ songId, sounds, sending, problem, onFile, onCancel }: Props) {
  const { t } = useTranslation();
  const { recording, band } = sounds;
  const options = { params: { path: { pk: songId } } };
  const askBand = async () => {
    await ask(api.POST("/api/songs/{pk}/band", options));
    await sounds.refetch();
  };
  const going = [recording, band].find((sound) => sound && isGoing(sound));
  const failed = [recording, band].find(
    (sound) => sound && (sound.state === "failed" || (sound.state === "ready" && sound.message)),
  );
  return (
    <section className={styles.sound} aria-label={t("song.sound")}>
      {sending && (
        <Going
          words={t("song.sending", { name: sending.name })}
          part={sending.part}
          left=""
          onCancel={onCancel}
        />
      )}
      {going && !sending && <Making sound={going} again={sounds.refetch} />}
      {(problem || failed?.message) && (
        <p className="notice" role="alert">
          {problem || failed?.message}
        </p>
      )}
      {!sending && !going && (
        <div className={styles.sources}>
          {recording?.cover && (
            <img className={styles.cover} src={recording.cover} alt={t("song.cover")} />
          )}
          <span className={styles.what}>{said(sounds, t)}</span>
          <Pick
            words={t(recording ? "song.otherRecording" : "song.addRecording")}
            primary={!recording && !band}
            onFile={onFile}
          />
          {recording ? (
            <Remove sound={recording} again={sounds.refetch} />
          ) : (
            (!band || band.stale || band.state !== "ready") && (
              <Button title={t("song.bandTitle")} onClick={() => void askBand()}>
                {t(band ? "song.bandAgain" : "song.band")}
              </Button>
            )
          )}
          {!recording && <span className="soft drop">{t("song.drop")}</span>}
        </div>
      )}
    </section>
  );
}

function said({ recording, band }: Sounds, t: TFunction): string {
  if (recording?.state === "cancelled") return t("song.cancelled");
  if (recording) return recording.name;
  if (band?.state === "ready") return t(band.stale ? "song.bandStale" : "song.bandPlays");
  return t("song.noSound");
}

export function Making({ sound, again }: { sound: SoundOut; again: () => unknown }) {
  const { t } = useTranslation();
  const stop = async () => {
    await ask(api.POST("/api/sounds/{pk}/cancel", { params: { path: { pk: sound.id } } }));
    again();
  };
  const left =
    sound.left_seconds === null
      ? ""
      : t("song.left", { seconds: Math.max(1, Math.ceil(sound.left_seconds)) });
  return (
    <Going
      words={`${sound.name}: ${t(`song.step.${sound.step || "waiting"}`)}`}
      part={sound.done}
      left={left}
      onCancel={() => void stop()}
    />
  );
}

interface GoingProps {
  words: string;
  part: number;
  left: string;
  onCancel: () => void;
}

function Going({ words, part, left, onCancel }: GoingProps) {
  const { t } = useTranslation();
  return (
    <div className={styles.going} role="status">
      <span>
        {words} <span className="soft">{left}</span>
      </span>
      <Progress percent={Math.round(part * 100)} showInfo={false} size={["100%", 8]} />
      <Button onClick={onCancel}>{t("shelf.cancel")}</Button>
    </div>
  );
}

export function Remove({ sound, again }: { sound: SoundOut; again: () => unknown }) {
  const { t } = useTranslation();
  const remove = async () => {
    await ask(api.DELETE("/api/sounds/{pk}", { params: { path: { pk: sound.id } } }));
    again();
  };
  return (
    <Popconfirm
      title={t("song.removeSound")}
      okText={t("song.remove")}
      cancelText={t("shelf.cancel")}
      onConfirm={remove}
    >
      <Button>{t("song.remove")}</Button>
    </Popconfirm>
  );
}
