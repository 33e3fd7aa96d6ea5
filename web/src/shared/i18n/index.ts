// Which language the screens speak, and how it changes: English is at hand, others are fetched.
import type { Locale } from "antd/es/locale";
import enUS from "antd/locale/en_US";
import i18next from "i18next";
import { initReactI18next } from "react-i18next";

import { en, type Words } from "./en";

export type Code = "en" | "fr";

interface Language {
  /** Its own name. */
  name: string;
  load: () => Promise<Words>;
  /** What Ant Design itself says. */
  antd: () => Promise<Locale>;
}

/** A further language is a file of words and a line here. */
export const languages: Record<Code, Language> = {
  en: { name: "English", load: () => Promise.resolve(en), antd: () => Promise.resolve(enUS) },
  fr: {
    name: "Français",
    load: () => import("./fr").then((module) => module.fr),
    antd: () => import("antd/locale/fr_FR").then((module) => module.default),
  },
};

/** As the options of a select. */
export const languageOptions = Object.entries(languages).map(([code, { name }]) => ({
  value: code as Code,
  label: name,
}));

const ownWords = new Map<string, Locale>([["en", enUS]]);

/** Ant Design's own texts in the language that is spoken. */
export const antdWords = (code: string): Locale => ownWords.get(code) ?? enUS;

const remembered = "language";

/** What was chosen in this browser before, or else the first that the browser asks for. */
export function firstLanguage(asked: readonly string[], chosen: string | null): Code {
  const codes = [chosen ?? "", ...asked.map((tag) => tag.split("-")[0]!.toLowerCase())];
  return codes.find(isKnown) ?? "en";
}

const isKnown = (code: string): code is Code => code in languages;

/** Speak a language from now on. */
export async function speak(code: string): Promise<void> {
  if (!isKnown(code) || i18next.language === code) return;
  if (!i18next.hasResourceBundle(code, "translation")) {
    const { load, antd } = languages[code];
    i18next.addResourceBundle(code, "translation", await load());
    ownWords.set(code, await antd());
  }
  await i18next.changeLanguage(code);
  document.documentElement.lang = code;
}

/** Speak a language and remember it for the next visit with this browser. */
export async function chooseLanguage(code: string): Promise<void> {
  await speak(code);
  localStorage.setItem(remembered, code);
}

void i18next.use(initReactI18next).init({
  lng: "en",
  fallbackLng: "en",
  resources: { en: { translation: en } },
  interpolation: { escapeValue: false },
});

/** The language to begin with; the page is drawn when its words are here. */
export const begin = (): Promise<void> =>
  speak(firstLanguage(navigator.languages, localStorage.getItem(remembered)));

export default i18next;
