// Song: what the band does. Tempo and phrases by hand; no recording yet.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type PhraseForm, type SongForm, type SongOut } from "../../api/client";
import { undoKey, useKeys } from "../../app/keys";
import { Loading, LoadingError } from "../../app/States";
import { songClock } from "../../drawing/clock";
import { SavedProblem } from "../../saved/SavedNote";
import { SaveTools } from "../../saved/SaveTools";
import { useSaved } from "../../saved/useSaved";
import { PhraseStrip } from "./PhraseStrip";
import { append, mark, merge, remove, setCounts, setIntro, split, update } from "./phrases";
import { PHRASE_TINTS } from "../../theme/facing";
import "./song.css";

interface Props {
  id: string;
  onStored?: (song: SongOut) => void;
}

export default function SongDesk({ id, onStored }: Props) {
  const options = { params: { path: { pk: id } } };
  const song = useQuery({
    queryKey: ["song", id],
    queryFn: () => ask(api.GET("/api/songs/{pk}", options)),
    gcTime: 0,
  });
  if (song.isError) return <LoadingError error={song.error} again={song.refetch} />;
  if (!song.data) return <Loading />;
  return <Desk key={id} first={song.data} onStored={onStored} />;
}

interface DeskProps {
  first: SongOut;
  onStored: ((song: SongOut) => void) | undefined;
}

function Desk({ first, onStored }: DeskProps) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [timed, setTimed] = useState(first);
  const [marked, setMarked] = useState(() =>
    Math.max(
      0,
      first.song.phrases.findIndex((phrase) => phrase.kind === "unmarked"),
    ),
  );
  const options = { params: { path: { pk: first.id } } };
  const saved = useSaved<SongForm, SongOut>({
    keep: `song.${first.id}`,
    first,
    draftOf: (stored) => stored.song,
    put: (version, song) =>
      ask(api.PUT("/api/songs/{pk}", { ...options, body: { version, song } })),
    get: () => ask(api.GET("/api/songs/{pk}", options)),
    onStored: (stored) => {
      setTimed(stored);
      queries.setQueryData(["song", first.id], stored);
      onStored?.(stored);
    },
    delay: 250,
  });
  const song = saved.draft;
  const set = (change: Partial<SongForm>, field = "") => saved.edit({ ...song, ...change }, field);
  const setPhrases = (phrases: PhraseForm[], field = "") => {
    if (phrases !== song.phrases) set({ phrases }, field);
  };
  useKeys((event) => {
    const way = undoKey(event);
    if (way) saved[way]();
    return way !== null;
  });
  const intro = song.phrases[0]?.kind === "intro" ? song.phrases[0].counts : 0;
  const total = { counts: timed.length_counts, time: songClock(timed.length_seconds, false) };
  return (
    <main className="page song">
      <SavedProblem saved={saved} />
      <div className="facts">
        <label className="wide">
          {t("song.title")}
          <Input
            value={song.title}
            maxLength={120}
            onChange={(event) => set({ title: event.target.value }, "title")}
          />
        </label>
        <label className="wide">
          {t("song.performer")}
          <Input
            value={song.performer}
            maxLength={120}
            onChange={(event) => set({ performer: event.target.value }, "performer")}
          />
        </label>
        <NumberField
          label={t("song.bpm")}
          value={Number(song.bpm)}
          big
          onChange={(bpm) => set({ bpm }, "bpm")}
        />
        <NumberField
          label={t("song.intro")}
          value={intro}
          onChange={(counts) => setPhrases(setIntro(song.phrases, counts), "intro")}
        />
        <NumberField
          label={t("song.first")}
          value={song.first_beat_seconds}
          onChange={(seconds) => set({ first_beat_seconds: seconds }, "first")}
        />
        <label>
          {t("song.unit")}
          <Select
            value={song.count_unit}
            onChange={(count_unit: 6 | 8) => set({ count_unit })}
            options={[
              { value: 8, label: t("song.unit8") },
              { value: 6, label: t("song.unit6") },
            ]}
          />
        </label>
        <NumberField
          label={t("song.beats")}
          value={Number(song.beats_per_count)}
          onChange={(beats) => set({ beats_per_count: beats }, "beats")}
        />
      </div>
      <div className="phrases-head">
        <h2>
          {t("song.phrases")} <span className="soft">{t("song.total", total)}</span>
        </h2>
        <span>
          <SaveTools saved={saved} />
        </span>
      </div>
      <PhraseStrip
        phrases={song.phrases}
        unit={song.count_unit}
        marked={marked}
        onMark={setMarked}
        onChange={setPhrases}
      />
      <PhraseTable
        song={song}
        timed={timed}
        marked={marked}
        onMark={setMarked}
        onChange={setPhrases}
      />
      <Button
        onClick={() => {
          setPhrases(append(song.phrases, song.count_unit));
          setMarked(song.phrases.length);
        }}
      >
        {t("song.add")}
      </Button>
    </main>
  );
}

interface NumberProps {
  label: string;
  value: number;
  big?: boolean;
  onChange: (value: number) => void;
}

function NumberField({ label, value, big = false, onChange }: NumberProps) {
  return (
    <label className={big ? "big" : ""}>
      {label}
      <InputNumber
        value={value}
        controls={false}
        onChange={(changed) => changed !== null && onChange(Number(changed))}
      />
    </label>
  );
}

interface TableProps {
  song: SongForm;
  timed: SongOut;
  marked: number;
  onMark: (index: number) => void;
  onChange: (phrases: PhraseForm[], field?: string) => void;
}

function PhraseTable({ song, timed, marked, onMark, onChange }: TableProps) {
  const { t } = useTranslation();
  const kinds = Object.keys(PHRASE_TINTS) as PhraseForm["kind"][];
  const { phrases } = song;
  const starts = phrases.map((_, at) =>
    phrases.slice(0, at).reduce((sum, phrase) => sum + phrase.counts, 0),
  );
  return (
    <table className="phrase-table">
      <thead>
        <tr>
          {["kind", "name", "counts", "starts", "cue"].map((column) => (
            <th key={column} scope="col">
              {t(`song.${column}`)}
            </th>
          ))}
          <th aria-label={t("song.remove")} />
        </tr>
      </thead>
      <tbody>
        {phrases.map((phrase, at) => (
          <tr
            key={at}
            className={at === marked ? "marked" : ""}
            onFocus={() => onMark(at)}
            onPointerDown={() => onMark(at)}
          >
            <td style={{ boxShadow: `inset 5px 0 0 ${PHRASE_TINTS[phrase.kind]}` }}>
              <Select
                aria-label={t("song.kind")}
                value={phrase.kind}
                onChange={(kind) => onChange(update(phrases, at, { kind }))}
                options={kinds.map((kind) => ({ value: kind, label: t(`song.kinds.${kind}`) }))}
              />
            </td>
            <td>
              <Input
                aria-label={t("song.name")}
                placeholder={t("song.namePlaceholder")}
                value={phrase.name}
                maxLength={120}
                onChange={(event) =>
                  onChange(update(phrases, at, { name: event.target.value }), `name ${at}`)
                }
              />
            </td>
            <td>
              <InputNumber
                aria-label={t("song.counts")}
                value={phrase.counts}
                precision={0}
                controls={false}
                onChange={(counts) =>
                  counts !== null && onChange(setCounts(phrases, at, counts), `counts ${at}`)
                }
              />
            </td>
            <td className="soft">
              {t("song.startsAt", {
                count: (starts[at] ?? 0) + 1,
                time: songClock(timed.phrase_seconds[at] ?? 0),
              })}
            </td>
            <td>
              <Input
                aria-label={t("song.cue")}
                placeholder={t("song.cuePlaceholder")}
                value={phrase.cue}
                maxLength={200}
                onChange={(event) =>
                  onChange(update(phrases, at, { cue: event.target.value }), `cue ${at}`)
                }
              />
            </td>
            <td className="tools">
              {at === marked && (
                <>
                  {phrase.kind === "unmarked" ? (
                    <Button
                      size="small"
                      type="primary"
                      onClick={() => {
                        onChange(mark(phrases, at, song.count_unit));
                        onMark(at + 1);
                      }}
                    >
                      {t("song.mark")}
                    </Button>
                  ) : (
                    <Button
                      size="small"
                      onClick={() => onChange(split(phrases, at, song.count_unit))}
                    >
                      {t("song.split")}
                    </Button>
                  )}
                  {at < phrases.length - 1 && (
                    <Button size="small" onClick={() => onChange(merge(phrases, at))}>
                      {t("song.merge")}
                    </Button>
                  )}
                  {phrases.length > 1 && (
                    <Button size="small" onClick={() => onChange(remove(phrases, at))}>
                      {t("song.remove")}
                    </Button>
                  )}
                </>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
