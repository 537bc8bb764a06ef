import words from "./pageWords.json";

type Words = typeof words;

/**
 * What a station's page says beside its results. The sentences are Core's (web/src/words/pageWords.json is written from there): a page holds none of its own.
 * Numbers come with their unit, as they are shown.
 */
export function said<S extends keyof Words>(
  station: S,
  key: keyof Words[S] & string,
  values: Readonly<Record<string, string>> = {},
): string {
  const text = words[station][key] as string;
  return text.replaceAll(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole);
}
