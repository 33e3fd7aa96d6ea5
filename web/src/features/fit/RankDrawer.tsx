// Which of one's dances fit this song best, or which songs this dance; over the whole shelf.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Drawer, Progress } from "antd";
import { useEffect } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type Schemas } from "../../shared/api/client";
import styles from "./RankDrawer.module.css";

interface Props {
  of: "dances" | "songs";
  songId: string;
  danceId: string;
  onClose: () => void;
  onPick: (id: string) => void;
}

const OFTEN = 400;

export default function RankDrawer({ of, songId, danceId, onClose, onPick }: Props) {
  const { t } = useTranslation();
  const body = of === "dances" ? { song: songId, dance: null } : { song: null, dance: danceId };
  const {
    mutate,
    data: begun,
    error,
  } = useMutation({
    mutationFn: () => ask(api.POST("/api/rankings", { body })),
  });
  useEffect(() => mutate(), [mutate]);
  const ranking = useQuery({
    queryKey: ["ranking", begun?.id],
    queryFn: () =>
      ask(api.GET("/api/rankings/{pk}", { params: { path: { pk: begun?.id ?? "" } } }), true),
    enabled: begun !== undefined,
    refetchInterval: (query) =>
      query.state.data?.state === "ready" || query.state.data?.state === "failed" ? false : OFTEN,
  });
  const found = ranking.data ?? begun;
  const own = of === "dances" ? danceId : songId;
  return (
    <Drawer open onClose={onClose} title={t(`rank.${of}`)} size="min(560px, 96vw)">
      {error && <p className="notice">{error.message || t("saved.offline")}</p>}
      {found?.state === "failed" && (
        <p className="notice">
          {t("rank.failed")} <Button onClick={() => mutate()}>{t("rank.again")}</Button>
        </p>
      )}
      {found && (found.state === "working" || found.state === "waiting") && (
        <div>
          <p>
            {found.total
              ? t("rank.working", { done: found.done, total: found.total })
              : t("rank.waiting")}
          </p>
          <Progress
            percent={found.total ? Math.round((100 * found.done) / found.total) : 0}
            showInfo={false}
          />
        </div>
      )}
      {found?.state === "ready" && !found.found.length && <p>{t(`rank.none.${of}`)}</p>}
      <ol className={styles.ranked}>
        {found?.found.map((one) => (
          <Ranked key={one.id} one={one} here={one.id === own} onPick={onPick} of={of} />
        ))}
      </ol>
    </Drawer>
  );
}

interface RankedProps {
  one: Schemas["RankedOut"];
  here: boolean;
  of: Props["of"];
  onPick: (id: string) => void;
}

function Ranked({ one, here, of, onPick }: RankedProps) {
  const { t } = useTranslation();
  const { fit } = one;
  return (
    <li data-good={fit.good}>
      <span>
        <strong>{one.title}</strong> {here && <small className="soft">{t("rank.this")}</small>}
        <small>
          {t("plans.hits", { hits: fit.hits, phrases: fit.phrases })} · {fit.words}
        </small>
        {!fit.good && <small className="brick">{t("rank.bad")}</small>}
      </span>
      {!here && (
        <Button size="small" onClick={() => onPick(one.id)}>
          {t(`rank.try.${of}`)}
        </Button>
      )}
    </li>
  );
}
