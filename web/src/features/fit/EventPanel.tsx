// What happens on the cursor's wall: add, change, take off.
import { Button, Dropdown } from "antd";
import clsx from "clsx";
import { memo, useDeferredValue } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";

import type { Timeline } from "../../shared/api/client";
import { EventFields } from "./EventFields";
import { adding, change, stops, takingOff, type EventChange, type Events } from "./events";
import desk from "./FitDesk.module.css";

interface Props {
  timeline: Timeline;
  events: Events;
  /** Where the cursor stands: the wall, the part's name in a phrased dance, after which count. */
  wall: number;
  item: string;
  after: number;
  onChange: (events: Events, field?: string) => void;
  onMake: (change: EventChange) => void;
}

export const EventPanel = memo(function EventPanel(props: Props) {
  const { timeline, events, wall, item, after, onChange, onMake } = props;
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
      onClick: () => onMake(adding("change", wall, after)),
    },
    {
      key: "wait",
      label: t("fit.addWait", { count: after }),
      onClick: () => onMake(adding("wait", wall, after)),
    },
    {
      key: "ending",
      label: t("fit.addEnding", { count: after }),
      onClick: () => onMake(adding("ending", wall, after)),
    },
  ];
  const named = item ? `${wall} ${item}` : String(wall);
  return (
    <section className={clsx("card", desk.here)} aria-label={t("fit.event")}>
      <div className={desk.add}>
        <h2>{t("fit.at", { wall: named, count: after })}</h2>
        <Link to={`../run?wall=${wall}`} relative="path">
          {t("fit.rehearseWall")}
        </Link>
        {!here.some((event) => stops(event) && event.after === String(after)) && (
          <Button onClick={() => onMake(adding("restart", wall, after))}>
            {t("fit.restart", { count: after })} <span className="key">R</span>
          </Button>
        )}
        {!stopped && (
          <Button onClick={() => onMake(adding("tag", wall, after))}>
            {t("fit.addTag")} <span className="key">G</span>
          </Button>
        )}
        <Button onClick={() => onMake(adding("bridge", wall, after))}>
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
              event.walls.length
                ? onMake(takingOff(event.id, wall))
                : onChange(events.filter((each) => each !== event))
            }
          />
        ))}
    </section>
  );
});
