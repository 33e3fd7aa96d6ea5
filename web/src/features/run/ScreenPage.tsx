// A second screen: the stage of the running device, to look at only.
import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useParams } from "react-router";

import { api, ask } from "../../shared/api/client";
import { Loading } from "../../shared/ui/States";
import { MovingChart } from "./MovingChart";
import { indexed, momentAt, type Indexed } from "./moment";
import styles from "./RunDesk.module.css";
import { Stage } from "./Stage";
import { useFrames } from "./useFrames";

interface Told {
  seconds: number;
  speed: number;
  playing: boolean;
  counting: boolean;
}

/** The running device says where it is every two seconds at least. */
const SILENT_MS = 6000;

export default function ScreenPage() {
  const { token = "" } = useParams();
  const { t } = useTranslation();
  const score = useQuery({
    queryKey: ["screen", token],
    queryFn: () =>
      ask(api.GET("/api/screens/{token}/score", { params: { path: { token } } }), true),
    staleTime: Infinity,
    retry: false,
  });
  const at = useMemo(() => score.data && indexed(score.data), [score.data]);
  if (score.isError)
    return (
      <main className={styles.desk}>
        <p className={styles.empty}>{t("run.screen.none")}</p>
      </main>
    );
  return at ? <Followed token={token} at={at} /> : <Loading />;
}

function Followed({ token, at }: { token: string; at: Indexed }) {
  const { t } = useTranslation();
  const told = useRef<{ place: Told; ms: number } | null>(null);
  const [over, setOver] = useState(false);
  const [silent, setSilent] = useState(false);
  const [shown, setShown] = useState(() => ({ moment: momentAt(at, 0), counting: false }));
  useEffect(() => {
    const events = new EventSource(`/api/screens/${token}/events`);
    events.onmessage = (event: MessageEvent<string>) => {
      told.current = { place: JSON.parse(event.data) as Told, ms: performance.now() };
    };
    events.addEventListener("over", () => {
      events.close();
      setOver(true);
    });
    return () => events.close();
  }, [token]);
  const seconds = useCallback(() => {
    if (!told.current) return 0;
    const { place, ms } = told.current;
    return place.seconds + (place.playing ? ((performance.now() - ms) / 1000) * place.speed : 0);
  }, []);
  useFrames(() => {
    const moment = momentAt(at, seconds());
    const counting = told.current?.place.counting ?? false;
    const quiet = told.current !== null && performance.now() - told.current.ms > SILENT_MS;
    if (quiet !== silent) setSilent(quiet);
    if (moment.beat !== shown.moment.beat || counting !== shown.counting)
      setShown({ moment, counting });
  });
  return (
    <main className={styles.desk} data-screen>
      <h1 className="visually-hidden">{at.score.title}</h1>
      {(over || silent) && (
        <p className={styles.note}>{t(over ? "run.screen.over" : "run.screen.silent")}</p>
      )}
      <Stage
        moment={shown.moment}
        walls={at.score.walls}
        unit={at.score.unit}
        counting={shown.counting}
      />
      <MovingChart
        at={at}
        seconds={seconds}
        names={{ left: t("steps.left"), right: t("steps.right") }}
      />
    </main>
  );
}
