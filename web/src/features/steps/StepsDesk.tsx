// Steps: the sheet on the left, what it danced through on the right.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import { api, ask, type DanceOut, type SheetView } from "../../api/client";
import { Loading, LoadingError } from "../../app/States";
import { FootChart } from "../../drawing/FootChart";
import { Findings } from "../findings/Findings";
import { SavedNote, SavedProblem } from "../../saved/SavedNote";
import { useSaved } from "../../saved/useSaved";
import { SheetEditor, type EditorHandle } from "./SheetEditor";
import { useReading } from "./useReading";
import "./steps.css";

interface Props {
  id: string;
  onStored?: (dance: DanceOut) => void;
}

export default function StepsDesk({ id, onStored }: Props) {
  const options = { params: { path: { pk: id } } };
  const dance = useQuery({
    queryKey: ["dance", id],
    queryFn: () => ask(api.GET("/api/dances/{pk}", options)),
    gcTime: 0,
  });
  if (dance.isError) return <LoadingError error={dance.error} again={dance.refetch} />;
  if (!dance.data) return <Loading />;
  return <Desk key={id} first={dance.data} onStored={onStored} />;
}

interface DeskProps {
  first: DanceOut;
  onStored: ((dance: DanceOut) => void) | undefined;
}

function Desk({ first, onStored }: DeskProps) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const editor = useRef<EditorHandle>(null);
  const [cursor, setCursor] = useState<number | null>(null);
  const options = { params: { path: { pk: first.id } } };
  const saved = useSaved<string, DanceOut>({
    keep: `dance.${first.id}`,
    first,
    draftOf: (stored) => stored.sheet,
    put: (version, sheet) =>
      ask(api.PUT("/api/dances/{pk}", { ...options, body: { version, sheet } })),
    get: () => ask(api.GET("/api/dances/{pk}", options)),
    onStored: (stored) => {
      queries.setQueryData(["dance", first.id], stored);
      onStored?.(stored);
    },
    delay: 700,
  });
  const text = saved.draft;
  const live = useReading(text, { text: first.sheet, reading: first.reading });
  const fits = live.of === text && !live.problem;
  const pick = useCallback((start: number, end: number) => editor.current?.select(start, end), []);
  return (
    <main className="page steps">
      {!live.problem && <SavedProblem saved={saved} />}
      <div className="desk">
        <section className="sheet card" aria-label={t("steps.sheet")}>
          <SheetEditor
            ref={editor}
            text={text}
            label={t("steps.sheet")}
            example={t("steps.example")}
            findings={fits ? live.reading.findings : NONE}
            onChange={(changed) => changed !== text && saved.edit(changed, "sheet")}
            onCursor={setCursor}
          />
          <footer>
            <SavedNote saved={saved} />
            <a href={`/api/dances/${first.id}/sheet.txt`}>{t("steps.download")}</a>
          </footer>
        </section>
        <div className="danced">
          {live.problem ? (
            // What was danced before says nothing of this text.
            <div className="notice" role="alert">
              <span>
                <strong>{t("steps.tooLong")}.</strong> {live.problem}
              </span>
            </div>
          ) : (
            <>
              <Summary reading={live.reading} />
              <Findings
                findings={live.reading.findings}
                fine={t("steps.fine")}
                onPlace={(finding) =>
                  finding.start !== null && pick(finding.start, finding.end ?? finding.start)
                }
                onFix={(fix) => {
                  if (fix.kind === "sheet" && fits)
                    editor.current?.replace(fix.start, fix.end, fix.text);
                }}
              />
              <Charts reading={live.reading} cursor={fits ? cursor : null} onPick={pick} />
            </>
          )}
        </div>
      </div>
    </main>
  );
}

const NONE: never[] = [];

function Summary({ reading }: { reading: SheetView }) {
  const { t } = useTranslation();
  if (!reading.counts) return null;
  return (
    <p className="summary">
      <strong>{t("steps.summary", { counts: reading.counts })}</strong>
      {reading.walls !== null && <span>{t("steps.walls", { count: reading.walls })}</span>}
      {reading.walls !== null && (
        <span className="soft">
          {reading.turn ? t("steps.turns", { turn: reading.turn }) : t("steps.noTurn")}
        </span>
      )}
      {reading.level && <span className="soft">{reading.level}</span>}
    </p>
  );
}

interface ChartsProps {
  reading: SheetView;
  cursor: number | null;
  onPick: (start: number, end: number) => void;
}

function Charts({ reading, cursor, onPick }: ChartsProps) {
  const several = reading.parts.filter((part) => part.kind === "part").length > 1;
  return reading.parts.flatMap((part) =>
    part.sections.map((section) => (
      <FootChart
        key={`${part.name} ${section.first}`}
        section={section}
        part={several || part.kind !== "part" ? part.name : ""}
        labels={part.count_labels.slice(section.first - 1, section.last)}
        cursor={cursor}
        onPick={onPick}
      />
    )),
  );
}
