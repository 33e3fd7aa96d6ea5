// The language of the screens: kept with the account, or in this browser before signing in.
// A plain select: the first page has no need of a larger one.
import { useQueryClient } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";

import { api, ask } from "../api/client";
import { chooseLanguage, languageOptions, type Code } from "../i18n";
import styles from "./LanguageChoice.module.css";

export function LanguageChoice({ signedIn }: { signedIn: boolean }) {
  const { t, i18n } = useTranslation();
  const queries = useQueryClient();
  const choose = async (code: Code) => {
    await chooseLanguage(code);
    if (!signedIn) return;
    queries.setQueryData(
      ["session"],
      await ask(api.PUT("/api/session/language", { body: { language: code } })),
    );
    // What the server says in words is asked for again.
    await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "session" });
  };
  return (
    <select
      className={styles.language}
      aria-label={t("signin.language")}
      value={i18n.language}
      onChange={(event) => void choose(event.target.value as Code)}
    >
      {languageOptions.map(({ value, label }) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </select>
  );
}
