// The same dance to another song: both stacks side by side, event by event.
import { useMutation, useQuery } from "@tanstack/react-query";
import { Button, Drawer, Segmented, Select } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useNavigate } from "react-router";

import { api, ask, type Schemas } from "../../shared/api/client";
import { songClock } from "../../drawing/clock";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import { rowsOf } from "../../drawing/wallStack";
import { WallStackBar } from "../../drawing/WallStackBar";
import styles from "./SwapDrawer.module.css";
import stack from "../../drawing/WallStackBar.module.css";

type Swap = Schemas["SwapView"];

interface Props {
  id: string;
  songId: string;
  songTitle: string;
  labels: Record<string, string[]>;
  /** A song to begin with, from a ranking. */
  first: string | null;
  onClose: () => void;
}

export default function SwapDrawer({ id, songId, songTitle, labels, first, onClose }: Props) {
  const { t } = useTranslation();
  const go = useNavigate();
  const [song, setSong] = useState<string | null>(first);
  const [level, setLevel] = useState<Swap["level"] | null>(null);
  const shelf = useQuery({
    queryKey: ["shelf"],
    queryFn: () => ask(api.GET("/api/shelf")),
  });
  const swap = useQuery({
    queryKey: ["swap", id, song],
    queryFn: () =>
      ask(
        api.POST("/api/routines/{pk}/swap", {
          params: { path: { pk: id } },
          body: { song: song ?? "" },
        }),
      ),
    enabled: song !== null,
  });
  const take = useMutation({
    mutationFn: (one: Swap) =>
      ask(
        api.POST("/api/routines/{pk}/swap/take", {
          params: { path: { pk: id } },
          body: {
            song: song ?? "",
            level: one.level,
            events: one.events,
            sequence: one.sequence,
          },
        }),
      ),
    onSuccess: (made) => void go(`/routines/${made.id}/fit`),
  });
  const songs = (shelf.data?.songs ?? []).filter((each) => each.id !== songId);
  const views = swap.data ?? [];
  const one = views.find((view) => view.level === level) ?? views[0];
  return (
    <Drawer open onClose={onClose} title={t("swap.title")} size="min(1180px, 97vw)">
      <div className={styles.swapHead}>
        <label>
          {t("swap.song")}
          <Select
            value={song}
            placeholder={t("swap.pick")}
            onChange={(value: string) => {
              setSong(value);
              setLevel(null);
            }}
            options={songs.map((each) => ({
              value: each.id,
              label: each.bpm ? `${each.title} · ${Math.round(each.bpm)} bpm` : each.title,
            }))}
          />
        </label>
        {one && views.length > 1 && (
          <Segmented
            value={one.level}
            onChange={(value) => setLevel(value as Swap["level"])}
            options={views.map((view) => ({
              value: view.level,
              label: t("swap.level", {
                name: t(`swap.levels.${view.level}`),
                hits: view.planned.hits,
                phrases: view.planned.phrases,
              }),
            }))}
          />
        )}
        {one && (
          <Button type="primary" loading={take.isPending} onClick={() => take.mutate(one)}>
            {t("swap.take")}
          </Button>
        )}
      </div>
      {shelf.data && !songs.length && <p>{t("swap.noSongs")}</p>}
      {swap.isError && <p className="notice">{swap.error.message || t("saved.offline")}</p>}
      {swap.isFetching && <p className="soft">{t("swap.working")}</p>}
      {swap.data && !views.length && <p className="notice">{t("swap.none")}</p>}
      {one && <Compared one={one} songTitle={songTitle} labels={labels} />}
    </Drawer>
  );
}

interface ComparedProps {
  one: Swap;
  songTitle: string;
  labels: Record<string, string[]>;
}

function Compared({ one, songTitle, labels }: ComparedProps) {
  const { t } = useTranslation();
  return (
    <>
      {!one.planned.good && (
        <p className="notice">
          {t("swap.bad", { hits: one.planned.hits, phrases: one.planned.phrases })}
        </p>
      )}
      <table className={styles.fates}>
        <thead>
          <tr>
            <th />
            <th>{t("swap.event")}</th>
            <th>{t("swap.on", { song: songTitle })}</th>
            <th>{t("swap.on", { song: one.song_title })}</th>
          </tr>
        </thead>
        <tbody>
          {one.changes.map((change, index) => (
            <tr key={index} data-fate={change.fate}>
              <td>
                <b>{t(`swap.fates.${change.fate}`)}</b>
              </td>
              <td>{(change.after ?? change.before)?.words}</td>
              <td>{change.before && <Where placed={change.before} />}</td>
              <td>
                {change.after ? (
                  <Where placed={change.after} />
                ) : (
                  <span className="soft">{t(change.lands ? "swap.wouldLand" : "swap.lost")}</span>
                )}
              </td>
            </tr>
          ))}
          {!one.changes.length && (
            <tr>
              <td colSpan={4}>{t("swap.noEvents")}</td>
            </tr>
          )}
        </tbody>
      </table>
      <div className={styles.both}>
        <Side title={songTitle} segments={one.before_segments} labels={labels} />
        <Side title={one.song_title} segments={one.after_segments} labels={labels} />
      </div>
    </>
  );
}

function Where({ placed }: { placed: Schemas["PlacedView"] }) {
  const { t } = useTranslation();
  return (
    <span>
      {t("swap.wall", { wall: placed.wall })} <RoomGlyph clock={placed.starts} size={16} silent />{" "}
      {placed.starts} → <RoomGlyph clock={placed.facing} size={16} silent /> {placed.facing}{" "}
      <span className="soft">{songClock(placed.at_seconds)}</span>
    </span>
  );
}

interface SideProps {
  title: string;
  segments: Swap["before_segments"];
  labels: Record<string, string[]>;
}

const SIDE = { width: 440, row: 24 };

function Side({ title, segments, labels }: SideProps) {
  const rows = rowsOf(segments);
  const longest = Math.max(1, ...rows.map((row) => row.length));
  const size = { count: SIDE.width / longest, row: SIDE.row, width: SIDE.width };
  return (
    <figure className={stack.stack}>
      <figcaption>{title}</figcaption>
      {rows.map((row) => (
        <div key={row.row} className={styles.swapRow}>
          <b>{row.main.item === null ? row.wall : row.main.name}</b>
          <RoomGlyph clock={row.main.start_facing} size={18} />
          <WallStackBar row={row} size={size} labels={labels} cursor={null} />
        </div>
      ))}
    </figure>
  );
}
