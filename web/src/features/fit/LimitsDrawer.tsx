// The planner's limits: what may be cut, how long tags may be, which phrases matter, what stays.
import { Button, Checkbox, Drawer, Input, InputNumber, Select } from "antd";
import { useTranslation } from "react-i18next";

import type { EventForm, Timeline } from "../../api/client";
import type { Plans, Wish } from "./usePlans";
import { useState } from "react";

interface Props {
  wish: Wish;
  used: Plans["limits"];
  timeline: Timeline;
  events: EventForm[];
  onWish: (wish: Wish) => void;
  onUsual: () => void;
  onClose: () => void;
}

/** What a plan may put elsewhere; bridges, step changes and waits stay in any case. */
const PLANNED = ["tag", "restart", "tag-restart"];
const KINDS = [
  "verse",
  "pre-chorus",
  "chorus",
  "bridge",
  "instrumental",
  "break",
  "outro",
] as const;
const TAGS = [2, 3, 4, 6, 8, 12, 16];

export default function LimitsDrawer(props: Props) {
  const { wish, used, timeline, events, onWish, onUsual, onClose } = props;
  const { t } = useTranslation();
  const [cuts, setCuts] = useState((wish.cuts ?? used.cuts).join(", "));
  const tags = wish.tags ?? used.tags;
  const known = [...new Set([...TAGS, ...used.tags])].sort((a, b) => a - b);
  const phrases = timeline.phrases.filter((phrase) => phrase.hit !== null);
  const phrased = Object.keys(used.homes).length > 0;
  return (
    <Drawer open onClose={onClose} title={t("limits.title")} size={420} className="limits">
      <p className="soft">{t("limits.lead")}</p>
      <label>
        {t("limits.most")}
        <InputNumber
          value={wish.max_events ?? used.max_events}
          min={0}
          max={30}
          precision={0}
          onChange={(most) => onWish({ ...wish, max_events: most })}
        />
      </label>
      <label>
        {t("limits.cuts")}
        <Input
          value={cuts}
          onChange={(e) => setCuts(e.target.value)}
          onBlur={() =>
            onWish({ ...wish, cuts: cuts.trim() ? cuts.split(/[,;]+/).map((c) => c.trim()) : [] })
          }
        />
      </label>
      <fieldset>
        <legend>{t("limits.tags")}</legend>
        <Checkbox.Group
          value={tags}
          options={known.map((tag) => ({ value: tag, label: String(tag) }))}
          onChange={(chosen) => onWish({ ...wish, tags: chosen })}
        />
      </fieldset>
      <Checkbox
        checked={wish.no_side_events}
        onChange={(e) => onWish({ ...wish, no_side_events: e.target.checked })}
      >
        {t("limits.noSide")}
      </Checkbox>
      {phrased && (
        <fieldset>
          <legend>{t("limits.homes")}</legend>
          {Object.entries(used.homes).map(([part, kinds]) => (
            <label key={part}>
              {part}
              <Select
                mode="multiple"
                value={kinds}
                placeholder={t("limits.anywhere")}
                onChange={(chosen: string[]) =>
                  onWish({ ...wish, homes: { ...used.homes, [part]: chosen } })
                }
                options={KINDS.map((kind) => ({ value: kind, label: t(`song.kinds.${kind}`) }))}
              />
            </label>
          ))}
        </fieldset>
      )}
      {!phrased && events.length > 0 && (
        <fieldset>
          <legend>{t("limits.keep")}</legend>
          <Checkbox.Group
            value={wish.keep}
            options={events
              .filter((event) => event.walls.length && PLANNED.includes(event.kind))
              .map((event) => ({
                value: event.id,
                label:
                  timeline.happenings.find((there) => there.event === event.id)?.words ??
                  t(`fit.kinds.${event.kind}`),
              }))}
            onChange={(keep) => onWish({ ...wish, keep })}
          />
        </fieldset>
      )}
      <fieldset className="weights">
        <legend>{t("limits.phrases")}</legend>
        {phrases.map((phrase) => (
          <label key={phrase.index}>
            {phrase.name}
            <InputNumber
              size="small"
              min={0}
              max={20}
              precision={0}
              value={used.importance[phrase.index] ?? 0}
              onChange={(weight) =>
                weight !== null &&
                onWish({ ...wish, importance: { ...wish.importance, [phrase.index]: weight } })
              }
            />
          </label>
        ))}
      </fieldset>
      <Button onClick={onUsual}>{t("limits.usual")}</Button>
    </Drawer>
  );
}
