// Files brought onto the shelf: recordings, maps, routines, and sheets in any form, several at once.
import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Modal } from "antd";
import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";

import {
  ApiError,
  sendFile,
  type DanceOut,
  type RoutineOut,
  type SongOut,
} from "../../shared/api/client";
import { AUDIO, upload } from "../../shared/api/upload";
import { isPicture, SHEETS } from "./sheetFiles";
import styles from "./OpenFiles.module.css";

const isAudio = (file: File) =>
  file.type.startsWith("audio/")
    ? !isSongMap(file)
    : /\.(wav|flac|og[ga]|mp3|aiff?)$/i.test(file.name);

const isSongMap = (file: File) => /\.(midi?|jams)$/i.test(file.name);

interface Outcome {
  name: string;
  to: string;
  dance?: DanceOut;
  /** What it is, when it is no sheet. */
  kind?: "isPicture" | "isSong" | "isRoutine";
  problem?: string;
}

export function OpenFiles() {
  const { t } = useTranslation();
  const { message } = App.useApp();
  const go = useNavigate();
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [outcomes, setOutcomes] = useState<Outcome[] | null>(null);
  const put = async (file: File): Promise<Outcome> => {
    const name = file.name;
    if (isAudio(file)) {
      const hide = message.loading(t("song.sending", { name }), 0);
      const call = upload<SongOut>("/api/songs/recording", file, () => undefined);
      const song = await call.done.finally(hide);
      return { name, to: `/songs/${song.id}`, kind: "isSong" };
    }
    if (isPicture(file)) {
      const scan = await sendFile<{ id: string }>("/api/dances/scans", file);
      return { name, to: `/scans/${scan.id}`, kind: "isPicture" };
    }
    if (isSongMap(file) || (await file.text()).includes('"maplestep-song"')) {
      const song = await sendFile<SongOut>("/api/songs/file", file);
      return { name, to: `/songs/${song.id}`, kind: "isSong" };
    }
    const json = name.toLowerCase().endsWith(".json");
    if (json && !(await file.text()).includes('"maplestep-sheet"')) {
      const routine = await sendFile<RoutineOut>("/api/routines/file", file);
      return { name, to: `/routines/${routine.id}/fit`, kind: "isRoutine" };
    }
    const dance = await sendFile<DanceOut>("/api/dances/file", file);
    return { name, to: `/dances/${dance.id}`, dance };
  };
  const words = (file: File, error: unknown) => {
    if (!(error instanceof ApiError)) throw error;
    if (!error.status) return t("error.offline");
    const facts = { name: file.name, line: error.line ?? 1, message: error.message };
    return error.line ? t("shelf.badFile", facts) : `${file.name}: ${error.message}`;
  };
  const open = async (files: File[]) => {
    const found: Outcome[] = [];
    for (const file of files) {
      try {
        found.push(await put(file));
      } catch (error) {
        found.push({ name: file.name, to: "", problem: words(file, error) });
      }
    }
    const [only] = found;
    if (found.length > 1) {
      setOutcomes(found);
      await queries.invalidateQueries({ queryKey: ["shelf"] });
    } else if (only?.problem) void message.error(only.problem, 8);
    else if (only) void go(only.to);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        multiple
        accept={`.json,.mid,.midi,.jams,${SHEETS},image/*,${AUDIO}`}
        hidden
        data-testid="file"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          if (files.length) void open(files);
        }}
      />
      <Button title={t("shelf.dropHere")} onClick={() => input.current?.click()}>
        {t("shelf.open")}
      </Button>
      {outcomes && (
        <Modal
          open
          title={t("shelf.brought")}
          width={680}
          footer={null}
          onCancel={() => setOutcomes(null)}
        >
          <ul className={styles.outcomes}>
            {outcomes.map((outcome, index) => (
              <li key={index}>
                <Understood outcome={outcome} />
              </li>
            ))}
          </ul>
        </Modal>
      )}
    </>
  );
}

/** What was understood of one file, in a line. */
function Understood({ outcome }: { outcome: Outcome }) {
  const { t } = useTranslation();
  const { name, to, dance, kind, problem } = outcome;
  if (problem) return <span className="problem">{problem}</span>;
  if (!dance)
    return (
      <>
        <Link to={to}>
          <strong>{name}</strong>
        </Link>{" "}
        {kind && <span className="soft">{t(`shelf.${kind}`)}</span>}
      </>
    );
  const { reading } = dance;
  const settle = reading.findings.filter((finding) => finding.severity !== "know");
  const facts: string[] = [];
  if (reading.counts)
    facts.push(t("steps.summary", { count: reading.counts, counts: reading.counts }));
  if (reading.walls) facts.push(t("steps.walls", { count: reading.walls }));
  if (reading.statements.length)
    facts.push(t("shelf.states", { count: reading.statements.length }));
  facts.push(settle.length ? t("shelf.settle", { count: settle.length }) : t("shelf.clean"));
  return (
    <>
      <Link to={to}>
        <strong>{dance.title}</strong>
      </Link>{" "}
      <span className="soft">{facts.join(" · ")}</span>
      {settle[0] && <div className="soft">{settle[0].message}</div>}
    </>
  );
}
