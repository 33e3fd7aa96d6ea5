import { useTranslation } from "react-i18next";

interface Asked {
  isSuccess: boolean;
  error: Error | null;
}

/** What came of a press: that it is done, or why it is not. */
export function Answer({ of, done }: { of: Asked; done: string }) {
  const { t } = useTranslation();
  if (of.error)
    return (
      <p className="problem" role="alert">
        {of.error.message || t("error.offline")}
      </p>
    );
  return of.isSuccess && done ? <p role="status">{done}</p> : null;
}
