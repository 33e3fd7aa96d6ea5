// A visitor rehearses: the same desk, with the band or what the owner may share.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useTranslation } from "react-i18next";
import { Link, useParams } from "react-router";

import { api, ask, type ScoreView } from "../../shared/api/client";
import { Loading, LoadingError } from "../../shared/ui/States";
import { Hall } from "./Hall";
import { indexed } from "./moment";
import { useSetup, type Setup } from "./setup";
import type { Source } from "./sound/useSounding";
import { useAudioContext } from "./useAudioContext";
import styles from "./VisitorRun.module.css";

export default function VisitorRun({ token }: { token: string }) {
  const { id = "" } = useParams();
  const { t, i18n } = useTranslation();
  const [kept, set] = useSetup(i18n.language);
  const setup: Setup = kept.view === "quiz" ? { ...kept, view: "stage" } : kept;
  const { mirrored } = setup;
  const path = { token, pk: id };
  const score = useQuery({
    queryKey: ["shared", token, id, "score", mirrored, i18n.language],
    queryFn: () =>
      ask(
        api.GET("/api/shared/{token}/routines/{pk}/score", {
          params: { path, ...(mirrored ? { query: { mirrored } } : {}) },
        }),
      ),
    placeholderData: keepPreviousData,
  });
  const dance = useQuery({
    queryKey: ["shared", token, id, i18n.language],
    queryFn: () => ask(api.GET("/api/shared/{token}/routines/{pk}", { params: { path } }), true),
    staleTime: Infinity,
  });
  if (score.isError) return <LoadingError error={score.error} again={score.refetch} />;
  if (!score.data || !dance.data) return <Loading />;
  return (
    <>
      <p className={styles.back}>
        <Link to={`/shared/${token}/${id}`}>{t("share.backTo", { title: score.data.title })}</Link>
      </p>
      <Visit {...{ token, id, setup, set }} score={score.data} sound={dance.data.sound} />
    </>
  );
}

interface VisitProps {
  token: string;
  id: string;
  score: ScoreView;
  sound: boolean;
  setup: Setup;
  set: (change: Partial<Setup>) => void;
}

function Visit({ token, id, score, sound, ...more }: VisitProps) {
  const at = useMemo(() => indexed(score), [score]);
  const context = useAudioContext();
  const source = useMemo((): Source => {
    const own = `/api/shared/${token}/routines/${id}`;
    return {
      key: ["shared", token, id],
      music: sound ? `${own}/audio` : null,
      voice: (language) => `${own}/voice?language=${language}`,
      calls: (language, kinds) =>
        ask(
          api.GET("/api/shared/{token}/routines/{pk}/calls", {
            params: { path: { token, pk: id }, query: { language, kinds } },
          }),
        ),
    };
  }, [token, id, sound]);
  const here = { missing: !sound, making: false, refetch: () => Promise.resolve() };
  return <Hall at={at} ids={null} source={source} sounds={here} context={context} {...more} />;
}
