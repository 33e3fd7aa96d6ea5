// What stands beside the stack: how it sits, what is to settle, plans and events. Drawn a moment
// after the stack, which answers a press first.
import { Button, Dropdown } from "antd";
import { memo, type ReactNode } from "react";
import { useTranslation } from "react-i18next";

import type { EventForm, Finding, RoutineOut } from "../../shared/api/client";
import { languages } from "../../shared/i18n";
import { Findings, type Fix } from "../../shared/findings/Findings";
import { EventList } from "./EventList";
import type { EventChange } from "./events";
import { Plans } from "./Plans";
import { FitSummary } from "./FitSummary";
import type { Plan, Plans as PlansView } from "./usePlans";
import styles from "./SidePanel.module.css";

export type Opened =
  | null
  | "said"
  | "claims"
  | "limits"
  | "sheet"
  | { rank: "dances" | "songs" }
  | { swap: string | null };

/** What can be done from here; the same functions as long as the desk is open. */
export interface FitCommands {
  events: (events: EventForm[], field?: string) => void;
  start: (count: number) => void;
  make: (change: EventChange) => void;
  add: (events: EventForm[]) => void;
  fix: (fix: Fix) => void;
  remove: (event: string) => void;
  take: (plan: Plan) => void;
  show: (plan: Plan | null) => void;
  open: (what: Opened) => void;
  go: (wall: number, after?: number) => void;
  steps: () => void;
}

interface Props {
  routine: RoutineOut;
  events: EventForm[];
  version: string;
  plans: PlansView | undefined;
  /** They were made from what no longer stands. */
  old: boolean;
  error: string;
  shown: Plan | null;
  commands: FitCommands;
  children: ReactNode;
}

export function SidePanel({ children, ...panels }: Props) {
  return (
    <aside>
      {children}
      <Panels {...panels} />
    </aside>
  );
}

/** The finding whose repair Enter applies. */
export const fixableOf = (findings: Finding[]) =>
  findings.find((finding) => finding.fix && finding.fix.kind !== "sheet");

const Panels = memo(function Panels(props: Omit<Props, "children">) {
  const { routine, events, version, plans, old, error, shown, commands } = props;
  const { t } = useTranslation();
  const { timeline, id } = routine;
  const settle = [...timeline.sheet_findings, ...timeline.findings].filter(
    (finding) => finding.severity !== "know",
  );
  const know = timeline.findings.filter(
    (finding) => finding.severity === "know" && !finding.code.startsWith("fit.final"),
  );
  const toPlace = (finding: Finding) => {
    if (finding.start !== null) commands.steps();
    else if (finding.wall !== null) commands.go(finding.wall);
  };
  return (
    <>
      <Tools id={id} onOpen={commands.open} />
      <FitSummary
        id={id}
        version={version}
        timeline={timeline}
        onStart={commands.start}
        onEnding={(event) => commands.add([event])}
      />
      <section className="card" aria-label={t("fit.toSettle")}>
        <h2>{t("fit.toSettle")}</h2>
        <Findings
          narrow
          findings={settle}
          fine={t("fit.nothing")}
          marked={fixableOf(timeline.findings)}
          onPlace={toPlace}
          onFix={commands.fix}
        />
        {know.length > 0 && (
          <details>
            <summary>{t("fit.alsoKnow", { count: know.length })}</summary>
            <Findings narrow findings={know} fine="" onPlace={toPlace} onFix={commands.fix} />
          </details>
        )}
      </section>
      <Plans
        plans={plans}
        old={old}
        error={error}
        shown={shown}
        onShow={commands.show}
        onTake={commands.take}
        onLimits={() => commands.open("limits")}
        onRank={(of) => commands.open({ rank: of })}
      />
      <EventList
        timeline={timeline}
        events={events}
        onGo={commands.go}
        onRemove={commands.remove}
      />
    </>
  );
});

const FILES = ["walls.xlsx", "walls.csv", "calls.vtt", "clicks.mid"] as const;

function Tools({ id, onOpen }: { id: string; onOpen: (what: Opened) => void }) {
  const { t, i18n } = useTranslation();
  const file = (name: string, language: string, words: string) => ({
    key: `${name} ${language}`,
    label: <a href={`/api/routines/${id}/files/${name}?language=${language}`}>{words}</a>,
  });
  const files = [
    ...Object.entries(languages).map(([code, language]) =>
      file("cue-sheet.pdf", code, t("files.cueSheet", { language: language.name })),
    ),
    ...FILES.map((name) => file(name, i18n.language, t(`files.${name.replace(".", "_")}`))),
    {
      key: "routine",
      label: <a href={`/api/routines/${id}/routine.json`}>{t("files.routine")}</a>,
    },
  ];
  return (
    <nav className={styles.fitTools} aria-label={t("fit.tools")}>
      <Button size="small" onClick={() => onOpen("said")}>
        {t("said.open")}
      </Button>
      <Button size="small" onClick={() => onOpen("sheet")}>
        {t("sheet.open")}
      </Button>
      <Button size="small" onClick={() => onOpen("claims")}>
        {t("claims.open")}
      </Button>
      <Button size="small" onClick={() => onOpen({ swap: null })}>
        {t("swap.open")}
      </Button>
      <Dropdown menu={{ items: files }} trigger={["click"]}>
        <Button size="small">{t("files.open")}</Button>
      </Dropdown>
    </nav>
  );
}
