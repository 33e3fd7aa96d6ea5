// What happens on the cursor's wall: add, change, take off.
import { Button, Dropdown } from "antd";
import { useTranslation } from "react-i18next";

import type { Timeline } from "../../api/client";
import type { StackRow } from "../../drawing/wallStack";
import { blocksOf } from "./blocks";
import type { Cursor } from "./cursor";
import { EventFields } from "./EventFields";
import {
  addBridge,
  addChange,
  addEnding,
  addRestart,
  addTag,
  addWait,
  change,
  stops,
  takeOff,
  type Events,
} from "./events";

interface Props {
  timeline: Timeline;
  events: Events;
  cursor: Cursor;
  row: StackRow | undefined;
  onChange: (events: Events, field?: string) => void;
}

export function EventPanel({ timeline, events, cursor, row, onChange }: Props) {
  const { t } = useTranslation();
  const wall = row?.wall ?? 1;
  const met = timeline.happenings.filter((there) => there.wall === wall);
  const here = events.filter(
    (event) => event.walls.includes(wall) || met.some((there) => there.event === event.id),
  );
  const stopped = here.some(stops);
  const more = [
    {
      key: "change",
      label: t("fit.addChange"),
      onClick: () => onChange(addChange(events, wall, cursor.after, blocksOf(timeline, "change"))),
    },
    {
      key: "wait",
      label: t("fit.addWait", { count: cursor.after }),
      onClick: () => onChange(addWait(events, wall, cursor.after)),
    },
    {
      key: "ending",
      label: t("fit.addEnding", { count: cursor.after }),
      onClick: () => onChange(addEnding(events, wall, cursor.after, blocksOf(timeline, "ending"))),
    },
  ];
  const named = row && row.main.item !== null ? `${wall} ${row.main.name}` : String(wall);
  return (
    <section className="card here" aria-label={t("fit.event")}>
      <div className="add">
        <h2>{t("fit.at", { wall: named, count: cursor.after })}</h2>
        {!here.some((event) => stops(event) && event.after === String(cursor.after)) && (
          <Button onClick={() => onChange(addRestart(events, wall, cursor.after))}>
            {t("fit.restart", { count: cursor.after })} <span className="key">R</span>
          </Button>
        )}
        {!stopped && (
          <Button onClick={() => onChange(addTag(events, wall, timeline.tags))}>
            {t("fit.addTag")} <span className="key">G</span>
          </Button>
        )}
        <Button
          onClick={() =>
            onChange(addBridge(events, wall, cursor.after, blocksOf(timeline, "bridge")))
          }
        >
          {t("fit.addBridge")} <span className="key">B</span>
        </Button>
        <Dropdown menu={{ items: more }} trigger={["click"]}>
          <Button>{t("fit.more")}</Button>
        </Dropdown>
      </div>
      {here.map((event) => (
        <EventFields
          key={`${event.id} ${wall}`}
          event={event}
          wall={wall}
          timeline={timeline}
          set={(to, field) =>
            onChange(change(events, event.id, to), field && `${event.id} ${field}`)
          }
          remove={() =>
            onChange(
              event.walls.length
                ? takeOff(events, event.id, wall)
                : events.filter((each) => each !== event),
            )
          }
        />
      ))}
    </section>
  );
}
