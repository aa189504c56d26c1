// What things are called where a code basis holds. Texts are written in one set of words; a reader gets their own.

export type Dialect = 'us' | 'iec';

/** Words of the texts with what each trade calls them (common practice, no source). */
const CALLED: Readonly<Record<string, Readonly<Partial<Record<Dialect, string>>>>> = {
  noggin: { us: 'blocking' },
  noggins: { us: 'blocking' },
  'load centre': { us: 'load center', iec: 'consumer unit' },
  earth: { us: 'ground' },
  'an earth': { us: 'a ground' },
  plasterboard: { us: 'drywall' },
  aluminium: { us: 'aluminum' },
  'glass-fibre': { us: 'fiberglass' },
  centre: { us: 'center' },
  centres: { us: 'centers' },
  centred: { us: 'centered' },
  colour: { us: 'color' },
  colours: { us: 'colors' },
  grey: { us: 'gray' },
  neighbour: { us: 'neighbor' },
  neighbours: { us: 'neighbors' },
  levelling: { us: 'leveling' },
  travelling: { us: 'traveling' },
  metre: { us: 'meter' },
  metres: { us: 'meters' },
  centimetres: { us: 'centimeters' },
  millimetres: { us: 'millimeters' },
};

/** Finds at once whatever one trade calls otherwise; of words that begin alike the longest. The names of data, `{earth}`, stay. */
function otherWords(dialect: Dialect): RegExp {
  const words = Object.keys(CALLED).filter((word) => CALLED[word]?.[dialect] !== undefined);
  words.sort((a, b) => b.length - a.length);
  return new RegExp(String.raw`(?<!\{)\b(?:${words.join('|')})\b`, 'giu');
}

const OTHER_WORDS: Readonly<Record<Dialect, RegExp>> = { us: otherWords('us'), iec: otherWords('iec') };

/** A text in the words of a trade, capitals kept; as it is where nobody knows the trade. */
export function inDialect(text: string, dialect: Dialect | null): string {
  if (dialect === null) return text;
  return text.replace(OTHER_WORDS[dialect], (found) => {
    const word = CALLED[found.toLowerCase()]?.[dialect] ?? found;
    return found.charAt(0) === found.charAt(0).toUpperCase()
      ? word.charAt(0).toUpperCase() + word.slice(1)
      : word;
  });
}
