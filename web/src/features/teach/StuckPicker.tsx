// Where it stuck: a tap on the foot chart says the section and the count.
import { useQuery } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";

import { FootChart } from "../../drawing/FootChart";
import { api, ask, type PartView, type SectionView } from "../../shared/api/client";
import styles from "./StuckPicker.module.css";

/** A dance with its foot chart. */
export const danceQuery = (id: string) => ({
  queryKey: ["dance", id],
  queryFn: () => ask(api.GET("/api/dances/{pk}", { params: { path: { pk: id } } })),
});

interface Place {
  part: string;
  section: string;
  at: string;
  label: string;
}

interface Props {
  danceId: string;
  part: string;
  section: string;
  onPick: (place: Place) => void;
}

export function StuckPicker({ danceId, part, section, onPick }: Props) {
  const { t } = useTranslation();
  const dance = useQuery(danceQuery(danceId));
  const parts = dance.data?.reading.parts ?? [];
  const shown = parts.filter((each) => !part || each.name === part);
  return (
    <div className={styles.picker}>
      <p>{t("teach.now.where")}</p>
      {shown.flatMap((each) =>
        each.sections
          .filter((own) => !section || own.title === section || each.sections.length === 1)
          .map((own) => (
            <FootChart
              key={`${each.name} ${own.first}`}
              section={own}
              part={shown.length > 1 ? each.name : ""}
              labels={each.count_labels}
              between={each.between}
              cursor={null}
              onPick={(start) => {
                const place = placeOf(each, own, start);
                if (place) onPick(place);
              }}
            />
          )),
      )}
    </div>
  );
}

/** Twelfths hold every place between two counts there is. */
const PARTS = 12;

function placeOf(part: PartView, section: SectionView, start: number): Place | null {
  const move = section.moves.find((each) => each.start === start);
  if (!move) return null;
  return {
    part: part.name,
    section: section.title,
    at: `${Math.round(PARTS * (section.first - 1 + move.at))}/${PARTS}`,
    label: move.label,
  };
}
