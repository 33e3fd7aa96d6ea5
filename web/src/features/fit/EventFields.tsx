// The fields of one event: where it comes, what is danced, its cue and what a sheet claims.
import { Button, Input, InputNumber, Select } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";

import type { EventForm, Timeline } from "../../shared/api/client";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import { CLOCKS } from "../../shared/theme/facing";
import { blocksOf } from "./blocks";
import { parseWalls, stops } from "./events";
import styles from "./EventFields.module.css";

interface Props {
  event: EventForm;
  wall: number;
  timeline: Timeline;
  set: (to: Partial<EventForm>, field?: string) => void;
  remove: () => void;
}

export function EventFields({ event, wall, timeline, set, remove }: Props) {
  const { t } = useTranslation();
  const there = timeline.occurrences.find((h) => h.event === event.id && h.wall === wall);
  const counted = event.kind !== "tag" && event.kind !== "change";
  const byPhrase = event.phrase !== null && stops(event);
  return (
    <div className={styles.event} data-kind={event.kind}>
      <p className={styles.told}>
        <strong>{t(`fit.kinds.${event.kind}`)}</strong>
        {there ? (
          <>
            <RoomGlyph clock={there.starts} size={18} silent />
            {t("fit.starts", { clock: there.starts })}
            <RoomGlyph clock={there.facing} size={18} silent />
            {t("fit.happens", { clock: there.facing })}
          </>
        ) : (
          <span className="soft">{t("fit.notMet")}</span>
        )}
        {there && (
          <Link
            className={styles.rehearse}
            to={`../run?joint=${timeline.occurrences.indexOf(there)}`}
            relative="path"
          >
            {t("fit.rehearse")}
          </Link>
        )}
        <Button className={clsx(styles.off)} size="small" danger onClick={remove}>
          {event.walls.length > 1 ? t("fit.remove", { wall }) : t("fit.removeAll")}
        </Button>
      </p>
      {counted && (
        <Draft
          label={t("fit.after")}
          value={event.after ?? ""}
          empty={event.kind === "ending" || byPhrase}
          onDone={(after) => set({ after: after.trim() || null })}
        />
      )}
      <Placing event={event} wall={wall} set={set} />
      {event.kind !== "wait" && <Steps event={event} timeline={timeline} set={set} />}
      {event.kind === "wait" && (
        <label className={styles.short}>
          {t("fit.seconds")}
          <InputNumber
            value={event.seconds ?? null}
            min={0.1}
            max={60}
            step={0.5}
            placeholder={t("fit.untilCue")}
            onChange={(seconds) => set({ seconds }, "seconds")}
          />
        </label>
      )}
      <label className={styles.wide}>
        {t("fit.cue")}
        <Input
          value={event.cue}
          maxLength={200}
          placeholder={t("fit.cuePlaceholder")}
          onChange={(e) => set({ cue: e.target.value }, "cue")}
        />
      </label>
      <label className={styles.claim}>
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
      {event.steps !== "" && <OwnSteps event={event} set={set} />}
    </div>
  );
}

const PHRASES = ["verse", "pre-chorus", "chorus", "bridge", "instrumental", "break"] as const;

/** By wall numbers, by facing, or by phrase. */
function Placing({ event, wall, set }: Pick<Props, "event" | "wall" | "set">) {
  const { t } = useTranslation();
  const way = event.phrase
    ? "phrase"
    : event.facings.length
      ? event.facing_at
      : event.walls.length || event.kind !== "ending"
        ? "walls"
        : "last";
  const choose = (to: string) => {
    const none = { walls: [], facings: [], phrase: null, facing_at: "there" as const };
    if (to === "walls") set({ ...none, walls: [wall] });
    else if (to === "last") set({ ...none, after: null });
    else if (to === "phrase") set({ ...none, phrase: "chorus" });
    else set({ ...none, facings: ["12:00"], facing_at: to as "there" | "start" });
  };
  const ways = event.kind === "ending" ? ["walls", "last"] : ["walls", "there", "start", "phrase"];
  return (
    <>
      <label className={styles.way}>
        {t("fit.where")}
        <Select
          value={way}
          onChange={choose}
          popupMatchSelectWidth={false}
          options={ways.map((value) => ({ value, label: t(`fit.ways.${value}`) }))}
        />
      </label>
      {way === "walls" && (
        <Draft
          label={t("fit.walls")}
          value={event.walls.join(", ")}
          hint={t("fit.wallsBad")}
          accepts={(text) => parseWalls(text) !== null}
          onDone={(text) => set({ walls: parseWalls(text) ?? event.walls })}
        />
      )}
      {event.facings.length > 0 && (
        <label className={styles.faced}>
          {t("fit.facings")}
          <Select
            mode="multiple"
            value={event.facings}
            onChange={(facings: string[]) => facings.length && set({ facings })}
            options={CLOCKS.map((clock) => ({ value: clock, label: clock }))}
          />
        </label>
      )}
      {event.phrase && (
        <label className={styles.faced}>
          {t("fit.phraseEnds")}
          <Select
            value={event.phrase}
            onChange={(phrase) => set({ phrase })}
            options={PHRASES.map((kind) => ({ value: kind, label: t(`song.kinds.${kind}`) }))}
          />
        </label>
      )}
    </>
  );
}

const BLOCKS: Record<string, string> = {
  tag: "tag",
  "tag-restart": "tag",
  restart: "tag",
  bridge: "bridge",
  change: "change",
  ending: "ending",
};

/** What is danced: the sheet's steps, steps of its own, or counts alone. */
function Steps({ event, timeline, set }: Pick<Props, "event" | "timeline" | "set">) {
  const { t } = useTranslation();
  const bare = event.kind === "restart" || event.kind === "tag-restart" || event.kind === "ending";
  const value = event.steps
    ? "own"
    : event.tag
      ? `sheet ${event.tag}`
      : event.counts != null
        ? "counts"
        : "none";
  const names = blocksOf(timeline, BLOCKS[event.kind] ?? "tag");
  if (event.tag && !names.includes(event.tag)) names.push(event.tag);
  const options = [
    ...(bare ? [{ value: "none", label: t("fit.noTag") }] : []),
    ...names.map((name) => ({ value: `sheet ${name}`, label: name })),
    ...(event.kind === "change" ? [] : [{ value: "counts", label: t("fit.tagCounts") }]),
    { value: "own", label: t("fit.ownSteps") },
  ];
  const choose = (choice: string) => {
    const restarts = event.kind === "restart" || event.kind === "tag-restart";
    const kind = restarts ? (choice === "none" ? "restart" : "tag-restart") : event.kind;
    const none = { kind, tag: "", counts: null, steps: "", option: "" };
    if (choice === "none") set(none);
    else if (choice === "counts") set({ ...none, counts: event.counts ?? 4 });
    else if (choice === "own") set({ ...none, steps: event.steps || t("fit.ownFirst") });
    else set({ ...none, tag: choice.slice("sheet ".length) });
  };
  return (
    <>
      <label className={styles.tag}>
        {t(bare && event.kind !== "ending" ? "fit.tagBefore" : "fit.steps")}
        <Select value={value} onChange={choose} options={options} popupMatchSelectWidth={false} />
      </label>
      {value === "counts" && (
        <label className={styles.short}>
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

function OwnSteps({ event, set }: Pick<Props, "event" | "set">) {
  const { t } = useTranslation();
  return (
    <div className={styles.own}>
      <Lines
        label={t(event.kind === "change" ? "fit.ownChange" : "fit.ownLabel")}
        value={event.steps}
        placeholder="1-4 R rocking chair"
        onDone={(steps) => steps.trim() && set({ steps }, "steps")}
      />
      <Lines
        label={t("fit.ownOption")}
        value={event.option}
        placeholder={t("fit.ownOptionNone")}
        onDone={(option) => set({ option }, "option")}
      />
    </div>
  );
}

interface LinesProps {
  label: string;
  value: string;
  placeholder: string;
  onDone: (text: string) => void;
}

/** Lines of sheet text, sent when one leaves them. */
function Lines({ label, value, placeholder, onDone }: LinesProps) {
  const [text, setText] = useShown(value);
  return (
    <label>
      {label}
      <Input.TextArea
        value={text}
        autoSize={{ minRows: 1, maxRows: 5 }}
        maxLength={4000}
        placeholder={placeholder}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => text !== value && onDone(text)}
      />
    </label>
  );
}

interface DraftProps {
  label: string;
  value: string;
  hint?: string;
  /** May it be left empty? */
  empty?: boolean;
  accepts?: (text: string) => boolean;
  onDone: (text: string) => void;
}

/** A field that is sent when one leaves it or presses Enter, not at each keystroke. */
function Draft({ label, value, hint, empty, accepts = () => true, onDone }: DraftProps) {
  const [text, setText] = useShown(value);
  const good = text.trim() === "" ? Boolean(empty) : accepts(text);
  const done = () => {
    if (good && text !== value) onDone(text);
    if (!good) setText(value);
  };
  return (
    <label className={styles.short}>
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

/** What stands in a field: what is typed, until the value changes from elsewhere. */
function useShown(value: string) {
  const [text, setText] = useState(value);
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setText(value);
  }
  return [text, setText] as const;
}
