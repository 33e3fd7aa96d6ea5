// What happens on the cursor's wall: add, change, take off.
import { Button, Dropdown } from "antd";
import { memo, useDeferredValue } from "react";
import { useTranslation } from "react-i18next";

import type { Timeline } from "../../shared/api/client";
import { blocksOf } from "./blocks";
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
  /** Where the cursor stands: the wall, the part's name in a phrased dance, after which count. */
  wall: number;
  item: string;
  after: number;
  onChange: (events: Events, field?: string) => void;
}

export const EventPanel = memo(function EventPanel(props: Props) {
  const { timeline, events, wall, item, after, onChange } = props;
  const { t } = useTranslation();
  const met = timeline.occurrences.filter((there) => there.wall === wall);
  const here = events.filter(
    (event) => event.walls.includes(wall) || met.some((there) => there.event === event.id),
  );
  // The fields of an event just added may come a moment later: what it does is asked for first.
  const shown = useDeferredValue(here.map((event) => event.id).join("\n"));
  const stopped = here.some(stops);
  const more = [
    {
      key: "change",
      label: t("fit.addChange"),
      onClick: () => onChange(addChange(events, wall, after, blocksOf(timeline, "change"))),
    },
    {
      key: "wait",
      label: t("fit.addWait", { count: after }),
      onClick: () => onChange(addWait(events, wall, after)),
    },
    {
      key: "ending",
      label: t("fit.addEnding", { count: after }),
      onClick: () => onChange(addEnding(events, wall, after, blocksOf(timeline, "ending"))),
    },
  ];
  const named = item ? `${wall} ${item}` : String(wall);
  return (
    <section className="card here" aria-label={t("fit.event")}>
      <div className="add">
        <h2>{t("fit.at", { wall: named, count: after })}</h2>
        {!here.some((event) => stops(event) && event.after === String(after)) && (
          <Button onClick={() => onChange(addRestart(events, wall, after))}>
            {t("fit.restart", { count: after })} <span className="key">R</span>
          </Button>
        )}
        {!stopped && (
          <Button onClick={() => onChange(addTag(events, wall, timeline.tags))}>
            {t("fit.addTag")} <span className="key">G</span>
          </Button>
        )}
        <Button
          onClick={() => onChange(addBridge(events, wall, after, blocksOf(timeline, "bridge")))}
        >
          {t("fit.addBridge")} <span className="key">B</span>
        </Button>
        <Dropdown menu={{ items: more }} trigger={["click"]}>
          <Button>{t("fit.more")}</Button>
        </Dropdown>
      </div>
      {here
        .filter((event) => shown.split("\n").includes(event.id))
        .map((event) => (
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
});
