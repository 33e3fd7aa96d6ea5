// The phrases in proportion; boundaries are dragged, or moved with the arrow keys.
import clsx from "clsx";
import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";

import type { PhraseForm } from "../../shared/api/client";
import { phraseTint } from "../../shared/theme/facing";
import type { Asked } from "./useEdits";
import styles from "./PhraseStrip.module.css";

interface Props {
  phrases: PhraseForm[];
  names: string[];
  unit: number;
  marked: number;
  onMark: (index: number) => void;
  onEdit: (asked: Asked, field?: string) => void;
}

interface Drag {
  at: number;
  x: number;
  perCount: number;
  /** By how many counts the boundary is shown moved while it is held. */
  by: number;
}

export function PhraseStrip({ phrases, names, unit, marked, onMark, onEdit }: Props) {
  const { t } = useTranslation();
  const strip = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const total = phrases.reduce((sum, phrase) => sum + phrase.counts, 0);
  const counts = phrases.map((phrase, index) => {
    if (!drag) return phrase.counts;
    return phrase.counts + (index === drag.at ? drag.by : index === drag.at + 1 ? -drag.by : 0);
  });

  const grab = (event: React.PointerEvent, at: number) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ at, x: event.clientX, perCount: (strip.current?.clientWidth ?? 1) / total, by: 0 });
  };
  const pull = (event: React.PointerEvent) => {
    if (!drag) return;
    const wanted = Math.round((event.clientX - drag.x) / drag.perCount);
    const least = 1 - (phrases[drag.at]?.counts ?? 1);
    const most = (phrases[drag.at + 1]?.counts ?? 1) - 1;
    setDrag({ ...drag, by: Math.max(least, Math.min(wanted, most)) });
  };
  const drop = () => {
    if (drag?.by)
      onEdit({
        op: "boundary",
        index: drag.at,
        counts: (phrases[drag.at]?.counts ?? 1) + drag.by,
      });
    setDrag(null);
  };
  const press = (event: React.KeyboardEvent, at: number) => {
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!way) return;
    event.preventDefault();
    const by = way * (event.shiftKey ? unit : 1);
    onEdit(
      (song) => ({ op: "boundary", index: at, counts: (song.phrases[at]?.counts ?? 1) + by }),
      `edge ${at}`,
    );
  };

  return (
    <div className={styles.phraseStrip} ref={strip} role="group" aria-label={t("song.strip")}>
      {phrases.map((phrase, index) => (
        <div
          key={index}
          className={clsx(styles.phrase, index === marked && styles.marked)}
          style={{ flexGrow: counts[index], background: phraseTint(phrase) }}
        >
          <button
            className="plain"
            aria-pressed={index === marked}
            title={names[index]}
            onClick={() => onMark(index)}
          >
            <strong>{names[index]}</strong>
            <span>{counts[index]}</span>
          </button>
          {index < phrases.length - 1 && (
            <span
              className={styles.boundary}
              role="slider"
              tabIndex={0}
              aria-label={t("song.boundary", { name: names[index], counts: phrase.counts })}
              aria-valuenow={counts[index]}
              aria-valuemin={1}
              aria-valuemax={phrase.counts + (phrases[index + 1]?.counts ?? 1) - 1}
              onPointerDown={(event) => grab(event, index)}
              onPointerMove={pull}
              onPointerUp={drop}
              onPointerCancel={() => setDrag(null)}
              onKeyDown={(event) => press(event, index)}
            />
          )}
        </div>
      ))}
    </div>
  );
}
