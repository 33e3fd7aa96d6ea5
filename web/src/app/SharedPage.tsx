// What a link shows: a dance, or those of a class and what comes next. Nobody has to sign in.
import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { Suspense } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate, Route, Routes, useParams } from "react-router";

import { api, ask, type Schemas } from "../shared/api/client";
import { dayWords } from "../shared/i18n/days";
import { LanguageChoice } from "../shared/ui/LanguageChoice";
import { desk } from "../shared/ui/lazy";
import { Loading } from "../shared/ui/States";
import { SharedDance } from "../features/share/SharedDance";
import styles from "./SharedPage.module.css";

const VisitorRun = desk(() => import("../features/run/VisitorRun"));

export default function SharedPage() {
  const { token = "" } = useParams();
  const { t, i18n } = useTranslation();
  const found = useQuery({
    queryKey: ["shared", token, i18n.language],
    queryFn: () => ask(api.GET("/api/shared/{token}", { params: { path: { token } } }), true),
    staleTime: Infinity,
    retry: false,
  });
  if (found.isError)
    return (
      <main className={clsx("page", styles.page)}>
        <h1>{t("share.goneTitle")}</h1>
        <p>{t("share.gone")}</p>
      </main>
    );
  if (!found.data) return <Loading />;
  const { data } = found;
  const only = data.of_class ? null : data.dances[0];
  return (
    <Suspense fallback={<Loading />}>
      <Routes>
        <Route
          path=""
          element={
            only ? (
              <Navigate to={only.id} replace />
            ) : (
              <Frame>
                <ClassList of={data} />
              </Frame>
            )
          }
        />
        <Route
          path=":id"
          element={
            <Frame back={data.of_class ? data.title : ""} token={token}>
              <SharedDance token={token} />
            </Frame>
          }
        />
        <Route path=":id/run" element={<VisitorRun token={token} />} />
      </Routes>
    </Suspense>
  );
}

interface FrameProps {
  back?: string;
  token?: string;
  children: React.ReactNode;
}

function Frame({ back, token, children }: FrameProps) {
  return (
    <main className={clsx("page", styles.page)}>
      <header className={styles.top}>
        {back && <Link to={`/shared/${token}`}>← {back}</Link>}
        <span className={styles.gap} />
        <LanguageChoice signedIn={false} />
      </header>
      {children}
    </main>
  );
}

function ClassList({ of }: { of: Schemas["SharedOut"] }) {
  const { t, i18n } = useTranslation();
  const { language } = i18n;
  return (
    <>
      <h1>{of.title}</h1>
      {of.next_evening && (
        <p className={styles.lead}>
          {t("share.next", { day: dayWords(of.next_evening, language) })}
          {of.next_dances.length > 0 &&
            t("share.nextDances", { dances: of.next_dances.join(", ") })}
        </p>
      )}
      {!of.dances.length && <p className="soft">{t("share.noDances")}</p>}
      <ul className={styles.list}>
        {of.dances.map((dance) => (
          <li key={dance.id}>
            <Link to={dance.id}>
              <strong>{dance.title}</strong>
              <span className="soft">
                {t("to")} {dance.song}
              </span>
            </Link>
            <span className="soft">
              {[
                dance.counts > 0 && t("steps.summary", { counts: dance.counts }),
                dance.walls && t("steps.walls", { count: dance.walls }),
                dance.last && t("teach.last", { day: dayWords(dance.last, language) }),
              ]
                .filter(Boolean)
                .join(" · ")}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
