// Teach: which classes dance this routine and where it stuck, what to print, whom to show it.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import { Loading, LoadingError } from "../../shared/ui/States";
import { dayWords } from "../../shared/i18n/days";
import { SharePanel } from "../../shared/sharing/SharePanel";
import { TogetherPanel } from "../../shared/sharing/TogetherPanel";
import { Strip } from "./Strip";
import styles from "./TeachDesk.module.css";

interface Props {
  id: string;
  danceId: string;
}

export default function TeachDesk({ id, danceId }: Props) {
  const { t } = useTranslation();
  const classes = useQuery({
    queryKey: ["remembered", "of", id],
    queryFn: () => ask(api.GET("/api/routines/{pk}/classes", { params: { path: { pk: id } } })),
  });
  if (classes.isError) return <LoadingError error={classes.error} again={classes.refetch} />;
  if (!classes.data) return <Loading />;
  return (
    <main className={clsx("page", styles.desk)}>
      <section aria-labelledby="in-classes">
        <h2 id="in-classes">{t("teach.inClasses")}</h2>
        {classes.data.map((each) => (
          <InClass key={each.id} of={each} routine={id} />
        ))}
        {!classes.data.length && (
          <p className="soft">
            {t("teach.noClassesYet")} <Link to="/classes">{t("teach.classes")}</Link>
          </p>
        )}
      </section>
      <aside>
        <Prints id={id} danceId={danceId} />
        <SharePanel routine={id} />
        <TogetherPanel routine={id} />
      </aside>
    </main>
  );
}

function InClass({ of, routine }: { of: Schemas["TaughtClassOut"]; routine: string }) {
  const { t, i18n } = useTranslation();
  const go = useNavigate();
  const { language } = i18n;
  const { dance } = of;
  const plan = useMutation({
    mutationFn: async () => {
      const evening = await ask(
        api.POST("/api/classes/{pk}/evenings", { params: { path: { pk: of.id } }, body: {} }),
      );
      const routines = evening.wish.routines ?? [];
      if (!routines.includes(routine))
        await ask(
          api.PUT("/api/evenings/{pk}/wish", {
            params: { path: { pk: evening.id } },
            body: {
              version: evening.version,
              wish: { ...evening.wish, routines: [...routines, routine] },
            },
          }),
        );
      return evening.id;
    },
    onSuccess: (evening) => void go(`/evenings/${evening}`),
  });
  return (
    <article className={styles.class}>
      <header>
        <Link to={`/classes/${of.id}`}>
          <strong>{of.name}</strong>
        </Link>
        <span className={dance?.sticks ? "brick" : "soft"}>
          {dance
            ? [
                dance.sticks
                  ? t("teach.sticks")
                  : dance.last
                    ? t("teach.last", { day: dayWords(dance.last, language) })
                    : t("teach.never"),
                dance.due && t("teach.due", { day: dayWords(dance.due, language) }),
              ]
                .filter(Boolean)
                .join(" · ")
            : t("teach.notIn")}
        </span>
        <span className={styles.gap} />
        <Button loading={plan.isPending} disabled={!of.next_evening} onClick={() => plan.mutate()}>
          {of.next_evening
            ? t("teach.planFor", { day: dayWords(of.next_evening, language) })
            : t("teach.termOver")}
        </Button>
      </header>
      {plan.isError && (
        <p role="alert" className="problem">
          {plan.error.message || t("error.offline")}
        </p>
      )}
      {dance && <Strip dance={dance} />}
    </article>
  );
}

function Prints({ id, danceId }: Props) {
  const { t } = useTranslation();
  const row = (path: string, words: string) => (
    <li>
      {words}
      {(["en", "fr"] as const).map((language) => (
        <a key={language} href={`${path}${path.includes("?") ? "&" : "?"}language=${language}`}>
          {t(`teach.print.${language}`)}
        </a>
      ))}
    </li>
  );
  const files = `/api/routines/${id}/files`;
  return (
    <section className={styles.prints} aria-labelledby="prints">
      <h2 id="prints">{t("teach.print.title")}</h2>
      <ul>
        {row(`${files}/cue-sheet.pdf`, t("teach.print.cueSheet"))}
        {row(`${files}/wall-cards.pdf`, t("teach.print.wallCards"))}
        {row(`/api/dances/${danceId}/sheet.pdf?chart=true`, t("teach.print.sheet"))}
        {row(`/api/dances/${danceId}/sheet.pdf?large=true`, t("teach.print.largeSheet"))}
      </ul>
    </section>
  );
}
