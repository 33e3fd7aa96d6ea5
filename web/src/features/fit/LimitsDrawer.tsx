// The planner's limits: what may be cut, how long tags may be, which phrases matter, what stays.
import { Button, Checkbox, Drawer, Input, InputNumber, Select } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";

import type { EventForm, Timeline } from "../../shared/api/client";
import type { Plans, PlanRequest } from "./usePlans";
import { useState } from "react";
import styles from "./LimitsDrawer.module.css";

interface Props {
  request: PlanRequest;
  used: Plans["limits"];
  timeline: Timeline;
  events: EventForm[];
  onRequest: (request: PlanRequest) => void;
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
  "section",
] as const;
const TAGS = [2, 3, 4, 6, 8, 12, 16];

export default function LimitsDrawer(props: Props) {
  const { request, used, timeline, events, onRequest, onUsual, onClose } = props;
  const { t } = useTranslation();
  const [cuts, setCuts] = useState((request.cuts ?? used.cuts).join(", "));
  const tags = request.tags ?? used.tags;
  const known = [...new Set([...TAGS, ...used.tags])].sort((a, b) => a - b);
  const phrases = timeline.phrases.filter((phrase) => phrase.hit !== null);
  const phrased = Object.keys(used.homes).length > 0;
  return (
    <Drawer
      open
      onClose={onClose}
      title={t("limits.title")}
      size={420}
      className={clsx(styles.limits)}
    >
      <p className="soft">{t("limits.lead")}</p>
      <label>
        {t("limits.most")}
        <InputNumber
          value={request.max_events ?? used.max_events}
          min={0}
          max={30}
          precision={0}
          onChange={(most) => onRequest({ ...request, max_events: most })}
        />
      </label>
      <label>
        {t("limits.cuts")}
        <Input
          value={cuts}
          onChange={(e) => setCuts(e.target.value)}
          onBlur={() =>
            onRequest({
              ...request,
              cuts: cuts.trim() ? cuts.split(/[,;]+/).map((c) => c.trim()) : [],
            })
          }
        />
      </label>
      <fieldset>
        <legend>{t("limits.tags")}</legend>
        <Checkbox.Group
          value={tags}
          options={known.map((tag) => ({ value: tag, label: String(tag) }))}
          onChange={(chosen) => onRequest({ ...request, tags: chosen })}
        />
      </fieldset>
      <Checkbox
        checked={request.no_side_events}
        onChange={(e) => onRequest({ ...request, no_side_events: e.target.checked })}
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
                  onRequest({ ...request, homes: { ...used.homes, [part]: chosen } })
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
            value={request.keep}
            options={events
              .filter((event) => event.walls.length && PLANNED.includes(event.kind))
              .map((event) => ({
                value: event.id,
                label:
                  timeline.occurrences.find((there) => there.event === event.id)?.words ??
                  t(`fit.kinds.${event.kind}`),
              }))}
            onChange={(keep) => onRequest({ ...request, keep })}
          />
        </fieldset>
      )}
      <fieldset className={styles.weights}>
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
                onRequest({
                  ...request,
                  importance: { ...request.importance, [phrase.index]: weight },
                })
              }
            />
          </label>
        ))}
      </fieldset>
      <Button onClick={onUsual}>{t("limits.usual")}</Button>
    </Drawer>
  );
}
