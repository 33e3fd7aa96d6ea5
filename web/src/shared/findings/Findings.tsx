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
        <FindingList findings={rest} alike={doing.narrow} {...doing} />
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

const MANY = 3;
/** Kinds of findings that have a title of their own when there are several. */
const TITLES = {
  "fit.phrase-missed": "manyPhrases",
  "fit.wrong-foot": "manyFeet",
  "fit.wall-off-unit": "manyOffUnit",
} as const;
type Kind = keyof typeof TITLES;

const kindOf = (code: string): string =>
  Object.keys(TITLES).find((kind) => code.startsWith(kind)) ?? code;

/** Findings of one kind stand together, where there are several, in the place of the first. */
function byKind(findings: Finding[]): Finding[][] {
  const kinds = new Map<string, Finding[]>();
  for (const finding of findings) {
    const kind = kindOf(finding.code);
    const alike = kinds.get(kind);
    if (alike) alike.push(finding);
    else kinds.set(kind, [finding]);
  }
  return [...kinds.values()].flatMap((alike) =>
    alike.length < MANY ? alike.map((one) => [one]) : [alike],
  );
}

function Alike({ findings, ...doing }: Omit<Props, "fine">) {
  const { t } = useTranslation();
  const [first] = findings;
  if (!first) return null;
  const walls = [...new Set(findings.map((finding) => finding.wall))].filter(Boolean);
  const kind = kindOf(first.code);
  const title = kind in TITLES && walls.length > 1 ? TITLES[kind as Kind] : null;
  return (
    <li data-severity={first.severity}>
      <details className={styles.alike} open={findings.some((f) => f === doing.marked)}>
        <summary>
          <span className={styles.mark}>{t(`fit.place.${first.severity}`)}</span>{" "}
          {title ? (
            <strong>
              {t(`fit.${title}`, { count: findings.length, walls: walls.join(", ") })}
            </strong>
          ) : (
            <>
              <strong>{first.message}</strong>{" "}
              <span className="soft">
                {t("fit.alike", { count: findings.length - 1 })}
                {walls.length > 1 && ` ${t("fit.alikeWalls", { walls: walls.join(", ") })}`}
              </span>
            </>
          )}
        </summary>
        <FindingList findings={findings} {...doing} />
      </details>
    </li>
  );
}

function FindingList(props: Omit<Props, "fine"> & { alike?: boolean | undefined }) {
  const { findings, alike = false, ...doing } = props;
  const { marked, onPlace, onFix, onDefine, narrow } = doing;
  const { t } = useTranslation();
  const cards = alike ? byKind(findings) : findings.map((one) => [one]);
  return (
    <ul className={clsx(styles.findings, narrow && styles.narrow)}>
      {cards.map(([finding, ...more]) =>
        !finding ? null : more.length ? (
          <Alike key={keyOf(finding)} findings={[finding, ...more]} {...doing} />
        ) : (
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
        ),
      )}
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
