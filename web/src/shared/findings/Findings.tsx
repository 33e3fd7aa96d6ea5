// Findings as sentences: what is the case, what to do, and the press that does it.
import { Button } from "antd";
import clsx from "clsx";
import { useTranslation } from "react-i18next";

import type { Finding } from "../api/client";
import styles from "./Findings.module.css";

export type Fix = NonNullable<Finding["fix"]>;

interface Props {
  findings: Finding[];
  fine: string;
  /** The finding whose fix Enter applies. */
  marked?: Finding | undefined;
  onPlace?: (finding: Finding) => void;
  onFix?: (fix: Fix) => void;
  /** Define a figure that nobody knows. */
  onDefine?: (name: string) => void;
  /** In a narrow column, with the buttons below the words. */
  narrow?: boolean;
}

/** What the reader supplied is listed for whoever wants to look, and is never an alarm. */
export const isUnderstood = (finding: Finding) =>
  finding.code === "sheet.supplied" || finding.code === "sheet.read-as";

export function Findings({ findings, fine, ...doing }: Props) {
  const { t } = useTranslation();
  const understood = findings.filter(isUnderstood);
  const rest = findings.filter((finding) => !isUnderstood(finding));
  return (
    <>
      {rest.length ? (
        <FindingList findings={rest} {...doing} />
      ) : (
        <p className={clsx("fine", doing.narrow && styles.close)}>{fine}</p>
      )}
      {understood.length > 0 && (
        <details className={styles.understood}>
          <summary>{t("steps.understood", { count: understood.length })}</summary>
          <FindingList findings={understood} {...doing} />
        </details>
      )}
    </>
  );
}

function FindingList(props: Omit<Props, "fine">) {
  const { findings, marked, onPlace, onFix, onDefine, narrow } = props;
  const { t } = useTranslation();
  return (
    <ul className={clsx(styles.findings, narrow && styles.narrow)}>
      {findings.map((finding) => (
        <li key={keyOf(finding)} data-severity={finding.severity}>
          {onPlace ? (
            <button className="plain" onClick={() => onPlace(finding)}>
              <Words finding={finding} />
            </button>
          ) : (
            <span>
              <Words finding={finding} />
            </span>
          )}
          {onDefine && finding.code.startsWith("sheet.figure-unknown") && (
            <Button size="small" onClick={() => onDefine(finding.found)}>
              {t("figures.defineThis")}
            </Button>
          )}
          {finding.fix && onFix && (
            <Button
              size="small"
              type={finding === marked ? "primary" : "default"}
              onClick={() => finding.fix && onFix(finding.fix)}
            >
              {finding.fix.label}
              {finding === marked && <span className="key">Enter</span>}
            </Button>
          )}
          {onFix &&
            finding.others.map((fix) => (
              <Button key={fix.label} size="small" onClick={() => onFix(fix)}>
                {fix.label}
              </Button>
            ))}
        </li>
      ))}
    </ul>
  );
}

function Words({ finding }: { finding: Finding }) {
  const { t } = useTranslation();
  return (
    <>
      <span className={styles.mark}>{t(`fit.place.${finding.severity}`)}</span>{" "}
      <strong>{finding.message}</strong> <span className="soft">{finding.advice}</span>
      {finding.consequences.length > 0 && (
        <span className={clsx("soft", styles.follows)}>
          {t("fit.follows", { count: finding.consequences.length })}{" "}
          {finding.consequences.join(" ")}
        </span>
      )}
    </>
  );
}

const keyOf = (finding: Finding) =>
  `${finding.code} ${finding.start} ${finding.event} ${finding.wall} ${finding.phrase}`;
