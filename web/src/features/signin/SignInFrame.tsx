// What stands beside every form of somebody who is not signed in.
import { type ReactNode } from "react";
import { useTranslation } from "react-i18next";

import { RoomGlyph } from "../../drawing/RoomGlyph";
import { LanguageChoice } from "../../shared/ui/LanguageChoice";
import styles from "./SignIn.module.css";

export function SignInFrame({ children }: { children: ReactNode }) {
  const { t } = useTranslation();
  return (
    <main className={styles.signin}>
      <section className={styles.lead}>
        <p className={styles.brand}>
          Maple<span aria-hidden>·</span>Step
        </p>
        <p>{t("signin.lead")}</p>
        <div className={styles.rooms} aria-hidden>
          {["12:00", "9:00", "6:00", "3:00"].map((clock, index) => (
            <figure key={clock}>
              <RoomGlyph clock={clock} size={64} silent />
              <figcaption>
                {index + 1} · {clock}
              </figcaption>
            </figure>
          ))}
        </div>
      </section>
      <div className={styles.side}>
        {children}
        <div className={styles.language}>
          <LanguageChoice signedIn={false} />
        </div>
      </div>
    </main>
  );
}
