// The phrases as a table: what the band does, how long, and what announces it.
import { Button, Input, Select } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import type { PhraseForm, SongEdit, SongMap } from "../../shared/api/client";
import { songClock } from "../../drawing/clock";
import { PHRASE_TINTS, phraseTint } from "../../shared/theme/facing";
import styles from "./Phrases.module.css";

interface Props {
  map: SongMap;
  phrases: PhraseForm[];
  marked: number;
  unsure: (index: number) => boolean;
  onMark: (index: number) => void;
  onWords: (index: number, change: Partial<PhraseForm>, field: string) => void;
  onEdit: (edit: SongEdit) => Promise<boolean>;
  onSeek: (index: number) => void;
}

export function PhraseTable(props: Props) {
  const { map, phrases, marked, unsure, onMark, onWords, onEdit, onSeek } = props;
  const { t } = useTranslation();
  const kinds = Object.keys(PHRASE_TINTS) as PhraseForm["kind"][];
  return (
    <table className={styles.phraseTable}>
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
            data-marked={at === marked}
            onFocus={() => onMark(at)}
            onPointerDown={() => onMark(at)}
          >
            <td style={{ boxShadow: `inset 5px 0 0 ${phraseTint(phrase)}` }}>
              <Select
                aria-label={t("song.kind")}
                value={phrase.kind}
                onChange={(kind) => onWords(at, { kind }, "")}
                options={kinds.map((kind) => ({ value: kind, label: t(`song.kinds.${kind}`) }))}
              />
            </td>
            <td>
              <Input
                aria-label={t("song.name")}
                placeholder={t("song.namePlaceholder")}
                value={phrase.name}
                maxLength={120}
                onChange={(event) => onWords(at, { name: event.target.value }, `name ${at}`)}
              />
            </td>
            <td>
              <LengthField
                words={map.marks[at]?.words ?? String(phrase.counts)}
                onType={(text) => onEdit({ op: "length", index: at, text })}
              />
            </td>
            <td className="soft">
              <button className="plain" title={t("song.goThere")} onClick={() => onSeek(at)}>
                {t("song.startsAt", {
                  count: (map.marks[at]?.start_count ?? 0) + 1,
                  time: songClock(map.marks[at]?.start_seconds ?? 0),
                })}
              </button>
              {unsure(at) && (
                <span className={styles.check} title={t("song.checkTitle")}>
                  {t("song.check")}
                </span>
              )}
            </td>
            <td>
              <Input
                aria-label={t("song.cue")}
                placeholder={t("song.cuePlaceholder")}
                value={phrase.cue}
                maxLength={200}
                onChange={(event) => onWords(at, { cue: event.target.value }, `cue ${at}`)}
              />
            </td>
            <td className={styles.tools}>
              {at === marked && <Tools phrases={phrases} at={at} onEdit={onEdit} onMark={onMark} />}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface ToolsProps {
  phrases: PhraseForm[];
  at: number;
  onEdit: (edit: SongEdit) => Promise<boolean>;
  onMark: (index: number) => void;
}

function Tools({ phrases, at, onEdit, onMark }: ToolsProps) {
  const { t } = useTranslation();
  const mark = async () => {
    if (await onEdit({ op: "mark", index: at })) onMark(at + 1);
  };
  return (
    <>
      <CallAll phrases={phrases} at={at} onEdit={onEdit} />
      {phrases[at]?.kind === "unmarked" ? (
        <Button size="small" type="primary" onClick={() => void mark()}>
          {t("song.mark")}
        </Button>
      ) : (
        <Button size="small" onClick={() => void onEdit({ op: "split", index: at })}>
          {t("song.split")}
        </Button>
      )}
      {at < phrases.length - 1 && (
        <Button size="small" onClick={() => void onEdit({ op: "merge", index: at })}>
          {t("song.merge")}
        </Button>
      )}
      {phrases.length > 1 && (
        <Button size="small" onClick={() => void onEdit({ op: "remove", index: at })}>
          {t("song.remove")}
        </Button>
      )}
    </>
  );
}

/** Stretches that sound alike share a letter; one press says what all of them are. */
function CallAll({ phrases, at, onEdit }: Omit<ToolsProps, "onMark">) {
  const { t } = useTranslation();
  const phrase = phrases[at];
  const alike = phrases.filter((other) => other.kind === "section" && other.name === phrase?.name);
  if (phrase?.kind !== "section" || !phrase.name || alike.length < 2) return null;
  const kinds = (Object.keys(PHRASE_TINTS) as PhraseForm["kind"][]).filter(
    (kind) => kind !== "section" && kind !== "unmarked",
  );
  const words = t("song.callAll", { count: alike.length, name: phrase.name });
  return (
    <Select
      className={clsx(styles.all)}
      size="small"
      aria-label={words}
      title={t("song.callAllTitle")}
      placeholder={words}
      popupMatchSelectWidth={false}
      onChange={(kind) => void onEdit({ op: "call_alike", index: at, kind })}
      options={kinds.map((kind) => ({ value: kind, label: t(`song.kinds.${kind}`) }))}
    />
  );
}

/** A length as dancers write it, 32+4; taken when one leaves the field or presses Enter. */
function LengthField({
  words,
  onType,
}: {
  words: string;
  onType: (text: string) => Promise<boolean>;
}) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState<string | null>(null);
  const send = async () => {
    // What cannot be read stays in the field, beside what is said about it.
    if (typed === null || typed.trim() === words || (await onType(typed))) setTyped(null);
  };
  return (
    <Input
      aria-label={t("song.counts")}
      value={typed ?? words}
      maxLength={40}
      inputMode="numeric"
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => void send()}
      onPressEnter={() => void send()}
    />
  );
}
