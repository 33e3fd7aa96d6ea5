// Every event where it comes: wall, clock at its start, clock where it happens, time.
import clsx from "clsx";
import { useTranslation } from "react-i18next";

import type { EventForm, Timeline } from "../../shared/api/client";
import { songClock } from "../../drawing/clock";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import styles from "./EventList.module.css";
import desk from "./FitDesk.module.css";

interface Props {
  timeline: Timeline;
  events: EventForm[];
  onGo: (wall: number, after: number) => void;
  onRemove: (id: string) => void;
}

export function EventList({ timeline, events, onGo, onRemove }: Props) {
  const { t } = useTranslation();
  const met = new Set(timeline.occurrences.map((there) => there.event));
  const fromSheet = new Set(events.filter((event) => event.origin).map((event) => event.id));
  const never = events.filter((event) => !met.has(event.id) && !event.walls.length);
  if (!timeline.occurrences.length && !never.length) return null;
  return (
    <section className={clsx("card", styles.occurrences)} aria-label={t("fit.events")}>
      <h2>{t("fit.events")}</h2>
      <table>
        <tbody>
          {timeline.occurrences.map((there) => (
            <tr key={`${there.event} ${there.wall}`}>
              <td>
                <button className="plain" onClick={() => onGo(there.wall, there.after)}>
                  <b>{there.wall}</b>
                </button>
              </td>
              <td>
                <button className="plain" onClick={() => onGo(there.wall, there.after)}>
                  <strong>{there.words}</strong>
                </button>
                {fromSheet.has(there.event) && (
                  <span className={styles.fromSheet}>{t("fit.fromSheet")}</span>
                )}
              </td>
              <td title={t("fit.starts", { clock: there.starts })}>
                <RoomGlyph clock={there.starts} size={18} silent /> {there.starts}
              </td>
              <td title={t("fit.happens", { clock: there.facing })}>
                <RoomGlyph clock={there.facing} size={18} silent /> {there.facing}
              </td>
              <td className="soft">{songClock(there.at_seconds)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {never.map((event) => (
        <p key={event.id}>
          {t("fit.neverMet", { what: t(`fit.kinds.${event.kind}`) })}{" "}
          <button className={clsx("plain", desk.link)} onClick={() => onRemove(event.id)}>
            {t("fit.removeAll")}
          </button>
        </p>
      ))}
    </section>
  );
}
