// The wall stack: one row a wall, with its cursor, its events and their handles.
import clsx from "clsx";
import type { TFunction } from "i18next";
import { useLayoutEffect, useMemo, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import type { SegmentView, Timeline } from "../../shared/api/client";
import { songClock } from "../../drawing/clock";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import {
  afterAt,
  handlesOf,
  rowsOf,
  sizeOf,
  type StackRow,
  type StackSize,
} from "../../drawing/wallStack";
import { Cloth, WallStackBar } from "../../drawing/WallStackBar";
import { place, type Cursor } from "./cursor";
import styles from "../../drawing/WallStackBar.module.css";

interface Props {
  timeline: Timeline;
  /** What is drawn: the routine's segments, or those of a plan that is looked at. */
  segments: SegmentView[];
  preview: boolean;
  cursor: Cursor;
  onCursor: (cursor: Cursor) => void;
  /** An event is dragged: a restart to a count of a row, a tag to the end of one. */
  onMove: (event: string, from: number, to: Cursor) => void;
  /** A part of a phrased dance is dragged to the place of another. */
  onReorder: (item: number, to: number) => void;
}

const HEAD = { wide: 128, tight: 152, narrow: 106 };
const PART = 28;
// Below this height a row's words stand on one line.
const TIGHT = 38;
// The bar with the events of the cursor's wall stands below the stack.
const PANEL = 170;

type Held = { event: string; from: number } | { item: number };

export function WallStack(props: Props) {
  const { timeline, segments, preview, cursor, onCursor, onMove, onReorder } = props;
  const { t } = useTranslation();
  const host = useRef<HTMLDivElement>(null);
  const room = useRoom(host);
  // Rows stay the same things between renders, so that only what changed is drawn anew.
  const rows = useMemo(() => rowsOf(segments), [segments]);
  const phrased = rows.some((row) => row.main.item !== null);
  const tight = sizeOf(rows, room.width, room.height).row < TIGHT;
  const width = room.width < 600 ? HEAD.narrow : tight ? HEAD.tight : HEAD.wide;
  const head = width + (phrased ? PART : 0);
  const size = useMemo(() => sizeOf(rows, room.width - head, room.height), [rows, room, head]);
  const parts = timeline.parts.filter((part) => part.kind === "part").map((part) => part.name);
  const drag = useRef<Held | null>(null);
  const [ghost, setGhost] = useState<Cursor | null>(null);
  const [landing, setLanding] = useState<number | null>(null);

  const under = (event: React.PointerEvent): Cursor => {
    const box = host.current!.getBoundingClientRect();
    const index = Math.floor((event.clientY - box.top) / size.row);
    const row = rows[Math.max(0, Math.min(index, rows.length - 1))];
    const x = event.clientX - box.left + host.current!.scrollLeft - head;
    return place(rows, index + 1, row ? afterAt(row, x / size.count) : 1);
  };
  const grab = (event: React.PointerEvent, held: Held) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = held;
  };
  const dragged = (event: React.PointerEvent) => {
    if (!drag.current) return;
    if ("item" in drag.current) setLanding(under(event).row);
    else setGhost(under(event));
  };
  const drop = (event: React.PointerEvent) => {
    const held = drag.current;
    drag.current = null;
    setGhost(null);
    setLanding(null);
    if (!held) return;
    if ("event" in held) return onMove(held.event, held.from, under(event));
    const to = rows[under(event).row - 1]?.main.item;
    if (to !== null && to !== undefined && to !== held.item) onReorder(held.item, to);
  };
  const hold = { onPointerMove: dragged, onPointerUp: drop, onPointerCancel: drop };

  return (
    <div
      className={clsx(styles.stack, preview && styles.preview)}
      ref={host}
      role="listbox"
      tabIndex={0}
      aria-label={preview ? t("fit.previewStack") : t("fit.stack")}
      aria-activedescendant={`row-${cursor.row}`}
    >
      <Cloth />
      {rows.map((row) => (
        <div
          key={row.row}
          id={`row-${row.row}`}
          role="option"
          aria-selected={row.row === cursor.row}
          className={clsx(
            styles.wall,
            row.row === cursor.row && styles.marked,
            row.row === landing && styles.landing,
          )}
          style={{ height: size.row, width: head + size.width }}
          onPointerDown={(event) => onCursor(under(event))}
        >
          <span className="visually-hidden">{t("fit.rowLabel", labelFacts(row, t))}</span>
          <RowHead row={row} width={head} tight={tight} phrased={phrased} />
          <WallStackBar
            row={row}
            size={size}
            labels={timeline.count_labels}
            notches={phrased ? notchesOf(row, parts) : undefined}
            cursor={
              ghost?.row === row.row ? ghost.after : row.row === cursor.row ? cursor.after : null
            }
          />
          {!preview && row.main.item !== null && (
            <span
              className={clsx(styles.handle, styles.whole)}
              aria-hidden
              style={{ left: 0, width: head - 4 }}
              title={t("fit.movePart", { part: row.main.name })}
              onPointerDown={(event) => {
                onCursor(place(rows, row.row, cursor.after));
                grab(event, { item: row.main.item ?? 0 });
              }}
              {...hold}
            />
          )}
          {!preview &&
            handlesOf(row).map((handle) => (
              <span
                key={`${handle.event} ${handle.start}`}
                className={styles.handle}
                aria-hidden
                style={{
                  left: head + handle.start * size.count - (handle.length ? 0 : 8),
                  width: Math.max(18, handle.length * size.count),
                }}
                title={t("fit.moveEvent", { wall: row.wall, event: handle.words })}
                onPointerDown={(event) => grab(event, { event: handle.event, from: row.row })}
                {...hold}
              />
            ))}
          <RowEnd row={row} size={size} head={head} tight={tight} last={segments.at(-1)} />
        </div>
      ))}
    </div>
  );
}

/** A variant has the notches of the part it is made from. */
function notchesOf(row: StackRow, parts: string[]): number | undefined {
  const at = parts.findIndex((name) => row.main.name.startsWith(name));
  return at < 0 ? undefined : at;
}

function labelFacts(row: StackRow, t: TFunction) {
  return {
    wall: row.main.item === null ? row.wall : `${row.wall} ${row.main.name}`,
    from: row.main.start_facing,
    time: songClock(row.main.start_seconds),
    counts: row.length,
    what: eventsOf(row).join(", ") || t("fit.plainEnd"),
    to: (row.rest.at(-1) ?? row.main).end_facing,
  };
}

interface HeadProps {
  row: StackRow;
  tight: boolean;
  width: number;
  phrased: boolean;
}

function RowHead({ row, tight, width, phrased }: HeadProps) {
  const { main } = row;
  return (
    <span
      className={clsx(styles.head, tight && styles.tight, phrased && styles.phrased)}
      style={{ flexBasis: width }}
      aria-hidden
    >
      {phrased && <small className={styles.number}>{main.kind === "wall" ? row.wall : ""}</small>}
      <b data-long={phrased && main.name.length > 2}>{phrased ? shortName(main.name) : row.wall}</b>
      <RoomGlyph clock={main.start_facing} size={tight ? 20 : 26} silent />
      <span>
        <strong>{main.start_facing}</strong>
        <small>{songClock(main.start_seconds)}</small>
      </span>
    </span>
  );
}

const shortName = (name: string) =>
  name.length > 2 ? name.replace(/^(Bri|End|Fin|Tag).*?(\d*)$/, "$1$2") : name;

/** A tag, bridge or ending that the order of a phrased dance names. */
const inOrder = (segment: SegmentView) =>
  segment.item === null || segment.kind === "wall" ? "" : `${segment.name} +${segment.length}`;

/** What happens on a row, in words, each thing once. */
const eventsOf = (row: StackRow) => [
  ...new Set(
    [row.main, ...row.rest].flatMap((segment) =>
      [segment.goes_on ? "" : segment.changed_words, segment.event_words, inOrder(segment)].filter(
        Boolean,
      ),
    ),
  ),
];

interface EndProps {
  row: StackRow;
  size: StackSize;
  head: number;
  tight: boolean;
  last: SegmentView | undefined;
}

function RowEnd({ row, size, head, tight, last }: EndProps) {
  const { t } = useTranslation();
  const end = row.rest.at(-1) ?? row.main;
  const left = head + row.length * size.count + 14;
  const happens = eventsOf(row);
  const pieces = [row.main, ...row.rest];
  const cue = [...new Set(pieces.map((segment) => segment.cue).filter(Boolean))].join(", ");
  if (end === last && end.ended === "song")
    happens.push(t("fit.songEnds", { count: end.first + end.length }));
  else if (end.ended === "cut") happens.push(t("fit.cutAt", { count: end.first + end.length }));
  if (!happens.length)
    return (
      <span className={clsx(styles.rowEnd, "plain")} style={{ left }} aria-hidden>
        <RoomGlyph clock={end.end_facing} size={18} silent />{" "}
        {t("fit.ends", { clock: end.end_facing })}
      </span>
    );
  const stopped = pieces.find((segment) => segment.ended === "restart");
  return (
    <span className={styles.rowEnd} style={{ left }} data-tight={tight} aria-hidden>
      <strong className={clsx(stopped && "brick")}>{happens.join(", ")}</strong>
      {tight ? (
        <RoomGlyph clock={(stopped ?? end).end_facing} size={18} silent />
      ) : (
        <small>
          {t("fit.facing", { clock: (stopped ?? end).end_facing })}
          {cue && ` · ${cue}`}
        </small>
      )}
    </span>
  );
}

/** The room the stack may fill: its width, and the height down to the window's end. */
function useRoom(host: React.RefObject<HTMLDivElement | null>) {
  const [room, setRoom] = useState({ width: 900, height: 560 });
  useLayoutEffect(() => {
    const element = host.current;
    if (!element) return;
    const measure = () => {
      const box = element.getBoundingClientRect();
      // The stack stays in view while the page goes by: its place is where the desk begins.
      const desk = (element.closest("[data-desk]") ?? element).getBoundingClientRect();
      const height = window.innerHeight - (desk.top + window.scrollY) - PANEL;
      setRoom((before) =>
        before.width === box.width && before.height === height
          ? before
          : { width: box.width, height },
      );
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    window.addEventListener("resize", measure);
    return () => {
      observer.disconnect();
      window.removeEventListener("resize", measure);
    };
  }, [host]);
  return room;
}
