// Loading and error, the same everywhere.
import { Button } from "antd";
import { useTranslation } from "react-i18next";
import { Link } from "react-router";

import { ApiError } from "../api/client";

export function Loading() {
  return (
    <div className="page" aria-busy="true">
      {[48, 200, 120].map((height) => (
        <div key={height} className="skeleton" style={{ height, marginBottom: 16 }} />
      ))}
    </div>
  );
}

export function LoadingError({ error, again }: { error: Error; again: () => unknown }) {
  const { t } = useTranslation();
  const status = error instanceof ApiError ? error.status : -1;
  const words =
    status === 0 ? t("error.offline") : status === 404 ? t("error.gone") : error.message;
  return (
    <main className="page">
      <div className="notice" role="alert">
        <span>
          <strong>{t("error.title")}.</strong> {words}
        </span>
        <Button onClick={() => void again()}>{t("error.again")}</Button>
        <Link to="/">{t("error.shelf")}</Link>
      </div>
    </main>
  );
}
