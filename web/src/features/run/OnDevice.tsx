// Take a routine along to where there is no network, and what has been taken.
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import { decimal } from "../../shared/i18n/decimal";
import styles from "./Settings.module.css";
import { canTake, leave, listTaken, take } from "../../shared/offline/taken";

interface Props {
  id: string;
  title: string;
  /** What the routine needs to be rehearsed. */
  urls: string[];
  prints: Prints;
}

/** Addresses of what can be printed without network too. */
export interface Prints {
  cueSheet: string;
  stepSheet: string;
}

export function OnDevice({ id, title, urls, prints }: Props) {
  const { t, i18n } = useTranslation();
  const [list, setList] = useState(listTaken);
  const [state, setState] = useState<"" | "going" | "failed">("");
  if (!canTake()) return null;
  const here = list.some((each) => each.id === id);
  const act = async (doing: Promise<typeof list>) => {
    setState("going");
    try {
      setList(await doing);
      setState("");
    } catch {
      setState("failed");
    }
  };
  const day = (ms: number) =>
    new Intl.DateTimeFormat(i18n.language, { dateStyle: "medium", timeStyle: "short" }).format(ms);
  return (
    <section>
      <h3>{t("run.device.title")}</h3>
      <p className="soft">{t("run.device.lead")}</p>
      <Button loading={state === "going"} onClick={() => void act(take(id, title, urls))}>
        {t(here ? "run.device.again" : "run.device.take")}
      </Button>
      <a href={prints.cueSheet} className={styles.print}>
        {t("run.device.print")}
      </a>
      <a href={prints.stepSheet} className={styles.print}>
        {t("run.device.steps")}
      </a>
      {state === "failed" && <p role="alert">{t("run.device.failed")}</p>}
      <ul className={styles.device}>
        {list.map((each) => (
          <li key={each.id}>
            <strong>{each.title}</strong>{" "}
            {t("song.megabytes", { size: decimal(each.bytes / 1e6, 1) })},{" "}
            {t("run.device.since", { day: day(each.since) })}{" "}
            <Button size="small" onClick={() => void act(leave(each.id))}>
              {t("run.device.remove")}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
