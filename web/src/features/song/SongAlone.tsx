// A song opened from the shelf, without a dance.
import { useTranslation } from "react-i18next";
import { useParams } from "react-router";

import { Header } from "../../shared/ui/Header";
import SongDesk from "./SongDesk";

export default function SongAlone() {
  const { id = "" } = useParams();
  const { t } = useTranslation();
  return (
    <>
      <Header title={t("desks.song")} />
      <SongDesk id={id} />
    </>
  );
}
