// The order of a phrased dance as text, and what can be done with the part under the cursor.
import { Button, Dropdown, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import type { Schemas, SegmentView, Timeline } from "../../shared/api/client";
import { piecesOf, type StackRow } from "../../drawing/wallStack";
import { CLOCKS } from "../../shared/theme/facing";
import { decimal } from "../../shared/i18n/decimal";
import styles from "./OrderBar.module.css";

type Pin = Schemas["PinForm"];
export type OrderChange = Omit<Schemas["OrderEdit"], "sequence">;

interface Props {
  timeline: Timeline;
  sequence: string;
  pins: Pin[];
  row: StackRow | undefined;
  onSequence: (sequence: string) => void;
  onChange: (change: OrderChange) => void;
  onPins: (pins: Pin[]) => void;
}

const NONE: OrderChange = { change: "tidy", at: 0, to: 0, name: "", first: null, last: null };

export function OrderBar(props: Props) {
  const { timeline, sequence, pins, row, onSequence, onChange, onPins } = props;
  const { t } = useTranslation();
  const [text, setText] = useState(sequence);
  const [shown, setShown] = useState(sequence);
  if (shown !== sequence) {
    setShown(sequence);
    setText(sequence);
  }
  const at = row?.main.item ?? null;
  const pieces = row ? piecesOf(row) : [];
  const item = at === null ? undefined : timeline.order[at];
  const names = timeline.parts.filter((part) => part.kind !== "change").map((part) => part.name);
  const put = (where: number) =>
    names.map((name) => ({
      key: `${where} ${name}`,
      label: name,
      onClick: () => onChange({ ...NONE, change: "put", at: where, name }),
    }));
  return (
    <section className={styles.order} aria-label={t("order.title")}>
      <label>
        <span>{t("order.title")}</span>
        <Input.TextArea
          value={text}
          autoSize={{ minRows: 1, maxRows: 3 }}
          maxLength={2000}
          placeholder={t("order.example")}
          spellCheck={false}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => text !== sequence && onSequence(text)}
          onPressEnter={(e) => {
            e.preventDefault();
            if (text !== sequence) onSequence(text);
          }}
        />
      </label>
      {item && at !== null && (
        <div className={styles.item}>
          <strong>{t("order.item", { number: at + 1, part: item.text })}</strong>
          {row && (
            <span className="soft">
              {t("order.lasts", {
                count: total(pieces.map((piece) => piece.length)),
                seconds: decimal(
                  total(pieces.map((piece) => piece.end_seconds - piece.start_seconds)),
                  1,
                ),
                phrases: phrasesOf(pieces).join(", "),
              })}
            </span>
          )}
          <Button
            size="small"
            disabled={!at}
            onClick={() => onChange({ ...NONE, change: "move", at, to: at - 1 })}
          >
            {t("order.up")}
          </Button>
          <Button
            size="small"
            disabled={at >= timeline.order.length - 1}
            onClick={() => onChange({ ...NONE, change: "move", at, to: at + 1 })}
          >
            {t("order.down")}
          </Button>
          <Dropdown menu={{ items: put(at) }} trigger={["click"]}>
            <Button size="small">{t("order.before")}</Button>
          </Dropdown>
          <Dropdown menu={{ items: put(at + 1) }} trigger={["click"]}>
            <Button size="small">{t("order.after")}</Button>
          </Dropdown>
          <Cut
            key={`${at} ${item.text}`}
            item={item}
            at={at}
            timeline={timeline}
            onChange={onChange}
          />
          <Button size="small" onClick={() => onChange({ ...NONE, change: "take", at })}>
            {t("order.out")}
          </Button>
          {item.is_part && <PinChoice part={item.name} pins={pins} onPins={onPins} />}
        </div>
      )}
    </section>
  );
}

interface CutProps {
  item: Timeline["order"][number];
  at: number;
  timeline: Timeline;
  onChange: (change: OrderChange) => void;
}

/** Which counts of the part are danced. */
function Cut({ item, at, timeline, onChange }: CutProps) {
  const { t } = useTranslation();
  const whole = timeline.parts.find((part) => part.name === item.name)?.counts ?? 0;
  const first = item.first ?? 1;
  const last = item.last ?? whole;
  const cut = (from: number | null, to: number | null) => {
    if (from === null || to === null || from > to) return;
    const all = from === 1 && to === whole;
    onChange({ ...NONE, change: "cut", at, first: all ? null : from, last: all ? null : to });
  };
  const field = { size: "small" as const, controls: false, precision: 0, min: 1, max: whole };
  return (
    <span className={styles.cut}>
      {t("order.counts")}
      <InputNumber
        {...field}
        defaultValue={first}
        onBlur={(e) => cut(Number(e.target.value), last)}
      />
      –
      <InputNumber
        {...field}
        defaultValue={last}
        onBlur={(e) => cut(first, Number(e.target.value))}
      />
    </span>
  );
}

interface PinProps {
  part: string;
  pins: Pin[];
  onPins: (pins: Pin[]) => void;
}

/** "B starts facing 6:00": wherever it comes. */
function PinChoice({ part, pins, onPins }: PinProps) {
  const { t } = useTranslation();
  const value = pins.find((pin) => pin.part === part)?.facing ?? "";
  return (
    <label className={styles.pin}>
      {t("order.always", { part })}
      <Select
        size="small"
        value={value}
        popupMatchSelectWidth={false}
        onChange={(facing: string) => {
          const rest = pins.filter((pin) => pin.part !== part);
          onPins(facing ? [...rest, { part, facing }] : rest);
        }}
        options={[
          { value: "", label: t("order.anywhere") },
          ...CLOCKS.map((clock) => ({ value: clock, label: clock })),
        ]}
      />
    </label>
  );
}

const total = (numbers: number[]) => numbers.reduce((sum, number) => sum + number, 0);

/** Each phrase once, also where a bridge lies in it. */
function phrasesOf(pieces: SegmentView[]): string[] {
  const spans = pieces.flatMap((piece) => piece.phrases);
  return spans
    .filter((span, at) => spans.findIndex((each) => each.index === span.index) === at)
    .map((span) => span.name);
}
