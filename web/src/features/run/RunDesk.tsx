// Run: rehearse with it. Read from four metres away; hands are full.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { useMemo } from "react";

import { api, ask, type ScoreView } from "../../shared/api/client";
import { isGoing, useSounds } from "../../shared/sound/useSounds";
import { Loading, LoadingError } from "../../shared/ui/States";
import { Hall, type Ids } from "./Hall";
import { indexed } from "./moment";
import styles from "./RunDesk.module.css";
import { useSetup, type Setup } from "./setup";
import type { Source } from "./sound/useSounding";
import { useAudioContext } from "./useAudioContext";

interface Props {
  id: string;
  songId: string;
  danceId: string;
  /** Changes whenever the routine, its song or its sheet does. */
  basis: string;
}

export default function RunDesk({ id, songId, danceId, basis }: Props) {
  const { t, i18n } = useTranslation();
  const [setup, set] = useSetup(i18n.language);
  const { mirrored } = setup;
  const score = useQuery({
    queryKey: ["score", id, basis, mirrored],
    queryFn: () =>
      ask(
        api.GET("/api/routines/{pk}/score", {
          params: { path: { pk: id }, ...(mirrored ? { query: { mirrored } } : {}) },
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const context = useAudioContext();
  if (score.isError) return <LoadingError error={score.error} again={score.refetch} />;
  if (!score.data) return <Loading />;
  if (!score.data.segments.length)
    return (
      <main className={styles.desk}>
        <p className={styles.empty}>{t("run.nothing")}</p>
      </main>
    );
  return (
    <Own
      key={basis}
      ids={{ id, songId, danceId }}
      {...{ basis, context, setup, set }}
      score={score.data}
    />
  );
}

interface OwnProps {
  ids: Ids;
  basis: string;
  score: ScoreView;
  context: AudioContext | null;
  setup: Setup;
  set: (change: Partial<Setup>) => void;
}

/** A routine of one's own, with its recording or the band. */
function Own({ ids, basis, score, ...more }: OwnProps) {
  const at = useMemo(() => indexed(score), [score]);
  const sounds = useSounds(ids.songId);
  const { id } = ids;
  const played = sounds.played?.id;
  const source = useMemo(
    (): Source => ({
      key: [id, basis],
      music: played ? `/api/sounds/${played}/audio` : null,
      voice: (language) => `/api/routines/${id}/voice?language=${language}`,
      calls: (language, kinds) =>
        ask(
          api.GET("/api/routines/{pk}/calls", {
            params: { path: { pk: id }, query: { language, kinds } },
          }),
        ),
    }),
    [id, basis, played],
  );
  const here = {
    missing: sounds.loaded && !sounds.played,
    making: [sounds.recording, sounds.band].some((sound) => sound && isGoing(sound)),
    refetch: sounds.refetch,
  };
  return <Hall at={at} ids={ids} source={source} sounds={here} {...more} />;
}
