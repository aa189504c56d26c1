// What things are called where a code basis holds. Texts are written in one set of words; a reader gets their own.

export type Dialect = 'us' | 'iec';

/** Words of the texts with what each trade calls them (common practice, no source). The longest come first. */
const CALLED: readonly (readonly [RegExp, Readonly<Partial<Record<Dialect, string>>>])[] = [
  [/\bnoggins?\b/giu, { us: 'blocking' }],
  [/\bload centre\b/giu, { us: 'load center', iec: 'consumer unit' }],
  [/\baluminium\b/giu, { us: 'aluminum' }],
];

/** A text in the words of a trade, capitals kept; as it is where nobody knows the trade. */
export function inDialect(text: string, dialect: Dialect | null): string {
  if (dialect === null) return text;
  return CALLED.reduce((said, [words, called]) => {
    const word = called[dialect];
    return word === undefined
      ? said
      : said.replace(words, (found) =>
          found.charAt(0) === found.charAt(0).toUpperCase()
            ? word.charAt(0).toUpperCase() + word.slice(1)
            : word,
        );
  }, text);
}
