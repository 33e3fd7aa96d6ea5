// Fit: the dance on the song. Every change is stored at once, and the answer is redrawn.
import { InputNumber } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";

import {
  api,
  ask,
  type EventForm,
  type Finding,
  type RoutineOut,
  type Timeline,
} from "../../api/client";
import { undoKey, useKeys } from "../../app/keys";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import { SongStrip } from "../../drawing/SongStrip";
import { rowsOf } from "../../drawing/wallStack";
import { SavedProblem } from "../../saved/SavedNote";
import { SaveTools } from "../../saved/SaveTools";
import { useSaved } from "../../saved/useSaved";
import { Findings, type Fix } from "../findings/Findings";
import { moved, place, type Cursor } from "./cursor";
import { EventPanel } from "./EventPanel";
import { addRestart, addTag, applyFix, moveOnWall, takeOff, type Events } from "./events";
import { WallStack } from "./WallStack";
import "./fit.css";

interface Props {
  routine: RoutineOut;
  onStored: (routine: RoutineOut) => void;
}

interface Draft {
  title: string;
  start: number | null;
  events: EventForm[];
}

const draftOf = ({ title, start, events }: RoutineOut): Draft => ({ title, start, events });

export default function FitDesk({ routine, onStored }: Props) {
  const { t } = useTranslation();
  const go = useNavigate();
  const { timeline } = routine;
  const options = { params: { path: { pk: routine.id } } };
  const saved = useSaved<Draft, RoutineOut>({
    keep: `routine.${routine.id}`,
    first: routine,
    draftOf,
    put: (version, draft) =>
      ask(api.PUT("/api/routines/{pk}", { ...options, body: { version, ...draft } })),
    get: () => ask(api.GET("/api/routines/{pk}", options)),
    onStored,
    delay: 0,
  });
  const { events } = saved.draft;
  const rows = rowsOf(timeline.passes);
  const [at, setAt] = useState<Cursor>(() => firstCursor(timeline));
  const cursor = place(rows, at.wall, at.after);
  const setEvents = (changed: Events, field = "") => {
    if (changed !== events) saved.edit({ ...saved.draft, events: changed }, field);
  };
  const fixable = timeline.findings.find((finding) => finding.fix?.kind === "event");
  const apply = (fix: Fix) => fix.kind === "event" && setEvents(applyFix(events, fix));

  useKeys((event) => {
    const way = undoKey(event);
    if (way) {
      saved[way]();
      return true;
    }
    if (event.ctrlKey || event.metaKey || onButton(event)) return false;
    const here = moved(cursor, event, rows, timeline.count_unit);
    if (here) {
      setAt(here);
      return true;
    }
    switch (event.key) {
      case "r":
        setEvents(addRestart(events, cursor.wall, cursor.after));
        return true;
      case "g":
        setEvents(addTag(events, cursor.wall, timeline.tags));
        return true;
      case "Delete":
      case "Backspace": {
        const found = events.find((e) => e.walls.includes(cursor.wall));
        if (found) setEvents(takeOff(events, found.id, cursor.wall));
        return Boolean(found);
      }
      case "Enter":
        if (fixable?.fix) apply(fixable.fix);
        return Boolean(fixable?.fix);
    }
    return false;
  });

  const moveTo = (event: string, from: number, to: Cursor) => {
    setAt(to);
    const after = events.find((e) => e.id === event)?.after ? String(to.after) : null;
    setEvents(moveOnWall(events, event, from, to.wall, after));
  };
  const toPlace = (finding: Finding) => {
    if (finding.start !== null) void go(`/routines/${routine.id}/steps`);
    else if (finding.wall !== null) setAt(place(rows, finding.wall, cursor.after));
  };

  if (!timeline.passes.length)
    return (
      <main className="page fit">
        <SongStrip label={t("song.phrases")} phrases={timeline.phrases} />
        <h2 className="empty">{t("fit.empty")}</h2>
        <Findings findings={timeline.findings} fine="" />
        <p>
          {t("fit.emptyBody")} <Link to={`/routines/${routine.id}/steps`}>{t("fit.emptyGo")}</Link>
        </p>
      </main>
    );
  const settle = [
    ...timeline.sheet_findings.filter((finding) => finding.severity !== "know"),
    ...timeline.findings.filter((finding) => finding.severity !== "know"),
  ];
  return (
    <main className="page fit">
      <SongStrip label={t("song.phrases")} phrases={timeline.phrases} />
      <SavedProblem saved={saved} />
      <div className="desk">
        <div>
          <WallStack timeline={timeline} cursor={cursor} onCursor={setAt} onMove={moveTo} />
          <EventPanel
            timeline={timeline}
            events={events}
            cursor={cursor}
            onChange={setEvents}
            tools={
              <>
                <SaveTools saved={saved} />
                <a href={`/api/routines/${routine.id}/routine.json`}>{t("fit.export")}</a>
              </>
            }
          />
        </div>
        <aside>
          <Sits
            timeline={timeline}
            onStart={(start) => saved.edit({ ...saved.draft, start }, "start")}
          />
          <section className="card" aria-label={t("fit.toSettle")}>
            <h2>{t("fit.toSettle")}</h2>
            <Findings
              findings={settle}
              fine={t("fit.nothing")}
              marked={fixable}
              onPlace={toPlace}
              onFix={apply}
            />
          </section>
        </aside>
      </div>
    </main>
  );
}

/** Enter and Space on a focused button are that button's. */
const onButton = (event: KeyboardEvent) =>
  event.key === "Enter" &&
  event.target instanceof HTMLElement &&
  event.target.closest("button, a") !== null;

function firstCursor(timeline: Timeline): Cursor {
  const restart = timeline.passes.find((pass) => pass.ended === "restart");
  if (restart) return { wall: restart.wall, after: restart.length };
  return { wall: 1, after: timeline.count_unit };
}

interface SitsProps {
  timeline: Timeline;
  onStart: (count: number) => void;
}

function Sits({ timeline, onStart }: SitsProps) {
  const { t } = useTranslation();
  const { end } = timeline;
  return (
    <section className="card sits" aria-label={t("fit.howItSits")}>
      {timeline.phrases_danced ? (
        <p>
          <b>
            {timeline.hits} / {timeline.phrases_danced}
          </b>{" "}
          {t("fit.begin")}
        </p>
      ) : (
        <p>
          <span>
            {t("fit.unmarked")}. <Link to="../song">{t("fit.unmarkedGo")}</Link>
          </span>
        </p>
      )}
      {end && (
        <p className="ending">
          <RoomGlyph clock={end.facing} silent />
          <span>
            {t("fit.songEnds", { count: end.count })}, {t("fit.facing", { clock: end.facing })}
            <br />
            <strong>
              {!end.turn_amount
                ? t("fit.front")
                : end.turn_sides.length > 1
                  ? t("fit.toFrontHalf")
                  : t("fit.toFront", { amount: end.turn_amount, side: end.turn_sides[0] })}
            </strong>
          </span>
        </p>
      )}
      <label className="begins">
        {t("fit.start")}{" "}
        <InputNumber
          size="small"
          value={timeline.start}
          min={0}
          precision={0}
          controls={false}
          onChange={(count) => count !== null && onStart(count)}
        />{" "}
        {t("fit.counts")}
      </label>
    </section>
  );
}
