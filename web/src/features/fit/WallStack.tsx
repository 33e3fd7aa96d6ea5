// The wall stack: one row a wall, with its cursor, its events and their handles.
import type { TFunction } from "i18next";
import { useLayoutEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import type { Timeline } from "../../api/client";
import { songClock } from "../../drawing/clock";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import { handlesOf, rowsOf, sizeOf, type StackRow, type StackSize } from "../../drawing/wallStack";
import { Cloth, WallStackBar } from "../../drawing/WallStackBar";
import { place, type Cursor } from "./cursor";
import "./stack.css";

interface Props {
  timeline: Timeline;
  cursor: Cursor;
  onCursor: (cursor: Cursor) => void;
  /** An event is dragged: a restart to a count of a wall, a tag to the end of one. */
  onMove: (event: string, from: number, to: Cursor) => void;
}

const HEAD = { wide: 128, tight: 152, narrow: 106 };
// Below this height a row's words stand on one line.
const TIGHT = 38;
// The bar with the events of the cursor's wall stands below the stack.
const PANEL = 170;

export function WallStack({ timeline, cursor, onCursor, onMove }: Props) {
  const { t } = useTranslation();
  const host = useRef<HTMLDivElement>(null);
  const room = useRoom(host);
  const rows = rowsOf(timeline.passes);
  const tight = sizeOf(rows, room.width, room.height).row < TIGHT;
  const head = room.width < 600 ? HEAD.narrow : tight ? HEAD.tight : HEAD.wide;
  const size = sizeOf(rows, room.width - head, room.height);
  const drag = useRef<{ event: string; from: number } | null>(null);
  const [ghost, setGhost] = useState<Cursor | null>(null);

  const under = (event: React.PointerEvent): Cursor => {
    const box = host.current!.getBoundingClientRect();
    const wall = Math.floor((event.clientY - box.top) / size.row) + 1;
    return place(
      rows,
      wall,
      (event.clientX - box.left + host.current!.scrollLeft - head) / size.count,
    );
  };
  const grab = (event: React.PointerEvent, name: string, from: number) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { event: name, from };
  };
  const drop = (event: React.PointerEvent) => {
    const held = drag.current;
    drag.current = null;
    setGhost(null);
    if (held) onMove(held.event, held.from, under(event));
  };

  return (
    <div
      className="stack"
      ref={host}
      role="listbox"
      tabIndex={0}
      aria-label={t("fit.stack")}
      aria-activedescendant={`wall-${cursor.wall}`}
    >
      <Cloth />
      {rows.map((row) => (
        <div
          key={row.wall}
          id={`wall-${row.wall}`}
          role="option"
          aria-selected={row.wall === cursor.wall}
          className={row.wall === cursor.wall ? "wall marked" : "wall"}
          style={{ height: size.row, width: head + size.width }}
          onPointerDown={(event) => onCursor(under(event))}
        >
          <span className="visually-hidden">{t("fit.rowLabel", labelFacts(row, t))}</span>
          <RowHead row={row} width={head} tight={tight} />
          <WallStackBar
            row={row}
            size={size}
            labels={timeline.count_labels[row.main.part] ?? []}
            cursor={
              ghost?.wall === row.wall
                ? ghost.after
                : row.wall === cursor.wall
                  ? cursor.after
                  : null
            }
          />
          {handlesOf(row).map((handle) => (
            <span
              key={handle.start}
              className="handle"
              aria-hidden
              style={{
                left: head + handle.start * size.count - (handle.length ? 0 : 7),
                width: Math.max(18, handle.length * size.count),
              }}
              title={t("fit.moveEvent", { wall: row.wall, event: handle.words })}
              onPointerDown={(event) => grab(event, handle.event, row.wall)}
              onPointerMove={(event) => drag.current && setGhost(under(event))}
              onPointerUp={drop}
              onPointerCancel={drop}
            />
          ))}
          <RowEnd row={row} size={size} head={head} tight={tight} timeline={timeline} />
        </div>
      ))}
    </div>
  );
}

function labelFacts(row: StackRow, t: TFunction) {
  return {
    wall: row.wall,
    from: row.main.start_facing,
    time: songClock(row.main.start_seconds),
    counts: row.main.length,
    what: row.main.event_words || t("fit.plainEnd"),
    to: row.main.end_facing,
  };
}

function RowHead({ row, tight, width }: { row: StackRow; tight: boolean; width: number }) {
  const { main } = row;
  return (
    <span className={tight ? "head tight" : "head"} style={{ flexBasis: width }} aria-hidden>
      <b>{row.wall}</b>
      <RoomGlyph clock={main.start_facing} size={tight ? 20 : 26} silent />
      <span>
        <strong>{main.start_facing}</strong>
        <small>{songClock(main.start_seconds)}</small>
      </span>
    </span>
  );
}

interface EndProps {
  row: StackRow;
  size: StackSize;
  head: number;
  tight: boolean;
  timeline: Timeline;
}

function RowEnd({ row, size, head, tight, timeline }: EndProps) {
  const { t } = useTranslation();
  const { main } = row;
  const last = row.tags.at(-1) ?? main;
  const left = head + Math.max(row.length, main.length) * size.count + 14;
  const cue = main.cue ? ` · ${main.cue}` : "";
  if (last.ended === "song" || (timeline.passes.at(-1) === last && timeline.end))
    return (
      <span className="row-end" style={{ left }} data-tight={tight} aria-hidden>
        <strong>{t("fit.songEnds", { count: last.length })}</strong>
        <small>{t("fit.facing", { clock: last.end_facing })}</small>
      </span>
    );
  if (!main.event)
    return (
      <span className="row-end plain" style={{ left }} aria-hidden>
        <RoomGlyph clock={main.end_facing} size={18} silent />{" "}
        {t("fit.ends", { clock: main.end_facing })}
      </span>
    );
  return (
    <span className="row-end" style={{ left }} data-tight={tight} aria-hidden>
      <strong className={main.ended === "restart" ? "brick" : ""}>
        {main.ended === "restart"
          ? main.event_words
          : row.tags.map((tag) => tag.event_words).join(", ") || main.event_words}
      </strong>
      <small>
        {t("fit.facing", { clock: main.end_facing })}
        {cue}
      </small>
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
      const height = window.innerHeight - (box.top + window.scrollY) - PANEL;
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
