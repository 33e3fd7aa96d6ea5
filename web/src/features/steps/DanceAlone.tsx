// A dance opened from the shelf, without a song.
import { useTranslation } from "react-i18next";
import { useParams } from "react-router";

import { Header } from "../../shared/ui/Header";
import StepsDesk from "./StepsDesk";

export default function DanceAlone() {
  const { id = "" } = useParams();
  const { t } = useTranslation();
  return (
    <>
      <Header title={t("desks.steps")} />
      <StepsDesk id={id} />
    </>
  );
}
