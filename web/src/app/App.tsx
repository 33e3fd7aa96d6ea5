import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { App as AntApp, ConfigProvider } from "antd";
import { Suspense, useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { BrowserRouter, Navigate, Route, Routes, useLocation } from "react-router";

import { api, ApiError, ask, whenSignedOut, type Schemas } from "../shared/api/client";
import { enteredBefore } from "../shared/ui/session";
import { Loading, LoadingError } from "../shared/ui/States";
import { desk } from "../shared/ui/lazy";
import { antdWords, speak } from "../shared/i18n";
import { theme } from "../shared/theme/antd";
import { Help } from "./Help";

const SignIn = desk(() => import("../features/signin/SignIn"));
const Shelf = desk(() => import("../features/shelf/ShelfPage"));
const RoutinePage = desk(() => import("./RoutinePage"));
const SongAlone = desk(() => import("../features/song/SongAlone"));
const ScanPage = desk(() => import("../features/shelf/ScanPage"));
const ScreenPage = desk(() => import("../features/run/ScreenPage"));
const ClassesPage = desk(() => import("../features/teach/ClassesPage"));
const ClassPage = desk(() => import("../features/teach/ClassPage"));
const EveningPage = desk(() => import("../features/teach/EveningPage"));
const Teaching = desk(() => import("../features/teach/Teaching"));
const JoinPage = desk(() => import("../features/teach/JoinPage"));
const SetListPage = desk(() => import("../features/teach/SetListPage"));
const AccountPage = desk(() => import("../features/account/AccountPage"));
const LinkPage = desk(() => import("../features/signin/LinkPage"));
const SharedPage = desk(() => import("./SharedPage"));
const DanceAlone = desk(() => import("../features/steps/DanceAlone"));

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 0,
      refetchOnWindowFocus: false,
      retry: (count, error) => count < 2 && error instanceof ApiError && error.status === 0,
    },
  },
});

const SESSION = {
  queryKey: ["session"],
  queryFn: () => ask(api.GET("/api/session")),
  staleTime: Infinity,
};
// Who is there, and what they see first, are fetched while the rest of this is read.
void client.prefetchQuery(SESSION);
if (!enteredBefore()) void import("../features/signin/SignIn");

const nonce =
  document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? undefined;

export function App() {
  const { i18n } = useTranslation();
  return (
    <ConfigProvider
      theme={theme}
      locale={antdWords(i18n.language)}
      {...(nonce ? { csp: { nonce } } : {})}
    >
      <AntApp component={false}>
        <QueryClientProvider client={client}>
          <BrowserRouter>
            <Suspense fallback={<Loading />}>
              <Routes>
                {/* Whoever is given its address may look at a second screen, signed in or not. */}
                <Route path="/screen/:token" element={<ScreenPage />} />
                <Route path="/shared/:token/*" element={<SharedPage />} />
                {/* What the links in mails lead to. */}
                <Route path="/welcome/:key" element={<LinkPage about="welcome" />} />
                <Route path="/confirm/:key" element={<LinkPage about="confirm" />} />
                <Route path="/reset/:key?" element={<LinkPage about="reset" />} />
                <Route path="*" element={<Gate />} />
              </Routes>
            </Suspense>
            <Help />
          </BrowserRouter>
        </QueryClientProvider>
      </AntApp>
    </ConfigProvider>
  );
}

function Gate() {
  const location = useLocation();
  const [lost, setLost] = useState(false);
  useEffect(
    () =>
      whenSignedOut(() => {
        setLost(true);
        client.setQueryData<Schemas["SessionForm"]>(["session"], (old) =>
          old ? { ...old, name: null, language: "" } : old,
        );
      }),
    [],
  );
  const session = useQuery(SESSION);
  const language = session.data?.language;
  useEffect(() => {
    if (language) void speak(language);
  }, [language]);
  if (session.isPending) return <Loading />;
  if (session.isError) return <LoadingError error={session.error} again={session.refetch} />;
  if (!session.data.name)
    return <SignIn lost={lost} mail={session.data.mail} onEnter={() => setLost(false)} />;
  return (
    <Routes location={location}>
      <Route
        path="/"
        element={<Shelf name={session.data.name} leavesAt={session.data.leaves_at ?? null} />}
      />
      <Route path="/account" element={<AccountPage name={session.data.name} />} />
      <Route path="/routines/:id/:desk" element={<RoutinePage />} />
      <Route path="/songs/:id" element={<SongAlone />} />
      <Route path="/dances/:id" element={<DanceAlone />} />
      <Route path="/classes" element={<ClassesPage />} />
      <Route path="/classes/:id" element={<ClassPage />} />
      <Route path="/evenings/:id" element={<EveningPage />} />
      <Route path="/evenings/:id/teach" element={<Teaching />} />
      <Route path="/join/:token" element={<JoinPage />} />
      <Route path="/evening" element={<SetListPage />} />
      <Route path="/scans/:id" element={<ScanPage />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}
