// How the dance sits on the song, where it starts, and how it ends.
import { useQuery } from "@tanstack/react-query";
import { Button, InputNumber } from "antd";
import clsx from "clsx";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";

import { api, ask, type EventForm, type Timeline } from "../../shared/api/client";
import { RoomGlyph } from "../../drawing/RoomGlyph";
import styles from "./FitSummary.module.css";
import desk from "./FitDesk.module.css";

interface Props {
  id: string;
  version: string;
  timeline: Timeline;
  onStart: (count: number) => void;
  onEnding: (event: EventForm) => void;
}

export function FitSummary({ id, version, timeline, onStart, onEnding }: Props) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const { end } = timeline;
  return (
    <section className={clsx("card", styles.sits)} aria-label={t("fit.howItSits")}>
      {timeline.phrases_danced ? (
        <p>
          <b>
            {timeline.hits} / {timeline.phrases_danced}
          </b>{" "}
          {t("fit.begin")}
        </p>
      ) : (
        <p>
          <span>
            {t("fit.unmarked")}. <Link to="../song">{t("fit.unmarkedGo")}</Link>
          </span>
        </p>
      )}
      {end && (
        <p className={styles.ending}>
          <RoomGlyph clock={end.facing} silent />
          <span>
            {t("fit.songEnds", { count: end.count })}, {t("fit.facing", { clock: end.facing })}
            <br />
            <strong>
              {!end.turn_amount
                ? t("fit.front")
                : end.turn_sides.length > 1
                  ? t("fit.toFrontHalf")
                  : t("fit.toFront", {
                      amount: end.turn_amount,
                      side: t(`fit.sides.${end.turn_sides[0]}`),
                    })}
            </strong>
            <br />
            <button
              className={clsx("plain", desk.link)}
              aria-expanded={open}
              onClick={() => setOpen(!open)}
            >
              {t("fit.endings")}
            </button>
          </span>
        </p>
      )}
      {open && <Endings id={id} version={version} onEnding={onEnding} />}
      <label className={styles.begins}>
        {t("fit.start")}{" "}
        <InputNumber
          size="small"
          value={timeline.start}
          min={0}
          precision={0}
          controls={false}
          onChange={(count) => count !== null && onStart(count)}
        />{" "}
        {t("fit.counts")}
      </label>
    </section>
  );
}

/** The choices drawn with the room: where one stands, the turn, and the front. */
function Endings({ id, version, onEnding }: Pick<Props, "id" | "version" | "onEnding">) {
  const { t } = useTranslation();
  const choices = useQuery({
    queryKey: ["endings", id, version],
    queryFn: () =>
      ask(api.GET("/api/routines/{pk}/endings", { params: { path: { pk: id } } }), true),
  });
  if (!choices.data) return null;
  if (!choices.data.length) return <p className="soft">{t("fit.endingSet")}</p>;
  return (
    <ul className={styles.endings}>
      {choices.data.map((choice) => (
        <li key={choice.words}>
          <span className={styles.rooms}>
            <RoomGlyph clock={choice.stands} size={24} />
            {choice.turn_amount && (
              <span>
                {choice.turn_side === "right" ? "↻" : "↺"}
                {choice.turn_amount}
              </span>
            )}
          </span>
          <span>
            {choice.words}
            {choice.note && <small className="soft">{choice.note}</small>}
          </span>
          {choice.event && (
            <Button size="small" onClick={() => choice.event && onEnding(choice.event)}>
              {t("fit.take")}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
