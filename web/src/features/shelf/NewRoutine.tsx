// A new routine asks for a song and a dance, and nothing else.
import { useMutation } from "@tanstack/react-query";
import { Button, Input, InputNumber, Modal, Segmented, Select } from "antd";
import clsx from "clsx";
import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useNavigate } from "react-router";

import {
  api,
  ApiError,
  ask,
  sendFile,
  type Schemas,
  type Shelf,
  type SongOut,
} from "../../shared/api/client";
import { upload } from "../../shared/api/upload";
import { Pick } from "../../shared/ui/Pick";
import { parseLength } from "./length";
import { isPicture, SHEETS } from "./sheetFiles";
import styles from "./NewRoutine.module.css";

type Source = "pick" | "new";
type SongSource = Source | "file";

/** A sheet pasted, tables and all, or taken out of a document. */
function SheetText(props: {
  value: string;
  onChange: (text: string) => void;
  onProblem: (words: string) => void;
}) {
  const { value, onChange, onProblem } = props;
  const { t } = useTranslation();
  const [found, setFound] = useState<Schemas["Understood"] | null>(null);
  const take = (file: File) => {
    const path = isPicture(file) ? "" : "/api/dances/text";
    if (!path) return onProblem(t("fresh.pictureOnShelf"));
    sendFile<Schemas["TextOut"]>(path, file).then(
      (taken) => {
        onChange(taken.text);
        setFound(taken.understood);
        onProblem("");
      },
      (error: unknown) =>
        onProblem((error instanceof ApiError && error.message) || t("error.offline")),
    );
  };
  return (
    <>
      <label>
        {t("fresh.sheet")}
        <Input.TextArea
          rows={9}
          placeholder={t("fresh.sheetHint")}
          value={value}
          onChange={(event) => {
            setFound(null);
            onChange(event.target.value);
          }}
          onPaste={(event) => {
            const html = event.clipboardData.getData("text/html");
            // Plain text is pasted as it is; a table would lose its rows.
            if (value.trim() || !/<(table|ol)\b/i.test(html)) return;
            event.preventDefault();
            take(new File([html], "pasted.html", { type: "text/html" }));
          }}
        />
      </label>
      <div className={clsx(styles.line, styles.recording)}>
        <Pick words={t("fresh.document")} accept={SHEETS} testId="sheet-file" onFile={take} />
        <span className="soft">{t("fresh.documentHint")}</span>
      </div>
      {found && (
        <p className={styles.understood}>
          {t("fresh.understood", {
            title: found.title || t("fresh.untitled"),
            counts: found.counts,
            count: found.states.length,
          })}{" "}
          {found.to_settle > 0 && <span className="soft">{found.first}</span>}
        </p>
      )}
    </>
  );
}

export function NewRoutine({ shelf, onClose }: { shelf: Shelf; onClose: () => void }) {
  const { t } = useTranslation();
  const go = useNavigate();
  const [songFrom, setSongFrom] = useState<SongSource>("file");
  const [file, setFile] = useState<File | null>(null);
  const sent = useRef<{ file: File; id: string } | null>(null);
  const [danceFrom, setDanceFrom] = useState<Source>("new");
  const [song, setSong] = useState<string | null>(null);
  const [dance, setDance] = useState<string | null>(null);
  const [title, setTitle] = useState("");
  const [bpm, setBpm] = useState<number | null>(112);
  const [length, setLength] = useState("3:20");
  const [sheet, setSheet] = useState("");
  const [problem, setProblem] = useState("");
  const create = useMutation({
    mutationFn: async (body: Schemas["RoutineNew"]) => {
      if (songFrom !== "file" || !file) return ask(api.POST("/api/routines", { body }));
      // A sheet that is refused must not send the recording a second time.
      if (sent.current?.file !== file) {
        const made = await upload<SongOut>("/api/songs/recording", file, () => undefined).done;
        sent.current = { file, id: made.id };
      }
      return ask(api.POST("/api/routines", { body: { ...body, song: sent.current.id } }));
    },
    onSuccess: (routine) =>
      void go(`/routines/${routine.id}/${songFrom === "pick" ? "fit" : "song"}`),
    onError: (error) =>
      setProblem(error instanceof ApiError && error.message ? error.message : t("error.offline")),
  });
  const submit = () => {
    const seconds = parseLength(length);
    if (songFrom === "new" && seconds === null) return setProblem(t("fresh.lengthBad"));
    if (songFrom === "file" && !file) return setProblem(t("fresh.chooseFile"));
    if ((songFrom === "pick" && !song) || (danceFrom === "pick" && !dance) || bpm === null)
      return setProblem(t("fresh.missing"));
    setProblem("");
    create.mutate({
      song: songFrom === "pick" && song ? song : { title, bpm, length_seconds: seconds ?? 0 },
      dance: danceFrom === "pick" ? dance : null,
      sheet: danceFrom === "new" ? sheet : "",
    });
  };
  const sources = [
    { value: "new", label: t("fresh.new") },
    { value: "pick", label: t("fresh.pick") },
  ];
  return (
    <Modal
      open
      title={t("fresh.title")}
      onCancel={onClose}
      width={640}
      footer={
        <Button type="primary" size="large" onClick={submit} loading={create.isPending}>
          {t("fresh.go")}
        </Button>
      }
    >
      <div className={styles.fresh}>
        <fieldset>
          <legend>{t("fresh.song")}</legend>
          <Segmented<SongSource>
            options={[
              { value: "file", label: t("fresh.recording") },
              { value: "new", label: t("fresh.tempo") },
              { value: "pick", label: t("fresh.pick") },
            ]}
            value={songFrom}
            onChange={setSongFrom}
          />
          {songFrom === "file" ? (
            <div className={clsx(styles.line, styles.recording)}>
              <Pick words={file?.name ?? t("fresh.chooseFile")} onFile={setFile} />
              <span className="soft">{t("fresh.fileHint")}</span>
            </div>
          ) : songFrom === "pick" ? (
            <Select
              aria-label={t("fresh.chooseSong")}
              placeholder={t("fresh.chooseSong")}
              value={song}
              onChange={setSong}
              options={shelf.songs.map((s) => ({ value: s.id, label: s.title }))}
            />
          ) : (
            <div className={styles.line}>
              <label className={styles.wide}>
                {t("fresh.songTitle")}
                <Input value={title} maxLength={120} onChange={(e) => setTitle(e.target.value)} />
              </label>
              <label>
                {t("fresh.bpm")}
                <InputNumber value={bpm} onChange={setBpm} controls={false} />
              </label>
              <label>
                {t("fresh.length")}
                <Input
                  value={length}
                  title={t("fresh.lengthHint")}
                  onChange={(e) => setLength(e.target.value)}
                />
              </label>
            </div>
          )}
        </fieldset>
        <fieldset>
          <legend>{t("fresh.dance")}</legend>
          <Segmented<Source>
            options={sources as { value: Source; label: string }[]}
            value={danceFrom}
            onChange={setDanceFrom}
          />
          {danceFrom === "pick" ? (
            <Select
              aria-label={t("fresh.chooseDance")}
              placeholder={t("fresh.chooseDance")}
              value={dance}
              onChange={setDance}
              options={shelf.dances.map((d) => ({ value: d.id, label: d.title }))}
            />
          ) : (
            <SheetText value={sheet} onChange={setSheet} onProblem={setProblem} />
          )}
        </fieldset>
        {problem && (
          <p className="problem" role="alert">
            {problem}
          </p>
        )}
      </div>
    </Modal>
  );
}
