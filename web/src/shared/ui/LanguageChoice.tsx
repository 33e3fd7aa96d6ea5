// The language of the screens: kept with the account, or in this browser before signing in.
import { useQueryClient } from "@tanstack/react-query";
import { Select } from "antd";
import { useTranslation } from "react-i18next";

import { api, ask } from "../api/client";
import { chooseLanguage, languageOptions, type Code } from "../i18n";

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
    <Select
      aria-label={t("signin.language")}
      size="small"
      variant="borderless"
      popupMatchSelectWidth={false}
      value={i18n.language as Code}
      onChange={(code) => void choose(code)}
      options={languageOptions}
    />
  );
}
