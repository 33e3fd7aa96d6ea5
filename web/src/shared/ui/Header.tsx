// The walnut bar: what is worked on, and the desks.
import type { ReactNode } from "react";
import { useTranslation } from "react-i18next";
import { Link, NavLink } from "react-router";
import styles from "./Header.module.css";

export interface DeskLink {
  key: string;
  to: string;
  words: string;
}

interface Props {
  title?: ReactNode;
  detail?: string;
  desks?: DeskLink[];
  right?: ReactNode;
}

export function Header({ title, detail, desks = [], right }: Props) {
  const { t } = useTranslation();
  return (
    <header className={styles.barTop}>
      <Link to="/" className={styles.brand}>
        Maple<span aria-hidden>·</span>Step
      </Link>
      {title && (
        <h1>
          {title} {detail && <small>{detail}</small>}
        </h1>
      )}
      <span className={styles.gap} />
      {right}
      {desks.length > 0 && (
        <nav aria-label={t("desks.label")}>
          {desks.map((desk) => (
            <NavLink key={desk.to} to={desk.to}>
              <small>{desk.key}</small> {desk.words}
            </NavLink>
          ))}
        </nav>
      )}
    </header>
  );
}
