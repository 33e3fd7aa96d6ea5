// Fit: the dance on the song. Every change is stored at once, and the answer is redrawn.
import { App } from "antd";
import clsx from "clsx";
import { lazy, Suspense, useDeferredValue, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";

import styles from "./FitDesk.module.css";
import {
  api,
  ApiError,
  ask,
  type EventForm,
  type RoutineOut,
  type Schemas,
  type Timeline,
} from "../../shared/api/client";
import { undoKey, useKeys } from "../../shared/ui/keys";
import { SongStrip } from "../../drawing/SongStrip";
import { rowsOf } from "../../drawing/wallStack";
import { SavedProblem } from "../../shared/saved/SavedNote";
import { SaveTools } from "../../shared/saved/SaveTools";
import { useSaved, type Saved } from "../../shared/saved/useSaved";
import { Findings } from "../../shared/findings/Findings";
import { SidePanel, fixableOf, type Opened } from "./SidePanel";
import { blocksOf } from "./blocks";
import { moved, place, type Cursor } from "./cursor";
import { EventPanel } from "./EventPanel";
import { adding, moving, takingOff } from "./events";
import { OrderBar, type OrderChange } from "./OrderBar";
import { PlanWhy } from "./Plans";
import { useEventChanges } from "./useEventChanges";
import { useFitCommands } from "./useFitCommands";
import { madeFrom, usePlans, type Plan } from "./usePlans";
import { WallStack } from "./WallStack";

const ReadBackDrawer = lazy(() => import("./ReadBackDrawer"));
const SheetDrawer = lazy(() => import("./SheetDrawer"));
const ClaimsDrawer = lazy(() => import("./ClaimsDrawer"));
const SwapDrawer = lazy(() => import("./SwapDrawer"));
const RankDrawer = lazy(() => import("./RankDrawer"));
const LimitsDrawer = lazy(() => import("./LimitsDrawer"));

interface Props {
  routine: RoutineOut;
  /** The version of it that the server has. */
  seen: number | undefined;
  onStored: (routine: RoutineOut) => void;
}

interface Draft {
  title: string;
  start: number | null;
  sequence: string;
  pins: Schemas["PinForm"][];
  events: EventForm[];
}

const draftOf = ({ title, start, sequence, pins, events }: RoutineOut): Draft => ({
  title,
  start,
  sequence,
  pins,
  events,
});

export default function FitDesk({ routine, seen, onStored }: Props) {
  const { t } = useTranslation();
  const go = useNavigate();
  const { message } = App.useApp();
  const { timeline, id } = routine;
  const options = { params: { path: { pk: id } } };
  const saved = useSaved<Draft, RoutineOut>({
    keep: `routine.${id}`,
    first: routine,
    draftOf,
    put: (version, draft) =>
      ask(api.PUT("/api/routines/{pk}", { ...options, body: { version, ...draft } })),
    get: () => ask(api.GET("/api/routines/{pk}", options)),
    onStored,
    delay: 0,
    seen,
  });
  const { draft } = saved;
  const { events } = draft;
  // Song and dance change on their own; what is asked about the routine goes by all three.
  const version = madeFrom(routine);
  const { request, setRequest, plans, old, unlimited } = usePlans(routine);
  const [shown, setShown] = useState<Plan | null>(null);
  const [opened, setOpened] = useState<Opened>(null);
  const preview = shown !== null && !old && (plans.data?.plans.includes(shown) ?? false);
  const segments = preview ? shown.segments : timeline.segments;
  const rows = useMemo(() => rowsOf(timeline.segments), [timeline.segments]);
  const [at, setAt] = useState<Cursor>(() => firstCursor(timeline));
  const cursor = place(rows, at.row, at.after);
  const row = rows[cursor.row - 1];
  const wall = row?.wall ?? 1;
  const edit = (to: Partial<Draft>, field = "") => saved.edit({ ...draft, ...to }, field);
  const refused = (error: unknown) =>
    void message.error((error instanceof ApiError && error.message) || t("saved.offline"));
  const [make, waiting] = useEventChanges(id, { events, edit, refused });
  const shownSaved = waiting ? offline(saved) : saved;
  const fixable = fixableOf(timeline.findings);
  const commands = useFitCommands({
    events,
    rows,
    cursor,
    make,
    edit,
    taken: () => void message.info(t("plans.taken")),
    setShown,
    setOpened,
    setAt,
    steps: () => void go(`/routines/${id}/steps`),
  });
  useKeys((event) => {
    const way = undoKey(event);
    if (way) {
      saved[way]();
      return true;
    }
    // While a plan is looked at Enter takes it, wherever the focus was left.
    if (preview && event.key === "Enter" && !onButton(event, "[data-plans]")) {
      commands.take(shown);
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
        make(adding("restart", wall, cursor.after));
        return true;
      case "g":
        make(adding("tag", wall, cursor.after));
        return true;
      case "b":
        make(adding("bridge", wall, cursor.after));
        return true;
      case "Delete":
      case "Backspace": {
        const found = events.find((e) => e.walls.includes(wall));
        if (found) make(takingOff(found.id, wall));
        return Boolean(found);
      }
      case "Enter":
        if (fixable?.fix) commands.fix(fixable.fix);
        return Boolean(fixable?.fix);
    }
    return false;
  });

  const moveTo = (event: string, from: number, to: Cursor) => {
    setAt(to);
    const found = events.find((e) => e.id === event);
    const after = found?.after ? String(to.after) : null;
    const start = rows[from - 1]?.wall ?? from;
    const end = rows[to.row - 1]?.wall ?? to.row;
    if (found?.walls.length) make(moving(event, start, end, after));
  };
  const changeOrder = (change: OrderChange) => {
    ask(
      api.POST("/api/routines/{pk}/order", {
        ...options,
        body: { sequence: draft.sequence, ...change },
      }),
    ).then((made) => edit({ sequence: made.sequence }), refused);
  };
  const phrased = blocksOf(timeline, "part").length > 1 || draft.sequence !== "";
  const order = phrased && (
    <OrderBar
      timeline={timeline}
      sequence={draft.sequence}
      pins={draft.pins}
      row={row}
      onSequence={(sequence) => edit({ sequence })}
      onChange={changeOrder}
      onPins={(pins) => edit({ pins })}
    />
  );

  const calmRoutine = useDeferredValue(routine);
  const calmEvents = useDeferredValue(events);

  if (!timeline.segments.length)
    return (
      <main className={clsx("page", styles.fit)}>
        <div className={styles.strip}>
          <SongStrip label={t("song.phrases")} phrases={timeline.phrases} />
        </div>
        {order}
        <h2 className={styles.empty}>{t("fit.empty")}</h2>
        <Findings narrow findings={timeline.findings} fine="" />
        <p>
          {t("fit.emptyBody")} <Link to={`/routines/${id}/steps`}>{t("fit.emptyGo")}</Link>
        </p>
      </main>
    );
  return (
    <main className={clsx("page", styles.fit)}>
      <div className={styles.strip}>
        <SongStrip label={t("song.phrases")} phrases={timeline.phrases} />
      </div>
      <SavedProblem saved={shownSaved} />
      {order}
      <div className={styles.desk} data-desk>
        <div>
          <WallStack
            timeline={timeline}
            segments={segments}
            preview={preview}
            cursor={cursor}
            onCursor={setAt}
            onMove={moveTo}
            onReorder={(item, to) =>
              changeOrder({ change: "move", at: item, to, name: "", first: null, last: null })
            }
          />
          {preview ? (
            <PlanWhy plan={shown} />
          ) : (
            <EventPanel
              timeline={calmRoutine.timeline}
              events={events}
              wall={wall}
              item={row?.main.item == null ? "" : row.main.name}
              after={cursor.after}
              onChange={commands.events}
              onMake={commands.make}
            />
          )}
        </div>
        <SidePanel
          routine={calmRoutine}
          events={calmEvents}
          version={version}
          plans={plans.data}
          old={old}
          error={plans.error instanceof ApiError ? plans.error.message : ""}
          shown={shown}
          commands={commands}
        >
          <div className={styles.tools}>
            <SaveTools saved={shownSaved} />
          </div>
        </SidePanel>
      </div>
      <Suspense fallback={null}>
        {opened === "said" && (
          <ReadBackDrawer id={id} version={version} onClose={() => setOpened(null)} />
        )}
        {opened === "sheet" && (
          <SheetDrawer
            id={id}
            version={version}
            onClose={() => setOpened(null)}
            onTake={commands.add}
            onOrder={(sequence) => edit({ sequence })}
            onRemove={commands.remove}
            onWritten={onStored}
          />
        )}
        {opened === "claims" && (
          <ClaimsDrawer
            id={id}
            onClose={() => setOpened(null)}
            onTake={(taken) => {
              commands.add(taken);
              setOpened(null);
            }}
          />
        )}
        {opened === "limits" && plans.data && (
          <LimitsDrawer
            request={request}
            used={plans.data.limits}
            timeline={timeline}
            events={events}
            onRequest={setRequest}
            onUsual={unlimited}
            onClose={() => setOpened(null)}
          />
        )}
        {opened !== null && typeof opened === "object" && "rank" in opened && (
          <RankDrawer
            of={opened.rank}
            songId={routine.song_id}
            danceId={routine.dance_id}
            onClose={() => setOpened(null)}
            onPick={(picked) =>
              opened.rank === "songs"
                ? setOpened({ swap: picked })
                : void putTogether(routine.song_id, picked).then((made) =>
                    go(`/routines/${made.id}/fit`),
                  )
            }
          />
        )}
        {opened !== null && typeof opened === "object" && "swap" in opened && (
          <SwapDrawer
            id={id}
            songId={routine.song_id}
            songTitle={timeline.song_title}
            labels={timeline.count_labels}
            first={opened.swap}
            onClose={() => setOpened(null)}
          />
        )}
      </Suspense>
    </main>
  );
}

/** A change that waits for the connection is as good as unsaved. */
const offline = (saved: Saved<Draft>): Saved<Draft> => ({
  ...saved,
  state: { ...saved.state, problem: saved.state.problem ?? { kind: "offline" } },
});

/** A new routine of this song and another of one's dances. */
const putTogether = (song: string, dance: string) =>
  ask(api.POST("/api/routines", { body: { song, dance, sheet: "" } }));

/** Enter and Space on a focused button are that button's. */
const onButton = (event: KeyboardEvent, within = "body") =>
  event.key === "Enter" &&
  event.target instanceof HTMLElement &&
  event.target.closest(within) !== null &&
  event.target.closest("button, a") !== null;

function firstCursor(timeline: Timeline): Cursor {
  const rows = rowsOf(timeline.segments);
  const stopped = rows.find((row) => row.main.ended === "restart");
  if (stopped) return { row: stopped.row, after: stopped.main.length };
  return { row: 1, after: timeline.count_unit };
}
