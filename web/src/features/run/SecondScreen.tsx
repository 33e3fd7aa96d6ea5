// The way to a second screen: a code for a phone's camera, and the address for a projector.
import { Button } from "antd";
import { useState } from "react";
import { useTranslation } from "react-i18next";

import styles from "./Settings.module.css";
import type { ScreenState } from "./useScreen";

export function SecondScreen({ screen, open, close }: ScreenState) {
  const { t } = useTranslation();
  const [failed, setFailed] = useState(false);
  return (
    <section>
      <h3>{t("run.screen.title")}</h3>
      <p className="soft">{t("run.screen.lead")}</p>
      {failed && <p role="alert">{t("error.offline")}</p>}
      {screen ? (
        <div className={styles.screen}>
          <img
            src={`data:image/svg+xml,${encodeURIComponent(screen.qr)}`}
            alt={t("run.screen.code")}
          />
          <a href={screen.path} target="_blank" rel="noreferrer">
            {location.host}
            {screen.path}
          </a>
          <Button onClick={close}>{t("run.screen.close")}</Button>
        </div>
      ) : (
        <Button
          onClick={() => {
            setFailed(false);
            open().catch(() => setFailed(true));
          }}
        >
          {t("run.screen.open")}
        </Button>
      )}
    </section>
  );
}
