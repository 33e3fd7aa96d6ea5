// The word on saving with the two presses that take things back.
import { Button } from "antd";
import { useTranslation } from "react-i18next";

import { SavedNote } from "./SavedNote";
import type { Saved } from "./useSaved";

interface Props<D> {
  saved: Saved<D>;
  busy?: boolean;
}

export function SaveTools<D>({ saved, busy = false }: Props<D>) {
  const { t } = useTranslation();
  return (
    <>
      <SavedNote saved={saved} busy={busy} />
      <Button onClick={saved.undo} disabled={!saved.state.past.length}>
        {t("saved.undo")}
      </Button>
      <Button onClick={saved.redo} disabled={!saved.state.future.length}>
        {t("saved.redo")}
      </Button>
    </>
  );
}
