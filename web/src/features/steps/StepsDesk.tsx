// The sheet at the left; at the right what it comes to: findings, feet, floor, level.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Segmented, Select } from "antd";
import clsx from "clsx";
import { Suspense, useCallback, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import styles from "./StepsDesk.module.css";
import { api, ask, type DanceOut, type PartView, type SheetView } from "../../shared/api/client";
import { desk } from "../../shared/ui/lazy";
import { Loading, LoadingError } from "../../shared/ui/States";
import { FloorPlan, Wandering } from "../../drawing/FloorPlan";
import { FootChart } from "../../drawing/FootChart";
import { Findings } from "../../shared/findings/Findings";
import { SavedNote, SavedProblem } from "../../shared/saved/SavedNote";
import { useRevision } from "../../shared/saved/useRevision";
import { useSaved } from "../../shared/saved/useSaved";
import { LevelEvidence } from "./LevelEvidence";
import { SheetEditor, type EditorHandle } from "./SheetEditor";
import { useReading } from "./useReading";

const HistoryDrawer = desk(() => import("./HistoryDrawer"));
const FiguresDrawer = desk(() => import("./FiguresDrawer"));
const PrintDrawer = desk(() => import("./PrintDrawer"));

interface Props {
  id: string;
  /** The tempo of the song it is danced to, in beats per minute. */
  bpm?: number;
  onStored?: (dance: DanceOut) => void;
}

export default function StepsDesk({ id, bpm, onStored }: Props) {
  const options = { params: { path: { pk: id } } };
  const dance = useQuery({
    queryKey: ["dance", id],
    queryFn: () => ask(api.GET("/api/dances/{pk}", options)),
    gcTime: 0,
  });
  if (dance.isError) return <LoadingError error={dance.error} again={dance.refetch} />;
  if (!dance.data) return <Loading />;
  return <Desk key={id} first={dance.data} songBpm={bpm} onStored={onStored} />;
}

interface DeskProps {
  first: DanceOut;
  songBpm: number | undefined;
  onStored: ((dance: DanceOut) => void) | undefined;
}

type Drawn = "feet" | "floor" | "level";
type Open = "" | "history" | "figures" | "print";
type Timing = SheetView["timing"];

function Desk({ first, songBpm, onStored }: DeskProps) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const editor = useRef<EditorHandle>(null);
  const [cursor, setCursor] = useState<number | null>(null);
  const [drawn, setDrawn] = useState<Drawn>("feet");
  const [open, setOpen] = useState<Open>("");
  const [wanted, setWanted] = useState("");
  const [tempo, setTempo] = useState(songBpm ?? first.reading.evidence.bpm);
  const options = { params: { path: { pk: first.id } } };
  const revision = useRevision("dances", first.id);
  // Everything that is read goes by the user's own figures, also those of another window.
  const figures = revision?.basis ?? first.basis;
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
    seen: revision?.version,
  });
  const vocabulary = useQuery({
    queryKey: ["words", figures],
    queryFn: () => ask(api.GET("/api/dances/words")),
    staleTime: Infinity,
  });
  const text = saved.draft;
  const live = useReading(text, songBpm ?? tempo, figures, {
    text: first.sheet,
    figures: first.basis,
    reading: first.reading,
  });
  const fits = live.of === text && !live.problem;
  const reading = live.reading;
  const pick = useCallback((start: number, end: number) => editor.current?.select(start, end), []);

  /** Changes that the server works out are made only to the text they were asked for. */
  const change = (asked: Promise<{ start: number; end: number; text: string } | null>) =>
    asked.then(
      (edit) => edit && editor.current?.replaceIn(text, edit.start, edit.end, edit.text),
      () => undefined,
    );
  const copy = (at: number, how: "mirror" | "duplicate") =>
    void change(ask(api.POST("/api/dances/section", { body: { sheet: text, at, how } })));
  const setTiming = (timing: Timing) =>
    void change(ask(api.POST("/api/dances/timing", { body: { sheet: text, timing } })));
  const tidy = () =>
    void change(
      ask(api.POST("/api/dances/canonical", { body: { sheet: text } })).then(({ sheet }) => ({
        start: 0,
        end: text.length,
        text: sheet,
      })),
    );
  const figuresChanged = () =>
    void queries.invalidateQueries({ queryKey: ["revision", "dances", first.id] });
  return (
    <main className={clsx("page", styles.steps)}>
      {!live.problem && <SavedProblem saved={saved} />}
      <div className={styles.desk}>
        <section className={clsx(styles.sheet, "card")} aria-label={t("steps.sheet")}>
          <header>
            <Button size="small" onClick={tidy} title={t("steps.tidyHint")}>
              {t("steps.tidy")}
            </Button>
            <Button size="small" onClick={() => setOpen("history")}>
              {t("steps.history")}
            </Button>
            <Button size="small" onClick={() => setOpen("figures")}>
              {t("steps.figures")}
            </Button>
            <Button size="small" onClick={() => setOpen("print")}>
              {t("steps.print")}
            </Button>
          </header>
          <SheetEditor
            ref={editor}
            text={text}
            label={t("steps.sheet")}
            example={t("steps.example")}
            folded={t("steps.folded")}
            findings={fits ? reading.findings : NONE}
            vocabulary={vocabulary.data}
            onChange={(changed) => changed !== text && saved.edit(changed, "sheet")}
            onCursor={setCursor}
            onCopy={copy}
          />
          <footer>
            <SavedNote saved={saved} />
            <Select
              size="small"
              variant="borderless"
              aria-label={t("steps.timing.label")}
              value={reading.timing}
              onChange={setTiming}
              options={(["written", "half", "double"] as const).map((value) => ({
                value,
                label: t(`steps.timing.${value}`),
              }))}
            />
          </footer>
        </section>
        <div data-read={live.of.length}>
          {live.problem ? (
            // What was danced before says nothing of this text.
            <div className="notice" role="alert">
              <span>
                <strong>{t("steps.tooLong")}.</strong> {live.problem}
              </span>
            </div>
          ) : (
            <>
              <Summary reading={reading} />
              <Findings
                findings={reading.findings}
                fine={t("steps.fine")}
                onPlace={(finding) =>
                  finding.start !== null && pick(finding.start, finding.end ?? finding.start)
                }
                onFix={(fix) => {
                  if (fix.kind === "sheet" && fits)
                    editor.current?.replace(fix.start, fix.end, fix.text);
                }}
                onDefine={(name) => {
                  setWanted(name);
                  setOpen("figures");
                }}
              />
              {reading.counts > 0 && (
                <Segmented<Drawn>
                  className={styles.drawn}
                  value={drawn}
                  onChange={setDrawn}
                  options={(["feet", "floor", "level"] as const).map((value) => ({
                    value,
                    label: t(`steps.drawn.${value}`),
                  }))}
                />
              )}
              {drawn === "feet" && (
                <Charts reading={reading} cursor={fits ? cursor : null} onPick={pick} />
              )}
              {drawn === "floor" && (
                <Floors reading={reading} cursor={fits ? cursor : null} onPick={pick} />
              )}
              {drawn === "level" && (
                <>
                  <LevelEvidence
                    level={reading.evidence}
                    bpm={songBpm ?? tempo}
                    onBpm={songBpm === undefined ? setTempo : undefined}
                  />
                  {reading.load.length > 0 && (
                    <>
                      <h3>{t("level.load")}</h3>
                      <Findings findings={reading.load} fine="" />
                      <p className={clsx("soft", styles.cautions)}>{t("level.cautions")}</p>
                    </>
                  )}
                </>
              )}
            </>
          )}
        </div>
      </div>
      <Suspense fallback={null}>
        {open === "history" && (
          <HistoryDrawer
            id={first.id}
            now={text}
            onClose={() => setOpen("")}
            onRestore={(sheet) => {
              editor.current?.replaceIn(text, 0, text.length, sheet);
              setOpen("");
            }}
          />
        )}
        {open === "figures" && (
          <FiguresDrawer
            wanted={wanted}
            onClose={() => {
              setOpen("");
              setWanted("");
            }}
            onChanged={figuresChanged}
          />
        )}
        {open === "print" && <PrintDrawer id={first.id} onClose={() => setOpen("")} />}
      </Suspense>
    </main>
  );
}

const NONE: never[] = [];

function Summary({ reading }: { reading: SheetView }) {
  const { t } = useTranslation();
  if (!reading.counts) return null;
  return (
    <p className={styles.summary}>
      <strong>{t("steps.summary", { counts: reading.counts })}</strong>
      {reading.walls !== null && <span>{t("steps.walls", { count: reading.walls })}</span>}
      {reading.walls !== null && (
        <span className="soft">
          {reading.turn ? t("steps.turns", { turn: reading.turn }) : t("steps.noTurn")}
        </span>
      )}
      {reading.level && <span className="soft">{reading.level}</span>}
      {reading.timing !== "written" && (
        <span className="soft">{t(`steps.timing.${reading.timing}`)}</span>
      )}
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
    part.sections.map((section, index) =>
      shown(part, index) ? (
        <div key={`${part.name} ${section.first}`}>
          <FootChart
            section={section}
            part={several || part.kind !== "part" ? part.name : ""}
            labels={part.count_labels}
            between={part.between}
            cursor={cursorIn(section, cursor)}
            onPick={onPick}
          />
          <Options part={part} section={index} onPick={onPick} />
        </div>
      ) : null,
    ),
  );
}

/** The cursor where it marks something of this section: no other has to be drawn anew. */
const cursorIn = (section: PartView["sections"][number], cursor: number | null) =>
  cursor !== null && section.moves.some((move) => cursor >= move.start && cursor <= move.end)
    ? cursor
    : null;

/** A step change is the wall but for some counts: only their sections are drawn. */
function shown(part: PartView, index: number) {
  const section = part.sections[index];
  if (part.kind !== "change" || !part.changed || !section) return true;
  return section.first - 1 < part.changed.end && part.changed.start < section.last;
}

interface OptionsProps {
  part: PartView;
  section: number;
  onPick: (start: number, end: number) => void;
}

function Options({ part, section, onPick }: OptionsProps) {
  const { t } = useTranslation();
  const own = part.options.filter((option) => option.section === section);
  if (!own.length) return null;
  return (
    <ul className={styles.options}>
      {own.map((option) => (
        <li key={option.start}>
          <button className="plain" onClick={() => onPick(option.start, option.end)}>
            {t("steps.option", option)}
          </button>{" "}
          <span className={option.known && !option.differs.length ? styles.equal : styles.differs}>
            {!option.known
              ? t("steps.optionUnread")
              : option.differs.length
                ? option.differs.join(", ")
                : t("steps.optionEqual")}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Floors({ reading, cursor, onPick }: ChartsProps) {
  const { t } = useTranslation();
  const several = reading.parts.filter((part) => part.floor).length > 1;
  return (
    <div className={styles.floors}>
      {reading.parts.map(
        (part) =>
          part.floor &&
          !part.variant_of && (
            <section key={part.name}>
              {several && <h3>{t("steps.part", { name: part.name })}</h3>}
              <div className={styles.plans}>
                <FloorPlan floor={part.floor} cursor={cursor} onPick={onPick} />
                {!several && <Wandering floor={part.floor} />}
              </div>
            </section>
          ),
      )}
      <p className="soft">{t("floor.note")}</p>
    </div>
  );
}
