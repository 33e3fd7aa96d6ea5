const plain = (text: string) => text.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();

/** Does every word asked for occur in one of the texts? Accents and case do not matter. */
export function matches(query: string, ...texts: string[]): boolean {
  const all = plain(texts.join(" "));
  return plain(query)
    .split(/\s+/)
    .every((word) => all.includes(word));
}
