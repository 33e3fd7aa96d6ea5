// Lines of the log: made here, and said in words.
import type { TFunction } from "i18next";

import type { Schemas } from "../../shared/api/client";

export type Entry = Schemas["EntryForm"];
export type Kind = Entry["kind"];

/** A new line; its id is made here, so that one sent twice is there once. */
export const entry = (kind: Kind, facts: Partial<Entry> = {}): Entry => ({
  id: crypto.randomUUID(),
  kind,
  routine: "",
  title: "",
  part: "",
  section: "",
  at: "",
  label: "",
  number: 0,
  words: "",
  ...facts,
});

/** "Clover Gravel: stuck on 5 of Section 2". */
export function entryWords(of: Entry, t: TFunction): string {
  const place = of.section || of.part || "";
  const said = t(`teach.entry.${of.kind}${place ? "" : "All"}`, {
    section: place,
    label: of.label,
    number: of.number,
    words: of.words,
  });
  return of.title ? `${of.title}: ${said}` : said;
}
