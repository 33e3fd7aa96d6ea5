// The items of an evening in their order: times can be typed over, items dragged, fixed, left out.
import { Input } from "antd";
import clsx from "clsx";
import { useState, type DragEvent, type KeyboardEvent } from "react";
import { useTranslation } from "react-i18next";

import { minutesOf, secondsTyped } from "../../shared/i18n/days";
import styles from "./Programme.module.css";
import type { Evening, Item, Wish } from "./useEvening";

interface Props {
  evening: Evening;
  busy: boolean;
  change: (changed: Partial<Wish>) => void;
}

export function Programme({ evening, busy, change }: Props) {
  const { t } = useTranslation();
  const { plan, wish, titles } = evening;
  const [dragged, setDragged] = useState<string | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const keys = plan.items.map((item) => item.key);
  const fixed = wish.fixed ?? {};
  const give = (key: string, seconds: number | null) => {
    const rest = Object.fromEntries(Object.entries(fixed).filter(([each]) => each !== key));
    change({ fixed: seconds === null ? rest : { ...rest, [key]: seconds } });
  };
  const move = (key: string, to: number) => {
    const others = keys.filter((each) => each !== key);
    const at = Math.max(0, Math.min(others.length, to));
    change({ arrangement: [...others.slice(0, at), key, ...others.slice(at)] });
  };
  const drop = (event: DragEvent, target: string) => {
    event.preventDefault();
    if (dragged && dragged !== target) move(dragged, keys.indexOf(target));
    setDragged(null);
    setOver(null);
  };
  return (
    <ol className={clsx(styles.programme, busy && styles.busy)} aria-busy={busy}>
      {plan.items.map((item, index) => (
        <li
          key={item.key}
          className={clsx(
            styles.item,
            !item.routine && styles.frame,
            over === item.key && styles.over,
            dragged === item.key && styles.dragged,
          )}
          onDragOver={(event) => {
            event.preventDefault();
            setOver(item.key);
          }}
          onDrop={(event) => drop(event, item.key)}
        >
          {item.routine && item.routine !== plan.items[index - 1]?.routine && (
            <h3>{titles[item.routine]}</h3>
          )}
          <div className={styles.line}>
            <button
              className={styles.grip}
              draggable
              aria-label={t("teach.plan.move", { words: item.words })}
              title={t("teach.plan.moveHow")}
              onDragStart={() => setDragged(item.key)}
              onDragEnd={() => {
                setDragged(null);
                setOver(null);
              }}
              onKeyDown={(event: KeyboardEvent) => {
                const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
                if (!by) return;
                event.preventDefault();
                event.stopPropagation();
                move(item.key, index + by);
              }}
            >
              ⋮⋮
            </button>
            <span className={styles.at}>{minutesOf(item.start_seconds)}</span>
            <span className={styles.what}>
              <strong>{item.words}</strong>
              <Detail item={item} />
            </span>
            <Length item={item} give={give} />
            <button
              className={styles.tool}
              aria-label={t("teach.plan.leave", { words: item.words })}
              title={t("teach.plan.leave", { words: item.words })}
              onClick={() => give(item.key, 0)}
            >
              ×
            </button>
          </div>
        </li>
      ))}
    </ol>
  );
}

function Detail({ item }: { item: Item }) {
  return (
    <>
      {item.detail && <small className="soft">{item.detail}</small>}
      {item.hints.map((hint) => (
        <small key={hint} className={styles.hint}>
          {hint}
        </small>
      ))}
    </>
  );
}

function Length({
  item,
  give,
}: {
  item: Item;
  give: (key: string, seconds: number | null) => void;
}) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState<string | null>(null);
  const store = () => {
    if (typed === null) return;
    const seconds = secondsTyped(typed);
    if (seconds !== null && seconds !== item.seconds) give(item.key, seconds);
    setTyped(null);
  };
  return (
    <>
      <Input
        className={styles.length ?? ""}
        value={typed ?? minutesOf(item.seconds)}
        aria-label={t("teach.plan.time", { words: item.words })}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={store}
        onPressEnter={store}
        status={typed !== null && secondsTyped(typed) === null ? "error" : ""}
      />
      <button
        className={clsx(styles.keep, item.fixed && styles.fixed)}
        aria-pressed={item.fixed}
        aria-label={t("teach.plan.fix", { words: item.words })}
        title={t(item.fixed ? "teach.plan.isFixed" : "teach.plan.isFree")}
        onClick={() => give(item.key, item.fixed ? null : item.seconds)}
      >
        {t(item.fixed ? "teach.plan.kept" : "teach.plan.keep")}
      </button>
    </>
  );
}
