// The quiet word on saving, and the loud one when two windows disagree.
import { Button } from "antd";
import { useTranslation } from "react-i18next";

import { isDirty } from "./state";
import type { Saved } from "./useSaved";

interface NoteProps<D> {
  saved: Saved<D>;
  /** Something that was pressed is still being worked out. */
  busy?: boolean;
}

export function SavedNote<D>({ saved, busy = false }: NoteProps<D>) {
  const { t } = useTranslation();
  const { state } = saved;
  let words = "";
  if (state.problem?.kind === "offline") words = t("saved.offline");
  else if (state.sending !== null) words = t("saved.saving");
  else if (busy || isDirty(state)) words = t("saved.unsaved");
  else if (state.savedAt) {
    const time = state.savedAt.toLocaleTimeString([], {
      hour: "2-digit",
      minute: "2-digit",
      hourCycle: "h23",
    });
    words = t("saved.saved", { time });
  }
  return (
    <span className="soft" role="status" data-testid="saved">
      {words}
    </span>
  );
}

export function SavedProblem<D>({ saved }: { saved: Saved<D> }) {
  const { t } = useTranslation();
  const { problem } = saved.state;
  if (problem?.kind === "refused")
    return (
      <div className="notice" role="alert">
        <span>{problem.message}</span>
      </div>
    );
  if (problem?.kind !== "conflict") return null;
  return (
    <div className="notice" role="alert">
      <span>
        <strong>{t("saved.conflict")}</strong> {t("saved.conflictDetail")}
      </span>
      <Button onClick={saved.takeTheirs}>{t("saved.takeTheirs")}</Button>
      <Button type="primary" onClick={saved.keepMine}>
        {t("saved.keepMine")}
      </Button>
    </div>
  );
}
