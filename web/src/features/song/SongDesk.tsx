// Song: what the band does. Where every beat is, which is the one, where phrases begin.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Dropdown } from "antd";
import clsx from "clsx";
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import styles from "./SongDesk.module.css";
import {
  api,
  ask,
  type PhraseForm,
  type SongForm,
  type SongMap,
  type SongOut,
  type SoundOut,
} from "../../shared/api/client";
import { undoKey, useKeys } from "../../shared/ui/keys";
import { Loading, LoadingError } from "../../shared/ui/States";
import { songClock } from "../../drawing/clock";
import { SavedProblem } from "../../shared/saved/SavedNote";
import { SaveTools } from "../../shared/saved/SaveTools";
import { useRevision } from "../../shared/saved/useRevision";
import { useSaved } from "../../shared/saved/useSaved";
import { Correct, SongLine } from "./Correct";
import { MixPanel } from "./MixPanel";
import { PhraseStrip } from "./PhraseStrip";
import { PhraseTable } from "./Phrases";
import { SongFacts } from "./SongFacts";
import { Pick } from "../../shared/ui/Pick";
import { SoundPanel } from "./SoundPanel";
import { SPEEDS, usePlayer } from "./sound/usePlayer";
import { isGoing, useSounds, type Sounds } from "../../shared/sound/useSounds";
import { Transport } from "./Transport";
import { useEdits } from "./useEdits";
import { useTaps } from "./useTaps";
import { useUpload } from "./useUpload";
import { Wave } from "./Wave";

interface Props {
  id: string;
  routineId?: string;
  onStored?: (song: SongOut) => void;
}

export default function SongDesk({ id, routineId, onStored }: Props) {
  const [opened, setOpened] = useState(0);
  const options = { params: { path: { pk: id } } };
  const song = useQuery({
    queryKey: ["song", id],
    queryFn: () => ask(api.GET("/api/songs/{pk}", options)),
    gcTime: 0,
  });
  const sounds = useSounds(id);
  const { refetch } = song;
  const reopen = useCallback(async () => {
    await refetch();
    setOpened((times) => times + 1);
  }, [refetch]);
  if (song.isError) return <LoadingError error={song.error} again={song.refetch} />;
  if (!song.data) return <Loading />;
  return (
    <Desk
      key={`${id} ${opened}`}
      first={song.data}
      routineId={routineId}
      sounds={sounds}
      onStored={onStored}
      reopen={reopen}
    />
  );
}

interface DeskProps {
  first: SongOut;
  routineId: string | undefined;
  sounds: Sounds;
  onStored: ((song: SongOut) => void) | undefined;
  reopen: () => Promise<void>;
}

const UNSURE = 0.5;
const MAPS = ".mid,.midi,.jams,.json,.tsv,.txt,.csv,.lab,.lrc";

function Desk({ first, routineId, sounds, onStored, reopen }: DeskProps) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [map, setMap] = useState<SongMap>(first);
  const [zoom, setZoom] = useState(1);
  const [marked, setMarked] = useState(() =>
    Math.max(
      0,
      first.song.phrases.findIndex((phrase) => phrase.kind === "unmarked"),
    ),
  );
  const options = { params: { path: { pk: first.id } } };
  const [asked, onAsked] = useReducer((before: number, more: 1 | -1) => before + more, 0);
  const revision = useRevision("songs", first.id);
  const saved = useSaved<SongForm, SongOut>({
    keep: `song.${first.id}`,
    first,
    draftOf: (stored) => stored.song,
    put: (version, song) =>
      ask(api.PUT("/api/songs/{pk}", { ...options, body: { version, song } })),
    get: () => ask(api.GET("/api/songs/{pk}", options)),
    onStored: (stored) => {
      setMap(stored);
      queries.setQueryData(["song", first.id], stored);
      onStored?.(stored);
    },
    delay: 250,
    // A correction on its way was made from what stands here: it is answered first.
    seen: asked ? 0 : revision?.version,
  });
  const song = saved.draft;
  const edits = useEdits({
    songId: first.id,
    saved,
    onDrawn: setMap,
    onAsked,
    offline: t("error.offline"),
  });
  const { act } = edits;
  const { recording, played } = sounds;
  const listening = recording?.listening ?? null;
  useMappedMeanwhile(recording, reopen);

  const peaks = useQuery({
    queryKey: ["peaks", played?.id],
    queryFn: () =>
      ask(api.GET("/api/sounds/{pk}/peaks", { params: { path: { pk: played?.id ?? "" } } })),
    enabled: played !== undefined,
    staleTime: Infinity,
  });
  const player = usePlayer(played ? `/api/sounds/${played.id}/audio` : null, map.counts, map.ones);
  const { media } = player;
  const here = () => media?.currentTime ?? 0;
  const taps = useTaps({
    songTime: useCallback(() => (media && !media.paused ? media.currentTime : null), [media]),
    first: song.first_beat_seconds,
    send: (times, along) =>
      void act({
        op: "tap",
        taps: times,
        heard: along && played?.kind === "recording" && listening !== null,
        first_is_one: false,
      }),
  });
  const back = (way: "undo" | "redo") => {
    saved[way]();
    edits.dismiss();
  };
  useKeys((event) => {
    const way = undoKey(event);
    if (way) back(way);
    else if (event.ctrlKey || event.metaKey || event.altKey) return false;
    else if (event.key === " " && media) player.toggle();
    else if (event.key.toLowerCase() === "t") taps.tap();
    else if (event.key === "[" || event.key === "]")
      void act({ op: "shift", beats: event.key === "[" ? -1 : 1 });
    else if ((event.key === "," || event.key === ".") && media)
      player.setSpeed(nextSpeed(player.speed, event.key === "," ? -1 : 1));
    else return false;
    return true;
  });

  const sender = useUpload<SoundOut>(t("error.offline"));
  const onFile = async (file: File) => {
    if (isMap(file)) return void edits.bringIn(file);
    const sound = await sender.send(`/api/songs/${first.id}/recording`, file);
    if (sound) await sounds.refetch();
  };
  const names = useMemo(
    () => song.phrases.map((phrase) => phrase.name || t(`song.kinds.${phrase.kind}`)),
    [song.phrases, t],
  );
  // Until the worker has listened, the beats of a fresh song are nobody's.
  const unheard =
    recording !== undefined &&
    isGoing(recording) &&
    song.phrases.every((phrase) => phrase.kind === "unmarked");
  const seconds = played?.seconds || map.length_seconds + 2;
  const total = { counts: map.length_counts, time: songClock(map.length_seconds, false) };
  const fromHeard = listening?.phrase_confidence.length === song.phrases.length;
  return (
    <main
      className={clsx("page", styles.song)}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const file = event.dataTransfer.files[0];
        if (file) void onFile(file);
      }}
    >
      <SavedProblem saved={saved} />
      <SongFacts
        song={song}
        unheard={unheard}
        set={(change, field) => saved.edit({ ...song, ...change }, field)}
        act={act}
      />
      <Wave
        player={player}
        peaks={peaks.data?.peaks ?? null}
        seconds={seconds}
        zoom={zoom}
        map={map}
        unheard={unheard}
        names={names}
        listening={listening}
        onEdit={(edit) => void act(edit)}
        onPick={setMarked}
      />
      <Transport player={player} map={map} names={names} zoom={zoom} onZoom={setZoom} />
      <SoundPanel
        songId={first.id}
        sounds={sounds}
        sending={sender.sending}
        problem={sender.problem}
        onFile={(file) => void onFile(file)}
        onCancel={sender.cancel}
      />
      <Correct
        here={here}
        taps={taps}
        steady={map.steady}
        listening={listening}
        onEdit={(edit) => void act(edit)}
      />
      {listening?.said.map((words) => (
        <p key={words} className={styles.byEar}>
          {words}
        </p>
      ))}
      <p className={styles.changed} role="status" data-testid="changed">
        {edits.changed.join(" ")}
      </p>
      {edits.problem && (
        <p className="notice" role="alert">
          {edits.problem}
        </p>
      )}
      <div className={styles.phrasesHead}>
        <h2>
          {t("song.phrases")} <span className="soft">{t("song.total", total)}</span>
        </h2>
        <span>
          <SaveTools
            busy={asked > 0}
            saved={{ ...saved, undo: () => back("undo"), redo: () => back("redo") }}
          />
          <Files id={first.id} onFile={(file) => void edits.bringIn(file)} />
        </span>
      </div>
      <PhraseStrip
        phrases={song.phrases}
        names={names}
        unit={song.count_unit}
        marked={marked}
        onMark={setMarked}
        onEdit={(edit, field) => void act(edit, field)}
      />
      <PhraseTable
        map={map}
        phrases={song.phrases}
        marked={marked}
        unsure={(at) => fromHeard && (listening?.phrase_confidence[at] ?? 1) < UNSURE}
        onMark={setMarked}
        onWords={(at, change, field) =>
          saved.edit({ ...song, phrases: replaced(song.phrases, at, change) }, field)
        }
        onEdit={act}
        onSeek={(at) => player.seek(map.marks[at]?.start_seconds ?? 0)}
      />
      <Button
        onClick={() =>
          void act({ op: "append" }).then((done) => done && setMarked(song.phrases.length))
        }
      >
        {t("song.add")}
      </Button>
      <SongLine key={map.line} line={map.line} onLine={(text) => void act({ op: "line", text })} />
      <MixPanel songId={first.id} routineId={routineId} sounds={sounds} />
    </main>
  );
}

const replaced = (phrases: PhraseForm[], at: number, change: Partial<PhraseForm>) =>
  phrases.map((phrase, index) => (index === at ? { ...phrase, ...change } : phrase));

const isMap = (file: File) => MAPS.split(",").some((end) => file.name.toLowerCase().endsWith(end));

function nextSpeed(speed: number, way: number): number {
  const at = SPEEDS.indexOf(speed);
  return SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, at + way))] ?? 1;
}

/** When the worker has mapped a song that nobody was working on, the desk shows its map. */
function useMappedMeanwhile(recording: SoundOut | undefined, reopen: () => Promise<void>) {
  const before = useRef(recording?.state);
  const state = recording?.state;
  useEffect(() => {
    const was = before.current;
    before.current = state;
    if (state === "ready" && was && was !== "ready") void reopen();
  }, [state, reopen]);
}

function Files({ id, onFile }: { id: string; onFile: (file: File) => void }) {
  const { t } = useTranslation();
  const out = (["json", "mid", "jams", "tsv", "lrc"] as const).map((kind) => ({
    key: kind,
    label: <a href={`/api/songs/${id}/song.${kind}`}>{t(`song.out.${kind}`)}</a>,
  }));
  return (
    <>
      <Pick
        words={t("song.bringIn")}
        title={t("song.bringInTitle")}
        accept={MAPS}
        testId="song-map"
        onFile={onFile}
      />
      <Dropdown menu={{ items: out }} trigger={["click"]}>
        <Button>{t("song.takeOut")}</Button>
      </Dropdown>
    </>
  );
}
