// What happens on the cursor's wall: add, change, take off.
import { Button, Input, InputNumber, Select } from "antd";
import { useState, type ReactNode } from "react";
import { useTranslation } from "react-i18next";

import type { EventForm, Timeline } from "../../api/client";
import { CLOCKS } from "../../theme/facing";
import type { Cursor } from "./cursor";
import { addRestart, addTag, change, parseWalls, takeOff, type Events } from "./events";

interface Props {
  timeline: Timeline;
  events: Events;
  cursor: Cursor;
  onChange: (events: Events, field?: string) => void;
  /** Undo and the like, at the end of the first line. */
  tools: ReactNode;
}

export function EventPanel({ timeline, events, cursor, onChange, tools }: Props) {
  const { t } = useTranslation();
  const here = events.filter((event) => event.walls.includes(cursor.wall));
  const stops = here.some((event) => event.kind !== "tag");
  return (
    <section className="card here" aria-label={t("fit.event")}>
      <div className="add">
        <h2>{t("fit.at", { wall: cursor.wall, count: cursor.after })}</h2>
        {!here.some((event) => event.after === String(cursor.after)) && (
          <Button onClick={() => onChange(addRestart(events, cursor.wall, cursor.after))}>
            {t("fit.restart", { count: cursor.after })} <span className="key">R</span>
          </Button>
        )}
        {!stops && (
          <Button onClick={() => onChange(addTag(events, cursor.wall, timeline.tags))}>
            {t("fit.addTag")} <span className="key">G</span>
          </Button>
        )}
        <span className="tools">{tools}</span>
      </div>
      {here.map((event) => (
        <EventFields
          key={`${event.id} ${cursor.wall}`}
          event={event}
          wall={cursor.wall}
          tags={timeline.tags}
          set={(to, field) =>
            onChange(change(events, event.id, to), field && `${event.id} ${field}`)
          }
          remove={() => onChange(takeOff(events, event.id, cursor.wall))}
        />
      ))}
    </section>
  );
}

interface FieldsProps {
  event: EventForm;
  wall: number;
  tags: string[];
  set: (to: Partial<EventForm>, field?: string) => void;
  remove: () => void;
}

function EventFields({ event, wall, tags, set, remove }: FieldsProps) {
  const { t } = useTranslation();
  return (
    <div className="event">
      {event.kind !== "tag" && (
        <Draft
          label={t("fit.after")}
          value={event.after ?? ""}
          onDone={(after) => set({ after: after.trim() })}
        />
      )}
      <Draft
        label={t("fit.walls")}
        value={event.walls.join(", ")}
        hint={t("fit.wallsBad")}
        accepts={(text) => parseWalls(text) !== null}
        onDone={(text) => set({ walls: parseWalls(text) ?? event.walls })}
      />
      <TagChoice event={event} tags={tags} set={set} />
      <label className="wide">
        {t("fit.cue")}
        <Input
          value={event.cue}
          maxLength={200}
          placeholder={t("fit.cuePlaceholder")}
          onChange={(e) => set({ cue: e.target.value }, "cue")}
        />
      </label>
      <label className="claim">
        {t("fit.claims")}
        <Select
          value={event.claims_facing ?? ""}
          onChange={(clock: string) => set({ claims_facing: clock || null })}
          options={[
            { value: "", label: t("fit.claimsNone") },
            ...CLOCKS.map((clock) => ({ value: clock, label: clock })),
          ]}
        />
      </label>
      <Button className="off" danger onClick={remove}>
        {t("fit.remove", { wall })}
      </Button>
    </div>
  );
}

function TagChoice({ event, tags, set }: Pick<FieldsProps, "event" | "tags" | "set">) {
  const { t } = useTranslation();
  const tagged = event.kind !== "restart";
  const value = !tagged ? "none" : event.tag ? `sheet ${event.tag}` : "counts";
  const options = [
    ...(event.kind === "tag" ? [] : [{ value: "none", label: t("fit.noTag") }]),
    ...tags.map((tag) => ({ value: `sheet ${tag}`, label: tag })),
    { value: "counts", label: t("fit.tagCounts") },
  ];
  const choose = (choice: string) => {
    const kind = event.kind === "tag" ? "tag" : choice === "none" ? "restart" : "tag-restart";
    if (choice === "none") set({ kind, tag: "", counts: null });
    else if (choice === "counts") set({ kind, tag: "", counts: event.counts ?? 4 });
    else set({ kind, tag: choice.slice("sheet ".length), counts: null });
  };
  return (
    <>
      <label className="tag">
        {event.kind === "tag" ? t("fit.tagSteps") : t("fit.tagBefore")}
        <Select value={value} onChange={choose} options={options} />
      </label>
      {value === "counts" && (
        <label className="short">
          {t("song.counts")}
          <InputNumber
            value={event.counts ?? null}
            min={1}
            max={64}
            precision={0}
            onChange={(counts) => counts && set({ counts }, "counts")}
          />
        </label>
      )}
    </>
  );
}

interface DraftProps {
  label: string;
  value: string;
  hint?: string;
  accepts?: (text: string) => boolean;
  onDone: (text: string) => void;
}

/** A field that is sent when one leaves it or presses Enter, not at each keystroke. */
function Draft({ label, value, hint, accepts = () => true, onDone }: DraftProps) {
  const [text, setText] = useState(value);
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setText(value);
  }
  const good = text.trim() !== "" && accepts(text);
  const done = () => {
    if (good && text !== value) onDone(text);
    if (!good) setText(value);
  };
  return (
    <label className="short">
      {label}
      <Input
        value={text}
        status={good ? "" : "error"}
        title={hint}
        onChange={(event) => setText(event.target.value)}
        onBlur={done}
        onPressEnter={done}
      />
    </label>
  );
}
