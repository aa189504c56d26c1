import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fontkit from '@pdf-lib/fontkit';
import { SIGNS } from './signs.ts';

const ROOT = join(import.meta.dirname, '../../..');

function lettersOf(font: string, weight: number): ReadonlySet<number> {
  const name = `@fontsource/${font}/files/${font}-latin-${weight}-normal.woff`;
  return new Set(fontkit.create(readFileSync(new URL(import.meta.resolve(name)))).characterSet);
}

/** Every letter beyond ASCII of what is shipped: its words, its tables, its demo jobs and the comments among them. */
function lettersWritten(): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const room of ['core/src', 'contract/src', 'server/src', 'web/src', 'cli/src'])
    for (const path of readdirSync(join(ROOT, room), { recursive: true, encoding: 'utf8' })) {
      if (!/\.(?:tsx?|css|json)$/u.test(path) || /\.test\.ts$|[/\\]test[/\\]/u.test(path)) continue;
      for (const letter of readFileSync(join(ROOT, room, path), 'utf8'))
        if (letter > '\u007f') found.set(letter, `${room}/${path}`);
    }
  return found;
}

/** Read where somebody types it, and never written. */
const ONLY_READ = '⅒';

describe('the fonts that ship', () => {
  const WEIGHTS = { 'atkinson-hyperlegible-next': [400, 600, 700], 'atkinson-hyperlegible-mono': [400, 600] };

  test('have every letter and sign that is written anywhere: no machine draws one by a font of its own', () => {
    const written = lettersWritten();
    expect(written.size).toBeGreaterThan(40);
    for (const [font, weights] of Object.entries(WEIGHTS))
      for (const weight of weights) {
        const has = lettersOf(font, weight);
        const missing = [...written].filter(
          ([letter]) => !has.has(letter.codePointAt(0) ?? 0) && !(SIGNS + ONLY_READ).includes(letter),
        );
        expect(missing).toEqual([]);
      }
  });

  test('the signs are in the fonts they are taken from', () => {
    for (const font of ['dejavu-sans', 'dejavu-mono'])
      for (const weight of [400, 700]) {
        const has = lettersOf(font, weight);
        expect(Array.from(SIGNS).filter((sign) => !has.has(sign.codePointAt(0) ?? 0))).toEqual([]);
      }
  });
});
