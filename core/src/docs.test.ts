import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { checksPage } from './checks-page.ts';
import { FAMILIES } from './checks.ts';

const flat = (text: string) => text.replace(/[ -]+/gu, ' ').replace(/\n+/gu, '\n').trim();

describe('the docs', () => {
  test('list every check as its family has it: npm run docs:write', () => {
    expect(flat(readFileSync('docs/checks.md', 'utf8'))).toBe(flat(checksPage()));
  });

  test('lead from a trade word to a file that speaks of it', () => {
    const rows = readFileSync('docs/trade-words.md', 'utf8').matchAll(
      /^\| ([a-z][^|]*?) +\| \[[^\]]*\]\(\.\.\/([^)]*)\)/gmu,
    );
    const lost = [...rows].flatMap(([, words = '', file = '']) => {
      const text = readFileSync(file, 'utf8').toLowerCase().replaceAll('-', ' ').replaceAll('_', ' ') + file;
      return words
        .split(', ')
        .filter((word) => !text.includes(word) && !text.includes(word.replace(' ', '')))
        .map((word) => `${word}: ${file}`);
    });
    expect(lost).toEqual([]);
  });

  test('find each family by the ids of its checks, and each check in one family', () => {
    const ids = FAMILIES.flatMap(({ id, checks }) => checks.map(({ meta }) => [id, meta.id] as const));
    for (const [family, id] of ids) expect(id.startsWith(`${family}.`)).toBe(true);
    expect(new Set(ids.map(([, id]) => id)).size).toBe(ids.length);
    expect(FAMILIES.map(({ id }) => id)).toEqual(FAMILIES.map(({ id }) => id).sort());
  });
});
