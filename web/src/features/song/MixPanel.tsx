// Practice mixes: the song slower, with counts and calls over it, to take along.
import { Button, Checkbox, Select } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ApiError, ask, type MixIn, type SoundOut } from "../../shared/api/client";
import { songClock } from "../../drawing/clock";
import { languageOptions, type Code } from "../../shared/i18n";
import { isGoing, type Sounds } from "../../shared/sound/useSounds";
import { Making, Remove } from "./SoundPanel";
import { decimal } from "../../shared/i18n/decimal";
import styles from "./MixPanel.module.css";

interface Props {
  songId: string;
  /** Where the dance's events come from; a song by itself has none to call. */
  routineId: string | undefined;
  sounds: Sounds;
}

const SPEEDS = [60, 65, 70, 75, 80, 85, 90, 95, 100];
const FLAGS = ["count_in", "clicks", "spoken", "calls", "figures"] as const;
/** What only a dance has to call. */
const DANCED: readonly string[] = ["calls", "figures"];

export function MixPanel({ songId, routineId, sounds }: Props) {
  const { t, i18n } = useTranslation();
  const [problem, setProblem] = useState("");
  const [request, setRequest] = useState<MixIn>({
    speed: 0.85,
    count_in: true,
    clicks: true,
    spoken: true,
    calls: true,
    figures: false,
    language: i18n.language as Code,
    format: "mp3",
  });
  const set = (change: Partial<MixIn>) => setRequest({ ...request, ...change });
  const make = async () => {
    setProblem("");
    try {
      const options = (pk: string) => ({ params: { path: { pk } }, body: request });
      await ask(
        routineId
          ? api.POST("/api/routines/{pk}/mix", options(routineId))
          : api.POST("/api/songs/{pk}/mix", options(songId)),
      );
      await sounds.refetch();
    } catch (error) {
      setProblem(error instanceof ApiError && error.message ? error.message : t("error.offline"));
    }
  };
  return (
    <section className={styles.mixes} aria-labelledby="mixes">
      <h2 id="mixes">{t("song.mixes")}</h2>
      <p className="soft">{t("song.mixesLead")}</p>
      <div className={styles.mixRequest}>
        <label>
          {t("song.speed")}
          <Select
            value={Math.round(request.speed * 100)}
            onChange={(percent) => set({ speed: percent / 100 })}
            options={SPEEDS.map((percent) => ({ value: percent, label: `${percent} %` }))}
          />
        </label>
        {FLAGS.filter((flag) => !DANCED.includes(flag) || routineId).map((flag) => (
          <Checkbox
            key={flag}
            checked={request[flag]}
            onChange={(event) => set({ [flag]: event.target.checked })}
          >
            {t(`song.mix.${flag}`)}
          </Checkbox>
        ))}
        <label>
          {t("song.mix.language")}
          <Select
            value={request.language}
            onChange={(language) => set({ language })}
            options={languageOptions}
          />
        </label>
        <label>
          {t("song.mix.format")}
          <Select
            value={request.format}
            onChange={(format) => set({ format })}
            options={(["mp3", "ogg", "wav"] as const).map((format) => ({
              value: format,
              label: format.toUpperCase(),
            }))}
          />
        </label>
        <Button type="primary" onClick={() => void make()}>
          {t("song.mix.make")}
        </Button>
      </div>
      {problem && (
        <p className="notice" role="alert">
          {problem}
        </p>
      )}
      <ul>
        {sounds.mixes.map((mix) => (
          <Mix key={mix.id} mix={mix} again={sounds.refetch} />
        ))}
      </ul>
    </section>
  );
}

function Mix({ mix, again }: { mix: SoundOut; again: () => unknown }) {
  const { t } = useTranslation();
  if (isGoing(mix))
    return (
      <li>
        <Making sound={mix} again={again} />
      </li>
    );
  return (
    <li>
      <span>
        {mix.name}{" "}
        <span className="soft">
          {mix.state === "ready"
            ? `${songClock(mix.seconds, false)} · ${t("song.megabytes", { size: decimal(mix.size / 1e6, 1) })}`
            : mix.message || t("song.cancelled")}
          {mix.stale && mix.state === "ready" && ` · ${t("song.mix.stale")}`}
        </span>
      </span>
      {mix.state === "ready" && (
        <Button href={`/api/sounds/${mix.id}/audio?download=true`}>{t("song.mix.download")}</Button>
      )}
      <Remove sound={mix} again={again} />
    </li>
  );
}
