// A dance as a visitor sees it: its walls in order, its steps on the foot chart, easier ways, care.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";
import { Link, useNavigate, useParams } from "react-router";

import { FootChart } from "../../drawing/FootChart";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import { songClock } from "../../drawing/clock";
import { api, ask, type PartView, type Schemas } from "../../shared/api/client";
import { Loading } from "../../shared/ui/States";
import styles from "./SharedDance.module.css";

type Dance = Schemas["SharedRoutineOut"];

export function SharedDance({ token }: { token: string }) {
  const { id = "" } = useParams();
  const { t, i18n } = useTranslation();
  const pk = { params: { path: { token, pk: id } } };
  const found = useQuery({
    queryKey: ["shared", token, id, i18n.language],
    queryFn: () => ask(api.GET("/api/shared/{token}/routines/{pk}", pk), true),
    staleTime: Infinity,
    retry: false,
  });
  if (found.isError) return <p>{t("share.gone")}</p>;
  const dance = found.data;
  if (!dance) return <Loading />;
  const own = `/api/shared/${token}/routines/${id}`;
  const language = i18n.language === "fr" ? "fr" : "en";
  const several = dance.sheet.parts.length > 1;
  return (
    <article className={styles.dance}>
      <h1>{dance.title}</h1>
      <p className={styles.facts}>
        {[
          `${t("to")} ${dance.song_title}`,
          dance.counts > 0 && t("steps.summary", { counts: dance.counts }),
          dance.walls && t("steps.walls", { count: dance.walls }),
          t("shelf.bpm", { bpm: Math.round(dance.bpm) }),
        ]
          .filter(Boolean)
          .join(" · ")}
      </p>
      <p className={styles.ways}>
        <Link to="run" className={styles.run}>
          {t("share.run")}
        </Link>
        <a href={`${own}/sheet.pdf?language=${language}`}>{t("share.sheet")}</a>
        <TakeCopy token={token} id={id} />
      </p>
      <h2>{t("share.walls")}</h2>
      <Walls dance={dance} />
      <h2>{t("share.steps")}</h2>
      {dance.sheet.parts.map((part) => (
        <Part key={part.name} part={part} named={several} />
      ))}
      <p className={styles.care}>{dance.cautions}</p>
    </article>
  );
}

function Walls({ dance }: { dance: Dance }) {
  const { t } = useTranslation();
  return (
    <ol className={styles.walls}>
      {dance.segments.map((segment, index) => (
        <li key={index} data-kind={segment.kind}>
          <b>{segment.kind === "wall" ? segment.wall : segment.name}</b>
          <RoomGlyph clock={segment.start_facing} silent />
          <span>{segment.start_facing}</span>
          <span className="soft">{songClock(segment.start_seconds)}</span>
          <span className={clsx(segment.kind === "wall" && segment.event && "brick")}>
            {segment.kind === "wall" && segment.item !== null && `${segment.part} `}
            {(segment.kind === "wall" && segment.event_words) ||
              t("run.counted", { count: segment.length })}
            {segment.kind === "wall" && segment.cue && <span className="soft"> {segment.cue}</span>}
          </span>
        </li>
      ))}
    </ol>
  );
}

function Part({ part, named }: { part: PartView; named: boolean }) {
  const { t } = useTranslation();
  return (
    <>
      {part.sections.map((section, index) => (
        <div key={section.first}>
          <FootChart
            section={section}
            part={named ? part.name : ""}
            labels={part.count_labels}
            between={part.between}
            cursor={null}
            onPick={() => undefined}
          />
          {part.options
            .filter((option) => option.section === index && option.known && !option.differs.length)
            .map((option) => (
              <p key={option.start} className={styles.option}>
                {t("steps.option", option)}
              </p>
            ))}
        </div>
      ))}
    </>
  );
}

function TakeCopy({ token, id }: { token: string; id: string }) {
  const { t } = useTranslation();
  const go = useNavigate();
  const session = useQuery({
    queryKey: ["session"],
    queryFn: () => ask(api.GET("/api/session")),
    staleTime: Infinity,
  });
  const copy = useMutation({
    mutationFn: () =>
      ask(
        api.POST("/api/shared/{token}/routines/{pk}/copy", { params: { path: { token, pk: id } } }),
      ),
    onSuccess: (made) => void go(`/routines/${made.id}/fit`),
  });
  if (!session.data?.name) return null;
  return (
    <>
      <Button loading={copy.isPending} onClick={() => copy.mutate()}>
        {t("share.copy")}
      </Button>
      {copy.isError && <span className="problem">{copy.error.message || t("error.offline")}</span>}
    </>
  );
}
