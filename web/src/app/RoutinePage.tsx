// A routine and its desks. The server's answer is the one truth all of them draw.
import type { TFunction } from "i18next";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Suspense, useCallback } from "react";
import { useTranslation } from "react-i18next";
import { Navigate, useNavigate, useParams } from "react-router";

import { api, ask, type RoutineOut } from "../shared/api/client";
import { GuideBar } from "../features/guide/GuideBar";
import { Header } from "../shared/ui/Header";
import { desk } from "../shared/ui/lazy";
import { Loading, LoadingError } from "../shared/ui/States";
import { useKeys } from "../shared/ui/keys";
import { useRoutineVersion } from "../shared/saved/useRevision";

const SongDesk = desk(() => import("../features/song/SongDesk"));
const StepsDesk = desk(() => import("../features/steps/StepsDesk"));
const FitDesk = desk(() => import("../features/fit/FitDesk"));

const RunDesk = desk(() => import("../features/run/RunDesk"));

const TeachDesk = desk(() => import("../features/teach/TeachDesk"));

const DESKS = ["song", "steps", "fit", "run", "teach"] as const;

export default function RoutinePage() {
  const { id = "", desk: at = "fit" } = useParams();
  const { t } = useTranslation();
  const go = useNavigate();
  const queries = useQueryClient();
  const routine = useQuery({
    queryKey: ["routine", id],
    queryFn: () => ask(api.GET("/api/routines/{pk}", { params: { path: { pk: id } } })),
  });
  const changed = useCallback(
    (stored: RoutineOut) => queries.setQueryData(["routine", id], stored),
    [queries, id],
  );
  const stale = useCallback(
    () => void queries.invalidateQueries({ queryKey: ["routine", id] }),
    [queries, id],
  );
  useKeys((event) => {
    const wanted = DESKS[Number(event.key) - 1];
    if (!wanted || event.ctrlKey || event.altKey || event.metaKey) return false;
    void go(`/routines/${id}/${wanted}`);
    return true;
  });
  const data = routine.data;
  const version = useRoutineVersion(id, data);
  if (!DESKS.includes(at as (typeof DESKS)[number])) return <Navigate to="/" replace />;
  return (
    <>
      <Header
        title={
          data && (
            <>
              {data.timeline.title} <i>{t("to")}</i> {data.timeline.song_title}
            </>
          )
        }
        detail={data ? detail(data, t) : ""}
        desks={DESKS.map((name, index) => ({
          key: String(index + 1),
          to: `/routines/${id}/${name}`,
          words: t(`desks.${name}`),
        }))}
      />
      <Suspense fallback={<Loading />}>
        {routine.isError ? (
          <LoadingError error={routine.error} again={routine.refetch} />
        ) : !data ? (
          <Loading />
        ) : at === "song" ? (
          <SongDesk id={data.song_id} routineId={id} onStored={stale} />
        ) : at === "steps" ? (
          <StepsDesk id={data.dance_id} bpm={data.timeline.song_bpm} onStored={stale} />
        ) : at === "teach" ? (
          <TeachDesk id={id} danceId={data.dance_id} />
        ) : at === "run" ? (
          <RunDesk
            id={id}
            songId={data.song_id}
            danceId={data.dance_id}
            basis={`${data.version} ${data.basis}`}
          />
        ) : (
          <FitDesk routine={data} seen={version} onStored={changed} />
        )}
      </Suspense>
      <GuideBar routine={id} desk={at} />
    </>
  );
}

function detail({ timeline }: RoutineOut, t: TFunction): string {
  const parts = [t("steps.summary", { counts: timeline.dance_counts })];
  if (timeline.dance_walls) parts.push(t("steps.walls", { count: timeline.dance_walls }));
  return parts.join(" · ");
}
