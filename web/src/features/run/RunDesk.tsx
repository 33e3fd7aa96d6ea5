// Run: rehearse with it. Read from four metres away; hands are full.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { useEffect, useMemo, useState } from "react";

import { api, ask, type ScoreView } from "../../shared/api/client";
import { useSounds } from "../../shared/sound/useSounds";
import { Loading, LoadingError } from "../../shared/ui/States";
import { Hall } from "./Hall";
import { indexed } from "./moment";
import styles from "./RunDesk.module.css";
import { useSetup, type Setup } from "./setup";

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
    <Whole
      key={basis}
      {...{ id, songId, danceId, basis, context, setup, set }}
      score={score.data}
    />
  );
}

interface WholeProps extends Props {
  score: ScoreView;
  context: AudioContext | null;
  setup: Setup;
  set: (change: Partial<Setup>) => void;
}

function Whole({ score, songId, ...more }: WholeProps) {
  const at = useMemo(() => indexed(score), [score]);
  const sounds = useSounds(songId);
  return <Hall at={at} sounds={sounds} songId={songId} {...more} />;
}

function useAudioContext(): AudioContext | null {
  const [context] = useState(() =>
    typeof AudioContext === "undefined" ? null : new AudioContext({ latencyHint: "interactive" }),
  );
  useEffect(() => {
    // Leaving the desk for another and coming back makes a new one.
    return () => void context?.suspend();
  }, [context]);
  return context;
}
