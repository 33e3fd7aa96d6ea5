// The phrases in proportion; boundaries are dragged, or moved with the arrow keys.
import { useRef } from "react";
import { useTranslation } from "react-i18next";

import type { PhraseForm } from "../../api/client";
import { PHRASE_TINTS } from "../../theme/facing";
import { moveBoundary } from "./phrases";

interface Props {
  phrases: PhraseForm[];
  unit: number;
  marked: number;
  onMark: (index: number) => void;
  onChange: (phrases: PhraseForm[], field?: string) => void;
}

interface Drag {
  at: number;
  x: number;
  perCount: number;
  from: PhraseForm[];
}

export function PhraseStrip({ phrases, unit, marked, onMark, onChange }: Props) {
  const { t } = useTranslation();
  const strip = useRef<HTMLDivElement>(null);
  const drag = useRef<Drag | null>(null);
  const total = phrases.reduce((sum, phrase) => sum + phrase.counts, 0);
  const nameOf = (phrase: PhraseForm) => phrase.name || t(`song.kinds.${phrase.kind}`);

  const grab = (event: React.PointerEvent, at: number) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const perCount = (strip.current?.clientWidth ?? 1) / total;
    drag.current = { at, x: event.clientX, perCount, from: phrases };
  };
  const pull = (event: React.PointerEvent) => {
    const held = drag.current;
    if (!held) return;
    const by = Math.round((event.clientX - held.x) / held.perCount);
    onChange(moveBoundary(held.from, held.at, by), `boundary ${held.at} ${held.x}`);
  };
  const press = (event: React.KeyboardEvent, at: number) => {
    const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!way) return;
    event.preventDefault();
    onChange(moveBoundary(phrases, at, way * (event.shiftKey ? unit : 1)));
  };

  return (
    <div className="phrase-strip" ref={strip} role="group" aria-label={t("song.strip")}>
      {phrases.map((phrase, index) => (
        <div
          key={index}
          className={index === marked ? "phrase marked" : "phrase"}
          style={{ flexGrow: phrase.counts, background: PHRASE_TINTS[phrase.kind] }}
        >
          <button
            className="plain"
            aria-pressed={index === marked}
            title={nameOf(phrase)}
            onClick={() => onMark(index)}
          >
            <strong>{nameOf(phrase)}</strong>
            <span>{phrase.counts}</span>
          </button>
          {index < phrases.length - 1 && (
            <span
              className="boundary"
              role="slider"
              tabIndex={0}
              aria-label={t("song.boundary", { name: nameOf(phrase), counts: phrase.counts })}
              aria-valuenow={phrase.counts}
              aria-valuemin={1}
              aria-valuemax={phrase.counts + (phrases[index + 1]?.counts ?? 1) - 1}
              onPointerDown={(event) => grab(event, index)}
              onPointerMove={pull}
              onPointerUp={() => (drag.current = null)}
              onPointerCancel={() => (drag.current = null)}
              onKeyDown={(event) => press(event, index)}
            />
          )}
        </div>
      ))}
    </div>
  );
}
